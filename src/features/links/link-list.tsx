'use client';

import { useEffect, useState } from 'react';
import type { LinkStanding } from '../../server/links';
import { Button } from '../../ui/button';
import { Confirm } from '../../ui/confirm';
import { linksAction, withdrawLinkAction } from './actions';

const moment = new Intl.DateTimeFormat('en-GB', {
  timeZone: 'Europe/London',
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

/** How far a link has come, in one word or two. */
function standing(link: LinkStanding, used: string): string {
  const at = (when: Date) => moment.format(new Date(when));
  if (link.withdrawnAt) return `withdrawn ${at(link.withdrawnAt)}`;
  if (link.usedAt) return `✓ ${used} ${at(link.usedAt)}`;
  const sent = link.sentAt
    ? `sent ${at(link.sentAt)}`
    : (link.problem ?? (link.email ? 'waiting to be sent' : `made ${at(link.madeAt)}`));
  return link.openedAt ? `✓ opened ${at(link.openedAt)}` : sent;
}

const lookMillis = 4_000;

/** Asks how a document's links stand, now and while one of them is still on its way. */
export function useLinks(documentId: string, made: number): { links: LinkStanding[]; look: () => void } {
  const [links, setLinks] = useState<LinkStanding[]>([]);
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    let gone = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    void linksAction(documentId)
      .then((found) => {
        if (gone) return;
        setLinks(found);
        const onItsWay = found.some(({ email, sentAt, withdrawnAt }) => email && !sentAt && !withdrawnAt);
        if (onItsWay) timer = setTimeout(() => setTurn((at) => at + 1), lookMillis);
      })
      // Without the network the list stays as it was.
      .catch(() => undefined);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [documentId, made, turn]);
  return { links, look: () => setTurn((at) => at + 1) };
}

type Props = {
  readonly links: readonly LinkStanding[];
  readonly look: () => void;
  readonly label: string;
  /** What was done by a link that is used up. */
  readonly used?: string;
};

/** The links that were made, each with how it stands and the way to take it back. */
export function LinkList({ links, look, label, used = 'signed' }: Props) {
  if (links.length === 0) return null;
  return (
    <ul aria-label={label} className="text-sm">
      {links.map((link) => (
        <li key={link.id} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1">
          <span className="font-semibold">{link.name}</span>
          {link.email && <span className="text-faint">{link.email}</span>}
          <span className="ml-auto">{standing(link, used)}</span>
          {!link.withdrawnAt && !link.usedAt && (
            <Confirm
              trigger={<Button look="quiet">Withdraw link</Button>}
              title={`Withdraw the link of ${link.name}?`}
              what="It stops working. You can create another."
              act="Withdraw"
              onConfirm={() => void withdrawLinkAction(link.id).then(look)}
            />
          )}
        </li>
      ))}
    </ul>
  );
}
