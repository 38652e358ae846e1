'use client';

import { Trash2 } from 'lucide-react';
import { useId, useMemo, useState } from 'react';
import { v7 } from 'uuid';
import { editionPack, newestEditionId } from '../../core/edition/editions';
import { type OwnEdition, figuresOf, ownEditionFile, whyNotEdition } from '../../core/edition/own-edition';
import { useFirm } from '../../client/firm-provider';
import { Button } from '../../ui/button';
import { Disclosure } from '../../ui/disclosure';
import { FormField } from '../../ui/form-field';
import { saveFile } from '../../ui/save-file';
import type { Record } from '../house/use-record';

const format = 'orange-ledger/edition/1';

/** Editions the firm works to and no pack is held for: named, started from the newest held, each difference with its source. */
export function Editions({ record }: { record: Record }) {
  const { editions } = useFirm().firm;
  const tell = (edition: OwnEdition) => record({ kind: 'edition.told', body: edition });
  return (
    <section aria-labelledby="editions">
      <h2 id="editions" className="pb-1 text-xl">
        Custom editions
      </h2>
      <p className="border-b border-rule pb-2 text-sm text-faint">
        To work to an edition that is not listed, name it and enter the differences. Documents under it say so.
      </p>
      {[...editions.values()].map((edition) => (
        <OneEdition key={edition.editionId} edition={edition} tell={tell} record={record} />
      ))}
      <NameEdition tell={tell} />
    </section>
  );
}

const words = (row: OwnEdition['rows'][number]): string =>
  row.of === 'figure'
    ? `${row.figure}: ${row.value}`
    : `${row.schedule} ${row.item}: ${row.confirm ?? 'removed from the schedule'}`;

type OneProps = {
  readonly edition: OwnEdition;
  readonly tell: (edition: OwnEdition) => boolean;
  readonly record: Record;
};

function OneEdition({ edition, tell, record }: OneProps) {
  const { editionId, title, basedOn, rows } = edition;
  const { editionId: _id, ...rest } = edition;
  const [begunEmpty] = useState(rows.length === 0);
  return (
    <div className="border-b border-rule py-2">
      <p className="font-semibold">{title}</p>
      <Disclosure
        className="text-sm"
        open={begunEmpty}
        summary={`${rows.length} difference${rows.length === 1 ? '' : 's'} from ${editionPack(basedOn).title}`}
      >
        <ul>
          {rows.map((row, index) => (
            <li key={words(row)} className="flex items-center gap-2 border-t border-rule py-1">
              <span className="min-w-0 flex-1">
                {words(row)}
                <span className="block text-xs text-faint">{row.source}</span>
              </span>
              <Button
                look="quiet"
                aria-label={`Remove ${words(row)}`}
                onClick={() => tell({ ...edition, rows: rows.filter((_, at) => at !== index) })}
              >
                <Trash2 size={15} aria-hidden />
              </Button>
            </li>
          ))}
        </ul>
        <AddFigure edition={edition} tell={tell} />
      </Disclosure>
      <div className="flex flex-wrap items-end gap-2 pt-1">
        <ReadFile
          label={`Import the differences of ${title} from a file`}
          take={(file) => tell({ ...file, editionId })}
        />
        <Button
          onClick={() =>
            saveFile(`${edition.shortTitle}.json`, 'application/json', JSON.stringify({ format, ...rest }, null, 2))
          }
        >
          Download
        </Button>
        <Button look="quiet" onClick={() => record({ kind: 'edition.withdrawn', body: { editionId } })}>
          Stop using
        </Button>
      </div>
    </div>
  );
}

