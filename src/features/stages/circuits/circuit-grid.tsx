'use client';

import { useMemo, useState } from 'react';
import { toast } from '../../../ui/toast';
import { v7 } from 'uuid';
import type { NewJobEntry } from '../../../core/catalogue';
import { type Place, placeKey } from '../../../core/installation/place';
import { slotKey } from '../../../core/installation/slot';
import { type Way, isSpare } from '../../../core/installation/way';
import { missing } from '../../../core/job/document-definition';
import { waysOf } from '../../../core/job/job';
import { type Verdict, verdictWord } from '../../../core/words/judgement';
import { unitWord } from '../../../core/quantity/parse-reading';
import type { InHand } from '../../../core/work/in-hand';
import { type At, type CellLook, Grid, type GridColumn } from '../../../ui/grid';
import { useGaps, useJob } from '../../../client/job-provider';
import { usePlace } from '../../workspace/place';
import { VerdictMark, verdictPattern } from '../../workspace/verdict-mark';
import { cellEntries, cellText } from './cell-entries';
import { type Column, columns, fileColumns, isIdle } from './columns';
import type { CsvRow } from './csv';
import { CsvFile } from './csv-file';
import { WorkingPanel } from './working-panel';

type Doubtful = { readonly text: string; readonly problem: string; readonly elsewhere?: Place };
type Placed = { readonly way: Way; readonly column: Column; readonly text: string };

const cellKey = (wayId: string, columnId: string) => `${wayId}/${columnId}`;

const gridColumns: readonly GridColumn[] = columns.map(({ id, heading, spoken, width, group, sort }) => ({
  id,
  heading,
  spoken,
  width,
  group,
  align: sort === 'field' ? 'left' : 'right',
}));

/** Where a gap about a cell points. */
const anchorOf = (column: Column, way: Way): string | undefined =>
  column.sort === 'reading'
    ? slotKey({ of: 'way', id: way.id }, column.measure)
    : column.sort === 'field'
      ? placeKey({ of: 'way', id: way.id, field: column.field })
      : undefined;

