'use client';

import { memo, useCallback, useEffect, useMemo, useRef, useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import { flushSync } from 'react-dom';
import { toast } from 'sonner';
import { v7 } from 'uuid';
import { testsDue } from '../../core/document/gaps';
import { type SlotKey, slotKey, measurementOf } from '../../core/installation/measurement';
import type { Way } from '../../core/installation/way';
import { waysOf } from '../../core/ledger/job';
import { verdictWord } from '../../core/quantity/judgement';
import { unitWord } from '../../core/quantity/parse-reading';
import { usePlace } from '../job/place';
import { useJob } from '../ledger/job-provider';
import type { NewEntry } from '../ledger/job-store';
import type { InHand } from '../ledger/record-reading';
import { VerdictMark, verdictPattern } from '../ledger/verdict-mark';
import { cellEntries, cellText, parseBlock } from './cell-entries';
import { type Column, columns, isIdle } from './columns';
import { WorkingPanel } from './working-panel';

type Place = { readonly row: number; readonly column: number };
type Editing = { readonly text: string; readonly overtype: boolean };
type Doubtful = { readonly text: string; readonly problem: string };

const cellKey = (wayId: string, columnId: string) => `${wayId}/${columnId}`;

/** The circuit ledger of one board: every circuit and result on one sheet, typed like a spreadsheet. */
export function CircuitGrid({ boardId, inHand }: { boardId: string; inHand: InHand }) {
  const { job, pack, append, undo, verdicts, gaps } = useJob();
  const ways = useMemo(() => waysOf(job, boardId), [job, boardId]);
  const rows = useMemo<(Way | null)[]>(() => (job.issued ? ways : [...ways, null]), [job.issued, ways]);
  const { target } = usePlace();
  const [place, setPlace] = useState<Place>({ row: 0, column: 0 });
  const [editing, setEditing] = useState<Editing | null>(null);
  const [doubtful, setDoubtful] = useState<ReadonlyMap<string, Doubtful>>(new Map());
  const grid = useRef<HTMLDivElement>(null);
  const nextAt = job.issued ? null : (gaps.find((gap) => gap.severity === 'missing')?.at ?? null);

  const focusCell = (at: Place) => grid.current?.querySelector<HTMLElement>(`[data-place="${at.row}-${at.column}"]`)?.focus();
  const moveTo = (row: number, column: number) => {
    const at = { row: Math.min(Math.max(row, 0), rows.length - 1), column: Math.min(Math.max(column, 0), columns.length - 1) };
    // At once: the next key may follow before the next frame.
    flushSync(() => {
      setEditing(null);
      setPlace(at);
    });
    focusCell(at);
  };

  // A link to a missing reading leads to its cell.
  useEffect(() => {
    if (!target) return;
    const row = ways.findIndex((way) => target.at.includes(way.id));
    const column = columns.findIndex((c) => target.at.endsWith(c.sort === 'reading' ? `/${c.test}` : `-${gapFieldOf[c.id] ?? c.id}`));
    if (row >= 0) requestAnimationFrame(() => moveTo(row, Math.max(column, 0)));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only when a link was followed
  }, [target]);

  const remember = (key: string, value: Doubtful | null) =>
    setDoubtful((before) => {
      const next = new Map(before);
      if (value) next.set(key, value);
      else next.delete(key);
      return next;
    });

  const wayAt = (row: number): { way: Way; entries: NewEntry[] } => {
    const way = ways[row];
    if (way) return { way, entries: [] };
    const number = (ways.at(-1)?.number ?? 0) + 1 + (row - ways.length);
    const wayId = v7();
    return { way: { id: wayId, boardId, number }, entries: [{ kind: 'way.added', body: { wayId, boardId, number } }] };
  };

  const record = (at: Place, text: string): boolean => {
    const column = columns[at.column];
    if (!column || (!ways[at.row] && text.trim() === '')) return true;
    const { way, entries } = wayAt(at.row);
    const key = cellKey(way.id, column.id);
    const typed = cellEntries(column, way, text, job, pack, inHand);
    if (!typed.ok) {
      if (ways[at.row]) remember(key, { text, problem: typed.problem });
      else toast(typed.problem);
      return false;
    }
    remember(key, null);
    if (typed.entries.length === 0) return true;
    const outcome = append([...entries, ...typed.entries]);
    if (!outcome.ok) remember(key, { text, problem: outcome.reason });
    return outcome.ok;
  };

  const finish = (rowStep: number, columnStep: number) => {
    if (editing) record(place, editing.text);
    setEditing(null);
    const overflow = place.column + columnStep;
    if (overflow >= columns.length) moveTo(place.row + 1, 0);
    else moveTo(place.row + rowStep, overflow);
  };

  const beginEdit = (text: string, overtype: boolean) => {
    const column = columns[place.column];
    const way = rows[place.row] ?? null;
    if (!column || job.issued || isIdle(column, way)) return;
    setEditing({ text, overtype });
  };

  const pasteBlock = (block: string[][]) => {
    const entries: NewEntry[] = [];
    const problems = new Map(doubtful);
    block.forEach((cells, rowStep) => {
      const { way, entries: added } = wayAt(place.row + rowStep);
      entries.push(...added);
      cells.forEach((text, columnStep) => {
        const column = columns[place.column + columnStep];
        if (!column || text.trim() === '' || column.sort === 'computed' || (ways[place.row + rowStep] && isIdle(column, way))) return;
        const typed = cellEntries(column, way, text, job, pack, inHand);
        const key = cellKey(way.id, column.id);
        if (typed.ok) {
          entries.push(...typed.entries);
          problems.delete(key);
        } else problems.set(key, { text, problem: typed.problem });
      });
    });
    const outcome = append(entries);
    if (!outcome.ok) return toast(`Nothing was pasted: ${outcome.reason}`);
    setDoubtful(problems);
    const doubts = problems.size - doubtful.size;
    toast(`Pasted ${block.length} row${block.length === 1 ? '' : 's'}.${doubts > 0 ? ` ${doubts} cells could not be read: they are kept and marked.` : ''}`);
  };

  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const { key } = event;
    const command = event.ctrlKey || event.metaKey;
    if (editing) {
      const leaving: Record<string, [number, number]> = { Enter: [1, 0], ArrowDown: [1, 0], ArrowUp: [-1, 0], ...(editing.overtype ? { ArrowLeft: [0, -1], ArrowRight: [0, 1] } : {}) };
      const step = key === 'Tab' ? ([0, event.shiftKey ? -1 : 1] as const) : leaving[key];
      if (key === 'Escape') {
        flushSync(() => setEditing(null));
        focusCell(place);
      } else if (step) {
        event.preventDefault();
        finish(step[0], step[1]);
      }
      return;
    }
    const moves: Record<string, Place> = {
      ArrowUp: { row: place.row - 1, column: place.column },
      ArrowDown: { row: place.row + 1, column: place.column },
      ArrowLeft: { row: place.row, column: place.column - 1 },
      ArrowRight: { row: place.row, column: place.column + 1 },
      Home: { row: place.row, column: 0 },
      End: { row: place.row, column: columns.length - 1 },
    };
    const move = moves[key];
    if (move) {
      event.preventDefault();
      moveTo(move.row, move.column);
    } else if (command && key.toLowerCase() === 'z') {
      event.preventDefault();
      event.stopPropagation();
      const outcome = undo();
      toast(outcome.ok ? 'Undone: struck in the ledger' : outcome.reason);
    } else if (key === 'Enter' || key === 'F2') {
      event.preventDefault();
      beginEdit(textAt(place), false);
    } else if (key === 'Delete' || key === 'Backspace') {
      event.preventDefault();
      record(place, '');
    } else if (key.length === 1 && !command && !event.altKey) {
      event.preventDefault();
      beginEdit(key, true);
    }
  };

  const textAt = (at: Place): string => {
    const column = columns[at.column];
    const way = rows[at.row] ?? null;
    if (!column) return '';
    return (way && doubtful.get(cellKey(way.id, column.id))?.text) || cellText(column, way, job);
  };

  const onPaste = (event: ClipboardEvent) => {
    if (editing || job.issued) return;
    event.preventDefault();
    pasteBlock(parseBlock(event.clipboardData.getData('text/plain')));
  };

  const leaveNow = () => {
    if (!editing) return;
    record(place, editing.text);
    setEditing(null);
  };
  const leaving = useRef(leaveNow);
  useEffect(() => {
    leaving.current = leaveNow;
  });
  const leave = useCallback(() => leaving.current(), []);
  const type = useCallback((text: string) => setEditing((before) => (before ? { ...before, text } : before)), []);

  // What each cell shows, as plain values: worked out when the job changes, not while somebody types.
  const looks = useMemo(() => {
    const look = (column: Column, way: Way | null) => {
      const doubt = way ? (doubtful.get(cellKey(way.id, column.id)) ?? null) : null;
      const text = column.sort === 'computed' ? (way && way.arrangement !== 'spare' ? column.show(way, pack, job.supply.earthing ?? null) : '') : cellText(column, way, job);
      const verdict = way && column.sort === 'reading' ? (verdicts.get(slotKey({ of: 'way', id: way.id }, column.test))?.verdict ?? null) : null;
      const shown = doubt?.text ?? text;
      return {
        shown,
        verdict,
        isDoubtful: doubt !== null,
        idle: isIdle(column, way),
        due: way !== null && column.sort === 'reading' && text === '' && testsDue(way).includes(column.test),
        label: way ? spokenCell(column, way, shown, verdict, doubt) : `${column.spoken}, new way`,
      };
    };
    return rows.map((way) => columns.map((column) => look(column, way)));
  }, [rows, job, pack, verdicts, doubtful]);

  const template = `2rem ${columns.map((column) => column.width).join(' ')}`;
  const chosenWay = rows[place.row] ?? null;
  const chosenColumn = columns[place.column];
  return (
    <>
      <div
        ref={grid}
        role="grid"
        aria-label="Circuit ledger"
        aria-rowcount={rows.length + 1}
        onKeyDown={onKeyDown}
        onPaste={onPaste}
        onFocus={(event) => {
          const at = placeOf(event.target);
          if (!at || (at.row === place.row && at.column === place.column)) return;
          if (editing) record(place, editing.text);
          setEditing(null);
          setPlace(at);
        }}
        onDoubleClick={(event) => placeOf(event.target) && beginEdit(textAt(place), false)}
        onCopy={(event) => {
          if (editing) return;
          event.preventDefault();
          event.clipboardData.setData('text/plain', textAt(place));
        }}
        className="overflow-x-auto border-y border-rule-strong bg-sheet text-[0.8125rem]"
      >
        <div className="min-w-[70rem]">
          <GroupHeadings template={template} />
          <div role="row" className="grid border-b border-rule-strong text-xs" style={{ gridTemplateColumns: template }}>
            <span role="columnheader" className="px-1 py-1 text-right text-faint">No.</span>
            {columns.map((column) => (
              <span key={column.id} role="columnheader" aria-label={column.spoken} className={`px-1 py-1 font-semibold ${startsGroup(column) ? 'border-l border-rule-strong' : ''} ${column.sort === 'reading' || column.sort === 'computed' ? 'text-right' : ''}`}>
                {column.heading}
              </span>
            ))}
          </div>
          {rows.map((way, row) => (
            <div key={way?.id ?? 'new'} role="row" className="grid border-b border-rule" style={{ gridTemplateColumns: template }}>
              <span role="rowheader" className="px-1 pt-1 text-right text-faint">
                {way?.number ?? '+'}
              </span>
              {columns.map((column, index) => {
                const chosen = place.row === row && place.column === index;
                const look = looks[row]?.[index];
                if (!look) return null;
                return (
                  <Cell
                    key={column.id}
                    column={column}
                    at={`${row}-${index}`}
                    chosen={chosen}
                    typing={chosen && editing ? editing.text : null}
                    type={type}
                    leave={leave}
                    isNext={way !== null && nextAt !== null && isPlaceOf(nextAt, way, column)}
                    {...look}
                  />
                );
              })}
            </div>
          ))}
        </div>
      </div>
      {chosenColumn && (
        <WorkingPanel way={chosenWay} column={chosenColumn} typing={editing?.text ?? null} doubtful={chosenWay ? (doubtful.get(cellKey(chosenWay.id, chosenColumn.id)) ?? null) : null} />
      )}
    </>
  );
}

