'use client';

import { useRef, useState } from 'react';
import { useJob } from '../../../client/job-provider';
import type { Way } from '../../../core/installation/way';
import { Button } from '../../../ui/button';
import { Dialog } from '../../../ui/dialog';
import { saveFile } from '../../../ui/save-file';
import { toast } from '../../../ui/toast';
import { Select } from '../../../ui/select';
import type { CsvRead, CsvRow, Taken } from './csv';

type Props = {
  readonly boardId: string;
  readonly ways: readonly Way[];
  readonly read: (rows: readonly CsvRow[]) => void;
};

const mostBytes = 1_000_000;
const leftOut = 'left out';

type Found = CsvRead & { readonly text: string; readonly said: Taken; readonly choices: readonly Choice[] };
type Choice = { readonly value: string; readonly label: string };

/** The circuits of a board out to a file and in from one; what its columns were taken for is shown before. */
export function CsvFile({ boardId, ways, read }: Props) {
  const view = useJob();
  const chooser = useRef<HTMLInputElement>(null);
  const [found, setFound] = useState<Found | null>(null);
  const write = async () => {
    const { writeCsv } = await import('./csv');
    const name = `${view.job.opened?.body.reference ?? 'job'} ${view.job.boards.get(boardId)?.name ?? 'board'}.csv`;
    saveFile(name, 'text/csv', writeCsv(ways, view));
  };
  const find = async (text: string, said: Taken) => {
    const { readCsv, targets } = await import('./csv');
    const choices = targets.map(({ target, name }) => ({ value: target, label: name }));
    setFound({ ...readCsv(text, said), text, said, choices: [{ value: leftOut, label: '× left out' }, ...choices] });
  };
  const open = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > mostBytes) return toast('Larger than 1 MB. Nothing was imported.');
    try {
      await find(await file.text(), new Map());
    } catch (error) {
      toast(`${error instanceof Error ? error.message : 'It cannot be read.'} Nothing was imported.`);
    }
  };
  return (
    <div className="flex gap-3 py-1 text-sm">
      {ways.length > 0 && (
        <Button look="quiet" onClick={() => void write()}>
          Download CSV
        </Button>
      )}
      {!view.isSealed && (
        <Button look="quiet" onClick={() => chooser.current?.click()}>
          Import CSV
        </Button>
      )}
      <input
        ref={chooser}
        type="file"
        accept=".csv,text/csv"
        aria-label="CSV of circuits"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          void open(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
      <Dialog
        open={found !== null}
        onOpenChange={() => setFound(null)}
        title={found?.rows.length === 1 ? 'One circuit' : `${found?.rows.length ?? 0} circuits`}
        description="Each circuit goes to the way with its number, or to a new way. Cells that cannot be read are kept and marked."
      >
        {found && (
          <>
            <ul className="max-h-72 overflow-y-auto text-sm">
              {found.headings.map(({ column, said, taken }) => (
                <li key={column} className="grid grid-cols-2 items-center gap-3 border-t border-rule py-0.5">
                  <span className="min-w-0 break-words">{said}</span>
                  <Select
                    look="quiet"
                    label={`What ${said} is`}
                    value={taken ?? leftOut}
                    options={found.choices}
                    onChange={(to) =>
                      void find(found.text, new Map(found.said).set(column, to === leftOut ? null : to))
                    }
                  />
                </li>
              ))}
            </ul>
            {found.beyond > 0 && (
              <p className="pt-2 text-sm font-semibold">
                × {found.beyond} more rows are left out. Import them from a separate file.
              </p>
            )}
            <Button
              look="next"
              className="mt-3 w-full"
              disabled={found.rows.length === 0}
              onClick={() => {
                read(found.rows);
                setFound(null);
              }}
            >
              Import
            </Button>
          </>
        )}
      </Dialog>
    </div>
  );
}
