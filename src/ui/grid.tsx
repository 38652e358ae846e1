'use client';

import {
  memo,
  useCallback,
  useEffect,
  useRef,
  useState,
  type ClipboardEvent,
  type KeyboardEvent,
  type ReactNode,
} from 'react';
import { flushSync } from 'react-dom';
import { parseBlock } from './clipboard-block';

export type At = { readonly row: number; readonly column: number };

export type GridColumn = {
  readonly id: string;
  readonly heading: string;
  readonly spoken: string;
  readonly width: string;
  readonly group: string;
  readonly align: 'left' | 'right';
};

/** What a cell shows, as plain values: worked out when the data changes, not while somebody types. */
export type CellLook = {
  readonly shown: string;
  /** Spoken name with what stands there and how it is judged. */
  readonly label: string;
  readonly face: ReactNode;
  readonly pattern: string;
  /** Takes nothing here. */
  readonly idle: boolean;
  /** Nobody types here: it is worked out. */
  readonly readOnly?: boolean;
  readonly isNext?: boolean;
  readonly anchor?: string;
};

type Props = {
  readonly label: string;
  readonly columns: readonly GridColumn[];
  readonly rows: readonly { readonly key: string; readonly head: ReactNode }[];
  readonly looks: readonly (readonly CellLook[])[];
  /** Records what was typed into a cell; false where it was not taken and is kept as it was typed. */
  readonly record: (at: At, text: string) => boolean;
  readonly pasteBlock: (at: At, block: string[][]) => void;
  readonly undo: () => void;
  readonly sealed?: boolean;
  /** Where a link led: brought there each time it changes. */
  readonly target?: At | null;
  /** What stands under the sheet, about the cell that is chosen and what is being typed into it. */
  readonly under: (at: At, typing: string | null) => ReactNode;
  readonly minWidth: string;
};

type Editing = { readonly text: string; readonly overtype: boolean };

/** Whether a cell can be filled. */
const fills = (look: CellLook | undefined): boolean => look !== undefined && !look.idle && !look.readOnly;

/** The next cell that can be filled, row by row; null where there is none that way. */
export function nextToFill(looks: readonly (readonly CellLook[])[], from: At, step: 1 | -1): At | null {
  const width = looks[0]?.length ?? 0;
  const total = looks.length * width;
  for (let place = from.row * width + from.column + step; place >= 0 && place < total; place += step) {
    const at = { row: Math.floor(place / width), column: place % width };
    if (fills(looks[at.row]?.[at.column])) return at;
  }
  return null;
}

/**
 * A sheet typed like a spreadsheet.
 *
 *   Tab, Shift-Tab   the next cell that can be filled, typed in or not
 *   Enter            down, recording; arrows move
 *   Escape           leaves what was typed; then Tab leaves the sheet
 *   any letter       overtypes; F2 or Enter opens what stands there
 */
export function Grid(props: Props) {
  const { label, columns, rows, looks, record, pasteBlock, undo, sealed = false, target, under, minWidth } = props;
  const [place, setPlace] = useState<At>({ row: 0, column: 0 });
  const [editing, setEditing] = useState<Editing | null>(null);
  const grid = useRef<HTMLDivElement>(null);
  const latest = useRef({ looks, place, editing, record });
  useEffect(() => {
    latest.current = { looks, place, editing, record };
  });
  // The moment after Escape, Tab is the browser's.
  const mayLeave = useRef(false);

  const moveTo = (row: number, column: number) => {
    const now = latest.current.looks;
    const at = {
      row: Math.min(Math.max(row, 0), now.length - 1),
      column: Math.min(Math.max(column, 0), columns.length - 1),
    };
    // At once: the next key may follow before the next frame.
    flushSync(() => {
      setEditing(null);
      setPlace(at);
    });
    grid.current?.querySelector<HTMLElement>(`[data-place="${at.row}-${at.column}"]`)?.focus();
  };

  useEffect(() => {
    if (target) requestAnimationFrame(() => moveTo(target.row, target.column));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only when a link was followed
  }, [target]);

  /** Records what is being typed and settles the sheet, so that what follows sees it as it stands then. */
  const settle = () => {
    if (editing) record(place, editing.text);
    flushSync(() => setEditing(null));
  };
  const tab = (step: 1 | -1) => {
    settle();
    const next = nextToFill(latest.current.looks, place, step);
    moveTo(next?.row ?? place.row, next?.column ?? place.column);
  };
  const look = looks[place.row]?.[place.column];
  const beginEdit = (text: string, overtype: boolean) => {
    if (!sealed && fills(look)) setEditing({ text, overtype });
  };

  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const { key } = event;
    const command = event.ctrlKey || event.metaKey;
    if (key === 'Tab') {
      if (mayLeave.current && !editing) return;
      event.preventDefault();
      return tab(event.shiftKey ? -1 : 1);
    }
    mayLeave.current = key === 'Escape' && !editing;
    if (editing) return typingKey(event);
    const moves: Record<string, At> = {
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
      undo();
    } else if (key === 'Enter' || key === 'F2') {
      event.preventDefault();
      beginEdit(look?.shown ?? '', false);
    } else if (key === 'Delete' || key === 'Backspace') {
      event.preventDefault();
      if (!sealed && fills(look)) record(place, '');
    } else if (key.length === 1 && !command && !event.altKey) {
      event.preventDefault();
      beginEdit(key, true);
    }
  };
  const typingKey = (event: KeyboardEvent<HTMLElement>) => {
    const steps: Record<string, readonly [number, number]> = {
      Enter: [1, 0],
      ArrowDown: [1, 0],
      ArrowUp: [-1, 0],
      ...(editing?.overtype ? { ArrowLeft: [0, -1], ArrowRight: [0, 1] } : {}),
    };
    const step = steps[event.key];
    if (event.key === 'Escape') {
      flushSync(() => setEditing(null));
      moveTo(place.row, place.column);
    } else if (step) {
      event.preventDefault();
      settle();
      moveTo(place.row + step[0], place.column + step[1]);
    }
  };

  const leave = useCallback(() => {
    const { editing: typed, place: at, record: now } = latest.current;
    if (typed) now(at, typed.text);
    setEditing(null);
  }, []);
  const type = useCallback((text: string) => setEditing((before) => (before ? { ...before, text } : before)), []);
  const onPaste = (event: ClipboardEvent) => {
    if (editing || sealed) return;
    event.preventDefault();
    pasteBlock(place, parseBlock(event.clipboardData.getData('text/plain')));
  };

  const template = `2rem ${columns.map((column) => column.width).join(' ')}`;
  return (
    <>
      <div
        ref={grid}
        role="grid"
        aria-label={label}
        aria-rowcount={rows.length + 1}
        onKeyDown={onKeyDown}
        onPaste={onPaste}
        onFocus={(event) => {
          const at = placeOf(event.target);
          if (!at || (at.row === place.row && at.column === place.column)) return;
          leave();
          setPlace(at);
        }}
        onDoubleClick={(event) => placeOf(event.target) && beginEdit(look?.shown ?? '', false)}
        onCopy={(event) => {
          if (editing) return;
          event.preventDefault();
          event.clipboardData.setData('text/plain', look?.shown ?? '');
        }}
        className="overflow-x-auto border-y border-rule-strong bg-sheet text-[0.8125rem]"
      >
        <div style={{ minWidth }}>
          <Headings columns={columns} template={template} />
          {rows.map((row, index) => (
            <div
              key={row.key}
              role="row"
              className="grid border-b border-rule"
              style={{ gridTemplateColumns: template }}
            >
              <span role="rowheader" className="px-1 pt-1 text-right text-faint">
                {row.head}
              </span>
              {columns.map((column, place_) => {
                const cell = looks[index]?.[place_];
                const chosen = place.row === index && place.column === place_;
                if (!cell) return null;
                return (
                  <Cell
                    key={column.id}
                    at={`${index}-${place_}`}
                    chosen={chosen}
                    typing={chosen && editing ? editing.text : null}
                    type={type}
                    leave={leave}
                    align={column.align}
                    edge={startsGroup(columns, place_)}
                    look={cell}
                  />
                );
              })}
            </div>
          ))}
        </div>
      </div>
      {under(place, editing?.text ?? null)}
    </>
  );
}

