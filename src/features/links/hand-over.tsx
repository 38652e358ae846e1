'use client';

import { useState } from 'react';
import { handOverAction } from './actions';
import { LinkForm } from './link-form';
import { LinkList, useLinks } from './link-list';

/** Puts an issued document into the client's hands: a page by link, sent where there is an address. */
export function HandOver({ documentId, name, email }: { documentId: string; name: string; email: string }) {
  const [made, setMade] = useState(0);
  const { links, look } = useLinks(documentId, made);
  return (
    <section aria-labelledby="hand-over" className="space-y-2">
      <h2 id="hand-over" className="border-b border-rule-strong pb-1 text-lg">
        Send to client
      </h2>
      <LinkForm
        act="Send to client"
        start={{ name, email }}
        make={async (fields) => {
          const answer = await handOverAction(documentId, fields);
          setMade((count) => count + 1);
          return answer;
        }}
      />
      <LinkList links={links} look={look} label="Sent to" />
    </section>
  );
}
