'use client';

import { useFirm } from '../../client/firm-provider';
import { usualAccuracy } from '../../core/firm/accuracy';
import { functions } from '../../core/quantity/stated-accuracy';
import { EntryField } from '../../ui/entry-field';
import { useRecord } from '../house/use-record';

const words = { continuity: 'Continuity', insulation: 'Insulation', loop: 'Loop', rcd: 'RCD times' } as const;
const said = /^(\d{1,2}(?:\.\d)?)\s*%?\s*\+\s*(\d{1,2})/;

const read = (text: string) => {
  const found = said.exec(text.trim());
  return found
    ? { ok: true as const, value: { percent: Number(found[1]), digits: Number(found[2]) } }
    : { ok: false as const, problem: 'Percent and digits, such as 2 % + 2.' };
};

/** How far off its maker says it may be: what its checks and its trends are judged by. */
export function Accuracy({ instrumentId }: { instrumentId: string }) {
  const { firm } = useFirm();
  const record = useRecord();
  const own = firm.accuracies.get(instrumentId) ?? {};
  return (
    <section aria-labelledby="accuracy">
      <h2 id="accuracy" className="border-b border-rule-strong pb-1 text-xl">
        Manufacturer’s accuracy
      </h2>
      {functions.map((each) => {
        const { percent, digits } = own[each] ?? usualAccuracy[each];
        return (
          <EntryField
            key={each}
            label={words[each]}
            unit="digits"
            shown={`${percent} % + ${digits}`}
            parse={read}
            commit={(value) =>
              record({ kind: 'accuracy.told', body: { instrumentId, accuracy: { ...own, [each]: value } } })
            }
            hint={own[each] ? undefined : 'typical, until you enter its data sheet’s'}
          />
        );
      })}
    </section>
  );
}
