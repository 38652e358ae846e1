'use client';

import { useState } from 'react';
import { useJob } from '../../client/job-provider';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { askOutsideAction } from './actions';
import { LinkForm } from './link-form';
import { LinkList, useLinks } from './link-list';

/** Asks somebody outside the firm for one signature, by a link that works once. */
export function AskOutside({ role, title }: { role: string; title: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button look="quiet" onClick={() => setOpen(true)}>
        Signature from outside the company
      </Button>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title={title}
        description="They get a page with everything they sign. It works once, for 14 days. Record everything first: a later entry cancels the signature."
      >
        {open && <Asked role={role} />}
      </Dialog>
    </>
  );
}

function Asked({ role }: { role: string }) {
  const { jobId, document } = useJob();
  const [made, setMade] = useState(0);
  const { links, look } = useLinks(document.id, made);
  return (
    <div className="space-y-3">
      <LinkForm
        act="Request signature"
        make={async (fields) => {
          const answer = await askOutsideAction({ jobId, documentId: document.id, role }, fields);
          setMade((count) => count + 1);
          return answer;
        }}
      />
      <LinkList links={links.filter((link) => link.role === role)} look={look} label="Requested" />
    </div>
  );
}