/** The circuit ledger of one board: every circuit and result on one sheet, typed like a spreadsheet. */
export function CircuitGrid({ boardId, inHand }: { boardId: string; inHand: InHand }) {
  const view = useJob();
  const { job, isSealed, append, undo, verdicts } = view;
  const gaps = useGaps();
  const ways = useMemo(() => waysOf(job, boardId), [job, boardId]);
  const rows = useMemo<(Way | null)[]>(() => (isSealed ? ways : [...ways, null]), [isSealed, ways]);
  const { target } = usePlace();
  const [doubtful, setDoubtful] = useState<ReadonlyMap<string, Doubtful>>(new Map());
  const firstGap = missing([...gaps])[0];
  const nextAt = firstGap ? placeKey(firstGap.place) : null;

  const remember = (key: string, value: Doubtful | null) =>
    setDoubtful((before) => {
      const next = new Map(before);
      if (value) next.set(key, value);
      else next.delete(key);
      return next;
    });

  const wayAt = (row: number): { way: Way; entries: NewJobEntry[] } => {
    const way = ways[row];
    if (way) return { way, entries: [] };
    const number = (ways.at(-1)?.number ?? 0) + 1 + (row - ways.length);
    const wayId = v7();
    return {
      way: { id: wayId, boardId, number },
      entries: [{ kind: 'way.added', body: { wayId, boardId, number } }],
    };
  };

  const record = (at: At, text: string): boolean => {
    const column = columns[at.column];
    if (!column || (!ways[at.row] && text.trim() === '')) return true;
    const { way, entries } = wayAt(at.row);
    const key = cellKey(way.id, column.id);
    const before = cellText(column, way, view);
    const typed = cellEntries(column, way, text, view, inHand);
    if (!typed.ok) {
      const { problem, elsewhere } = typed;
      if (ways[at.row]) remember(key, { text, problem, ...(elsewhere && { elsewhere }) });
      else toast(typed.problem);
      return false;
    }
    remember(key, null);
    if (typed.entries.length === 0) return true;
    const outcome = append([...entries, ...typed.entries]);
    if (!outcome.ok) remember(key, { text, problem: outcome.reason });
    else if (column.sort === 'reading' && before !== '' && text.trim() !== '')
      toast(`${text.trim()} replaces ${before}.`, { label: 'Undo', run: () => void undo() });
    return outcome.ok;
  };

  /** Many cells as one act: what cannot be read is kept and marked, the rest is recorded. */
  const recordMany = (cells: readonly Placed[], added: readonly NewJobEntry[], what: string): void => {
    const entries = [...added];
    const problems = new Map(doubtful);
    for (const { way, column, text } of cells) {
      const isKnown = job.ways.has(way.id);
      if (text.trim() === '' || column.sort === 'computed' || (isKnown && isIdle(column, way))) continue;
      const typed = cellEntries(column, way, text, view, inHand);
      const key = cellKey(way.id, column.id);
      if (typed.ok) {
        entries.push(...typed.entries);
        problems.delete(key);
      } else
        problems.set(key, { text, problem: typed.problem, ...(typed.elsewhere && { elsewhere: typed.elsewhere }) });
    }
    const outcome = append(entries);
    if (!outcome.ok) return void toast(`Nothing was recorded: ${outcome.reason}`);
    const doubts = problems.size - doubtful.size;
    setDoubtful(problems);
    toast(doubts > 0 ? `${what} ${doubts} cells could not be read. They are kept and marked.` : what);
  };

  const pasteBlock = (from: At, block: string[][]) => {
    const added: NewJobEntry[] = [];
    const cells = block.flatMap((texts, rowStep) => {
      const { way, entries } = wayAt(from.row + rowStep);
      added.push(...entries);
      return texts.flatMap((text, columnStep): Placed[] => {
        const column = columns[from.column + columnStep];
        return column ? [{ way, column, text }] : [];
      });
    });
    recordMany(cells, added, `Pasted ${block.length} row${block.length === 1 ? '' : 's'}.`);
  };

  /** Circuits of a file: each to the way of its number, else to a new one. */
  const readRows = (read: readonly CsvRow[]) => {
    const byNumber = new Map(ways.map((way) => [way.number, way]));
    const added: NewJobEntry[] = [];
    const cells = read.flatMap(({ number, cells: found }) => {
      const next = number ?? Math.max(0, ...byNumber.keys()) + 1;
      const way: Way = byNumber.get(next) ?? { id: v7(), boardId, number: next };
      if (!byNumber.has(next)) {
        byNumber.set(next, way);
        added.push({ kind: 'way.added', body: { wayId: way.id, boardId, number: next } });
      }
      return [...found].flatMap(([columnId, text]): Placed[] => {
        const column = fileColumns.find(({ id }) => id === columnId);
        return column ? [{ way, column, text }] : [];
      });
    });
    recordMany(cells, added, `${read.length} circuits imported. Undo removes them.`);
  };

  const looks = useMemo(
    () =>
      rows.map((way) =>
        columns.map((column): CellLook => {
          const doubt = way ? (doubtful.get(cellKey(way.id, column.id)) ?? null) : null;
          const idle = isIdle(column, way);
          const anchor = way ? anchorOf(column, way) : undefined;
          const computed = column.sort === 'computed' && way && !isSpare(way) ? column.show(way, view) : '';
          const shown = doubt?.text ?? (column.sort === 'computed' ? computed : cellText(column, way, view));
          const on = way && ({ of: 'way', id: way.id } as const);
          const verdict =
            on && column.sort === 'reading'
              ? (verdicts.get(slotKey(on, column.measure))?.judgement.verdict ?? null)
              : null;
          const due = on !== null && column.sort === 'reading' && shown === '' && column.definition.due?.(view, on);
          return {
            shown,
            idle,
            readOnly: column.sort === 'computed',
            anchor,
            isNext: anchor !== undefined && anchor === nextAt,
            label: way ? spokenCell(column, way, shown, verdict, doubt) : `${column.spoken}, new way`,
            pattern: doubt
              ? 'outline-2 outline-dashed -outline-offset-2 outline-ink'
              : verdict
                ? verdictPattern[verdict]
                : '',
            face: <Face column={column} shown={shown} verdict={verdict} due={due === true} idle={idle} />,
          };
        }),
      ),
    [rows, view, verdicts, doubtful, nextAt],
  );

  const ledTo = useMemo(() => {
    const row = target ? looks.findIndex((cells) => cells.some((cell) => cell.anchor === target.at)) : -1;
    return row < 0 ? null : { row, column: looks[row]?.findIndex((cell) => cell.anchor === target?.at) ?? 0 };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only when a link was followed
  }, [target]);
  const under = (at: At, typing: string | null) => {
    const way = rows[at.row] ?? null;
    const column = columns[at.column];
    const doubt = way && column ? (doubtful.get(cellKey(way.id, column.id)) ?? null) : null;
    return (
      <>
        <CsvFile boardId={boardId} ways={ways} read={readRows} />
        {column && <WorkingPanel inHand={inHand} way={way} column={column} typing={typing} doubtful={doubt} />}
      </>
    );
  };
  return (
    <Grid
      label="Circuit sheet"
      columns={gridColumns}
      rows={rows.map((way) => ({ key: way?.id ?? 'new', head: way?.number ?? '+' }))}
      looks={looks}
      record={record}
      pasteBlock={pasteBlock}
      undo={() => {
        const outcome = undo();
        toast(outcome.ok ? 'Undone' : outcome.reason);
      }}
      sealed={isSealed}
      target={ledTo}
      under={under}
      minWidth="70rem"
    />
  );
}

