'use client';

import { orderedDocuments } from '../../core/certificates/documents';
import { useState } from 'react';
import type { Paper } from '../../core/practice/act';
import { capital } from '../../core/words/capital';
import { Button } from '../../ui/button';
import { Checkbox } from '../../ui/checkbox';
import { Dialog } from '../../ui/dialog';
import { ToggleGroup } from '../../ui/toggle-group';
import type { OnVisit } from './use-visit';

const documents = orderedDocuments.map(({ kind }) => kind);

/** The report is handed over: which document, what it comes to, what was not reached. Then the house is laid open. */
export function Finish({ on: { house, visit, does } }: { on: OnVisit }) {
  const [isOpen, setOpen] = useState(false);
  const [document, setDocument] = useState<Paper['document'] | null>(null);
  const [outcome, setOutcome] = useState<'satisfactory' | 'unsatisfactory' | null>(null);
  const [limitations, setLimitations] = useState<readonly string[]>([]);
  return (
    <>
      <Button onClick={() => setOpen(true)}>Submit</Button>
      <Dialog
        open={isOpen}
        onOpenChange={setOpen}
        title="Submit report"
        description="This ends the exercise and shows what was wrong."
      >
        <div className="space-y-3">
          <ToggleGroup
            label="Document"
            value={document}
            choices={documents.map((each) => ({ value: each, face: each }))}
            onChange={setDocument}
          />
          <ToggleGroup
            label="Outcome"
            value={outcome}
            choices={[
              { value: 'satisfactory', face: 'Satisfactory, ready' },
              { value: 'unsatisfactory', face: 'Unsatisfactory, not ready' },
            ]}
            onChange={setOutcome}
          />
          <fieldset>
            <legend className="text-sm font-semibold">Limitations: no access to</legend>
            <div className="grid grid-cols-2 sm:grid-cols-3">
              {house.type.rooms.map((room) => (
                <Checkbox
                  key={room}
                  label={capital(room)}
                  checked={limitations.includes(room)}
                  onChange={(is) =>
                    setLimitations(is ? [...limitations, room] : limitations.filter((each) => each !== room))
                  }
                />
              ))}
            </div>
          </fieldset>
          <p className="text-sm text-faint">
            {visit.claims.length === 0 ? 'No observations recorded.' : `${visit.claims.length} observations recorded.`}
          </p>
          <Button
            look="next"
            className="w-full"
            disabled={!document || !outcome}
            onClick={() =>
              document &&
              does({
                is: 'finish',
                paper: { document, satisfactory: outcome === 'satisfactory', limitations: [...limitations] },
              })
            }
          >
            Submit
          </Button>
        </div>
      </Dialog>
    </>
  );
}