function AddFigure({ edition, tell }: Omit<OneProps, 'record'>) {
  const list = useId();
  const base = editionPack(edition.basedOn);
  const figures = useMemo(() => figuresOf(base), [base]);
  const [figure, setFigure] = useState('');
  const [value, setValue] = useState('');
  const [source, setSource] = useState('');
  const [problem, setProblem] = useState<string>();
  const held = figures.get(figure);
  return (
    <form
      aria-label={`A difference of ${edition.title}`}
      className="grid gap-2 border-t border-rule py-2 sm:grid-cols-[2fr_1fr_2fr_auto] sm:items-start"
      onSubmit={(event) => {
        event.preventDefault();
        const row = { of: 'figure' as const, figure, value: value.trim(), source: source.trim() };
        const next = ownEditionFile.shape.rows.safeParse([
          ...edition.rows.filter((each) => each.of !== 'figure' || each.figure !== figure),
          row,
        ]);
        const why = next.success
          ? whyNotEdition({ rows: next.data, title: edition.title }, base)
          : 'Enter the value in digits, and its source.';
        setProblem(why ?? undefined);
        if (why || !next.success || !tell({ ...edition, rows: next.data })) return;
        setFigure('');
        setValue('');
        setSource('');
      }}
    >
      <FormField
        label="Figure"
        list={list}
        value={figure}
        onChange={(event) => setFigure(event.target.value)}
        hint={held === undefined ? 'Type part of its name.' : `Now ${held}`}
      />
      <datalist id={list}>
        {[...figures].map(([name, is]) => (
          <option key={name} value={name}>
            {is}
          </option>
        ))}
      </datalist>
      <FormField
        label="Value"
        inputMode="decimal"
        value={value}
        onChange={(event) => setValue(event.target.value)}
        problem={problem}
      />
      <FormField label="Source" value={source} onChange={(event) => setSource(event.target.value)} />
      <Button type="submit" disabled={!figure || !value || !source} className="sm:mt-6">
        Add
      </Button>
    </form>
  );
}

function NameEdition({ tell }: { readonly tell: (edition: OwnEdition) => boolean }) {
  const [title, setTitle] = useState('');
  const [shortTitle, setShortTitle] = useState('');
  return (
    <form
      aria-label="Name an edition"
      className="flex flex-wrap items-end gap-2 py-2"
      onSubmit={(event) => {
        event.preventDefault();
        const told = { title: title.trim(), shortTitle: shortTitle.trim(), basedOn: newestEditionId, rows: [] };
        if (!told.title || !told.shortTitle || !tell({ editionId: v7(), ...told })) return;
        setTitle('');
        setShortTitle('');
      }}
    >
      <FormField label="Edition and amendment" value={title} onChange={(event) => setTitle(event.target.value)} />
      <FormField label="Short name" value={shortTitle} onChange={(event) => setShortTitle(event.target.value)} />
      <Button type="submit" disabled={!title.trim() || !shortTitle.trim()}>
        Add edition
      </Button>
      <ReadFile label="Import edition" take={(file) => tell({ ...file, editionId: v7() })} />
    </form>
  );
}

type FileProps = { readonly label: string; readonly take: (file: Omit<OwnEdition, 'editionId'>) => boolean };
const mostCharacters = 200_000;

/** A file of differences: taken as a whole, or refused with the row that is wrong. */
function ReadFile({ label, take }: FileProps) {
  const [problem, setProblem] = useState<string | null>(null);
  const read = async (file: File) => {
    const text = file.size > mostCharacters ? '' : await file.text();
    let raw: unknown;
    try {
      raw = JSON.parse(text);
    } catch {
      return setProblem('This is not a JSON file of at most 200 kB. Nothing was imported.');
    }
    const parsed = ownEditionFile.safeParse(raw);
    const first = parsed.error?.issues[0];
    if (!parsed.success)
      return setProblem(`${first?.path.join('.') ?? ''}: ${first?.message ?? ''}. Nothing was imported.`);
    const { format: _format, ...edition } = parsed.data;
    const why = whyNotEdition(edition, editionPack(edition.basedOn));
    setProblem(why && `${why} Nothing was imported.`);
    if (!why) take(edition);
  };
  return (
    <label className="inline-flex flex-col text-sm font-semibold">
      Import from a file
      <input
        type="file"
        accept="application/json,.json"
        aria-label={label}
        title={label}
        className="max-w-64 text-sm font-normal file:mr-3 file:min-h-9 file:rounded-md file:border file:border-solid file:border-rule-strong file:bg-sheet file:px-3 file:font-semibold"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) void read(file);
        }}
      />
      {problem && (
        <span role="alert" className="pt-1 text-sm font-semibold">
          {problem}
        </span>
      )}
    </label>
  );
}