type FaceProps = { column: Column; shown: string; verdict: Verdict | null; due: boolean; idle: boolean };

function Face({ column, shown, verdict, due, idle }: FaceProps) {
  const spec = column.sort === 'reading' ? column.definition.spec : null;
  const isWhole = spec?.takes === 'figure' && spec.unit === 'millisecond';
  return (
    <>
      {verdict && verdict !== 'unjudged' && verdict !== 'meets' && <VerdictMark verdict={verdict} />}
      {verdict === 'meets' && shown !== '✓' && (
        <span aria-hidden className="text-2xs text-faint">
          ✓
        </span>
      )}
      {column.sort === 'field' ? (
        <span className="truncate">{shown}</span>
      ) : (
        <Figure text={shown} due={due} idle={idle && column.sort === 'reading'} decimals={!isWhole} />
      )}
    </>
  );
}

/** A figure aligned on its decimal point; other marks stand to the right. */
function Figure({ text, due, idle, decimals }: { text: string; due: boolean; idle: boolean; decimals: boolean }) {
  if (text === '') return <span className="flex-1 text-right text-faint">{due ? '…' : idle ? '·' : ''}</span>;
  const match = /^(>?\d+)(\.\d+)?$/.exec(text);
  // An unstable figure shows its highest here, where there is room for no more; the panel below shows both.
  if (!match) return <span className="flex-1 truncate text-right font-semibold">{text.replace(/^[\d.]+~/, '~')}</span>;
  return (
    <span className="flex flex-1 justify-end font-semibold">
      {match[1]}
      {decimals && <span className="w-[3.2ch]">{match[2] ?? ''}</span>}
    </span>
  );
}

function spokenCell(
  column: Column,
  way: Way,
  shown: string,
  verdict: Verdict | null,
  doubtful: Doubtful | null,
): string {
  const spec = column.sort === 'reading' ? column.definition.spec : null;
  const unit = spec?.takes === 'figure' && /\d/.test(shown) ? ` ${unitWord[spec.unit]}` : '';
  const parts = [column.spoken, `circuit ${way.number}`, shown === '' ? 'empty' : `${shown}${unit}`];
  if (doubtful) parts.push(`not recorded: ${doubtful.problem}`);
  else if (verdict) parts.push(verdictWord[verdict]);
  return parts.join(', ');
}