const startsGroup = (columns: readonly GridColumn[], index: number): boolean =>
  columns[index - 1]?.group !== columns[index]?.group;

function Headings({ columns, template }: { columns: readonly GridColumn[]; template: string }) {
  const groups = [...new Set(columns.map((column) => column.group))];
  return (
    <>
      <div
        aria-hidden
        className="grid border-b border-rule text-2xs text-faint"
        style={{ gridTemplateColumns: template }}
      >
        <span />
        {groups.map((group) => (
          <span
            key={group}
            className="border-l border-rule-strong px-1"
            style={{ gridColumn: `span ${columns.filter((column) => column.group === group).length}` }}
          >
            {group}
          </span>
        ))}
      </div>
      <div role="row" className="grid border-b border-rule-strong text-xs" style={{ gridTemplateColumns: template }}>
        <span role="columnheader" className="px-1 py-1 text-right text-faint">
          No.
        </span>
        {columns.map((column, index) => (
          <span
            key={column.id}
            role="columnheader"
            aria-label={column.spoken}
            className={`px-1 py-1 font-semibold ${startsGroup(columns, index) ? 'border-l border-rule-strong' : ''} ${column.align === 'right' ? 'text-right' : ''}`}
          >
            {column.heading}
          </span>
        ))}
      </div>
    </>
  );
}

const placeOf = (target: EventTarget): At | null => {
  const at = target instanceof HTMLElement ? target.closest<HTMLElement>('[data-place]')?.dataset.place : undefined;
  const [row, column] = at?.split('-').map(Number) ?? [];
  return row === undefined || column === undefined ? null : { row, column };
};

type CellProps = {
  at: string;
  chosen: boolean;
  typing: string | null;
  type: (text: string) => void;
  leave: () => void;
  align: 'left' | 'right';
  edge: boolean;
  look: CellLook;
};

const Cell = memo(function Cell({ at, chosen, typing, type, leave, align, edge, look }: CellProps) {
  const ring = look.isNext ? 'shadow-[inset_0_0_0_2px_var(--next)]' : '';
  return (
    <div
      role="gridcell"
      id={look.anchor}
      tabIndex={chosen ? 0 : -1}
      data-place={at}
      aria-label={look.label}
      aria-selected={chosen}
      aria-readonly={look.readOnly || undefined}
      className={`relative flex min-h-7 scroll-mb-60 scroll-mt-40 items-center gap-0.5 px-1 ${edge ? 'border-l border-l-rule-strong' : ''} ${look.pattern} ${ring} ${chosen ? 'bg-hover' : ''} ${look.idle ? 'text-faint' : ''}`}
    >
      {typing === null ? (
        look.face
      ) : (
        <input
          autoFocus
          value={typing}
          aria-label={look.label}
          onChange={(event) => type(event.target.value)}
          onBlur={leave}
          onFocus={(event) => event.target.setSelectionRange(event.target.value.length, event.target.value.length)}
          className={`absolute inset-0 w-full min-w-full bg-sheet px-1 outline-2 outline-ink ${align === 'right' ? 'text-right' : ''}`}
        />
      )}
    </div>
  );
});
