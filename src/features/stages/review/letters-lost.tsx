'use client';

import { useMemo } from 'react';
import { useJob } from '../../../client/job-provider';
import { lettersLost } from '../../../core/certificates/printable';

const nobody = { name: '', address: '', telephone: '', email: '', logo: '' };

/** Said before anybody signs: letters the paper cannot show would stand on it as empty boxes. */
export function LettersLost() {
  const view = useJob();
  const lost = useMemo(() => lettersLost(view.definition.build(view, nobody)), [view]);
  if (!lost || view.isSealed) return null;
  return (
    <div role="note" className="border-2 border-ink p-3">
      <p className="font-semibold">These characters will not print: {lost.letters.join(' ')}</p>
      <p className="text-sm">Use Latin, Greek or Cyrillic letters. They are in:</p>
      <ul className="text-sm">
        {lost.texts.map((text) => (
          <li key={text} className="truncate">
            {text}
          </li>
        ))}
      </ul>
    </div>
  );
}