/** Where a gap about a field points, by column. */
const gapFieldOf: Record<string, string> = { kind: 'arrangement', cable: 'liveCsaMm2', method: 'referenceMethod', device: 'deviceAmps' };

const isPlaceOf = (at: string, way: Way, column: Column): boolean =>
  column.sort === 'reading' ? at === (slotKey({ of: 'way', id: way.id }, column.test) as SlotKey) : at === `way-${way.id}-${gapFieldOf[column.id] ?? column.id}`;

const startsGroup = (column: Column): boolean => columns[columns.indexOf(column) - 1]?.group !== column.group;

function GroupHeadings({ template }: { template: string }) {
  const groups = [...new Set(columns.map((column) => column.group))];
  return (
    <div aria-hidden className="grid border-b border-rule text-2xs text-faint" style={{ gridTemplateColumns: template }}>
      <span />
      {groups.map((group) => (
        <span key={group} className="border-l border-rule-strong px-1" style={{ gridColumn: `span ${columns.filter((c) => c.group === group).length}` }}>
          {group}
        </span>
      ))}
    </div>
  );
}

const placeOf = (target: EventTarget): Place | null => {
  const at = target instanceof HTMLElement ? target.closest<HTMLElement>('[data-place]')?.dataset.place : undefined;
  const [row, column] = at?.split('-').map(Number) ?? [];
  return row === undefined || column === undefined ? null : { row, column };
};

