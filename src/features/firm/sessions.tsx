'use client';

import { formatDistanceToNow } from 'date-fns/formatDistanceToNow';
import { enGB } from 'date-fns/locale/en-GB';
import { useState } from 'react';
import { Button } from '../../ui/button';
import type { OwnSession } from '../../server/sessions';
import { endSessionAction } from './actions';
import { unanswered } from './unanswered';

/** Where somebody is signed in: this device first; every other can be signed out from here. */
export function Sessions({ sessions }: { sessions: readonly OwnSession[] }) {
  const [ended, setEnded] = useState<readonly string[]>([]);
  const [said, setSaid] = useState<string | null>(null);
  const end = async (gone: readonly OwnSession[]) => {
    for (const { id } of gone) {
      const done = await endSessionAction(id).catch(unanswered);
      if (!done.ok) return setSaid(done.problem);
      setEnded((before) => [...before, id]);
    }
    setSaid(gone.length === 1 ? 'Signed out.' : 'Signed out everywhere else.');
  };
  const standing = sessions.filter(({ id }) => !ended.includes(id));
  const others = standing.filter(({ here }) => !here);
  return (
    <section aria-labelledby="sessions" className="space-y-2">
      <h2 id="sessions" className="border-b border-rule-strong pb-1 text-xl">
        Signed in on
      </h2>
      <p className="text-sm text-faint">
        A lost phone stays signed in for 14 days and keeps unsent entries. Sign it out here.
      </p>
      <ul aria-label="Devices">
        {standing.map((session) => (
          <li key={session.id} className="flex min-h-11 items-center gap-3 border-b border-rule py-1">
            <span className="min-w-0 flex-1">
              <span className="block truncate">{session.device}</span>
              <span className="text-sm text-faint" suppressHydrationWarning>
                signed in {formatDistanceToNow(new Date(session.since), { addSuffix: true, locale: enGB })}
              </span>
            </span>
            {session.here ? (
              <strong className="text-sm">here</strong>
            ) : (
              <Button onClick={() => void end([session])} aria-label={`Sign out ${session.device}`}>
                Sign out
              </Button>
            )}
          </li>
        ))}
      </ul>
      {others.length > 1 && <Button onClick={() => void end(others)}>Sign out everywhere else</Button>}
      {said && <p role="status">{said}</p>}
    </section>
  );
}
