'use client';

import type { ReactNode } from 'react';
import { useFirm } from '../../client/firm-provider';
import { refusalsOf } from '../../client/refusals';
import { Behind } from '../../ui/behind';
import { Refusals } from '../../ui/refusals';
import { SendState } from '../../ui/send-state';

/** The head of a page that records in the firm's stream: its title, whether all of it is sent, and what was refused. */
export function FirmSending({ title, children }: { title: ReactNode; children?: ReactNode }) {
  const { sending, unsent, loaded, nudge, refused, dismiss, sendAgain, behind } = useFirm();
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 pt-4">
        <h1 className="flex-1 text-2xl">{title}</h1>
        {children}
        <SendState sending={sending} unsent={unsent} loaded={loaded} behind={behind !== null} nudge={nudge} />
      </div>
      {behind?.why === 'unreadable' && <Behind problem={behind.problem} className="border-b-2 border-ink" />}
      <Refusals
        refusals={refusalsOf(refused)}
        putAside={dismiss}
        sendAgain={sendAgain}
        className="border-b-2 border-ink"
      />
    </>
  );
}