type CellProps = {
  column: Column;
  at: string;
  chosen: boolean;
  typing: string | null;
  type: (text: string) => void;
  leave: () => void;
  isNext: boolean;
  shown: string;
  verdict: keyof typeof verdictPattern | null;
  isDoubtful: boolean;
  idle: boolean;
  due: boolean;
  label: string;
};

const Cell = memo(function Cell({ column, at, chosen, typing, type, leave, isNext, shown, verdict, isDoubtful, idle, due, label }: CellProps) {
  const pattern = isDoubtful ? 'outline-2 outline-dashed -outline-offset-2 outline-ink' : verdict ? verdictPattern[verdict] : '';
  const edge = startsGroup(column) ? 'border-l border-l-rule-strong' : '';
  const ring = isNext ? 'shadow-[inset_0_0_0_2px_var(--next)]' : '';
  return (
    <div
      role="gridcell"
      tabIndex={chosen ? 0 : -1}
      data-place={at}
      aria-label={label}
      aria-selected={chosen}
      aria-readonly={column.sort === 'computed' || undefined}
      className={`relative flex min-h-7 items-center gap-0.5 px-1 ${edge} ${pattern} ${ring} ${chosen ? 'bg-hover' : ''} ${idle ? 'text-faint' : ''}`}
    >
      {typing !== null ? (
        <input
          autoFocus
          value={typing}
          aria-label={label}
          onChange={(event) => type(event.target.value)}
          onBlur={leave}
          onFocus={(event) => event.target.setSelectionRange(event.target.value.length, event.target.value.length)}
          className={`absolute inset-0 w-full min-w-full bg-sheet px-1 outline-2 outline-ink ${column.sort === 'reading' ? 'text-right' : ''}`}
        />
      ) : (
        <>
          {verdict && verdict !== 'unjudged' && verdict !== 'meets' && <VerdictMark verdict={verdict} />}
          {verdict === 'meets' && shown !== '✓' && <span aria-hidden className="text-2xs text-faint">✓</span>}
          {column.sort === 'field' ? <span className="truncate">{shown}</span> : <Figure text={shown} due={due} idle={idle && column.sort === 'reading'} decimals={column.id !== 'rcd-time'} />}
        </>
      )}
    </div>
  );
});

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

function spokenCell(column: Column, way: Way, shown: string, verdict: keyof typeof verdictPattern | null, doubtful: Doubtful | null): string {
  const { spec } = column.sort === 'reading' ? measurementOf(column.test) : { spec: null };
  const unit = spec?.takes === 'figure' && /\d/.test(shown) ? ` ${unitWord[spec.unit]}` : '';
  const parts = [column.spoken, `circuit ${way.number}`, shown === '' ? 'empty' : `${shown}${unit}`];
  if (doubtful) parts.push(`not recorded: ${doubtful.problem}`);
  else if (verdict) parts.push(verdictWord[verdict]);
  return parts.join(', ');
}
