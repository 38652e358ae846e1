'use client';

import { keyOf } from '../../core/installation/slot';
import { ownReading } from '../../core/job/governing';
import type { JobView } from '../../core/job/view';
import { unitSymbol } from '../../core/quantity/parse-reading';
import { showValue } from '../../core/quantity/reading-value';
import { useJob } from '../../client/job-provider';
import { useMeasure, usePlaceInFocus, useTester } from './measure-provider';
import { NotReadMenu } from './not-read';

/** A key writes, takes back, records a whole value, or goes on. */
type Key = {
  readonly face: string;
  readonly spoken?: string;
  readonly does: 'write' | 'erase' | 'value' | 'enter';
  readonly text?: string;
  readonly wide?: true;
};

const digits = (...faces: string[]): Key[] => faces.map((face) => ({ face, does: 'write', text: face }));
const marks: readonly Key[] = ['LIM', 'N/A', 'N/V'].map((face) => ({ face, does: 'value', text: face }));

/** The over-range figure as the instrument last showed it for this unit. */
function overRange({ job, tests }: JobView, unit: string): string {
  for (const readings of [...job.readings.values()].reverse()) {
    const body = readings.at(-1)?.entry.body;
    const spec = body && tests.of(body.slot)?.spec;
    if (body?.value.is === 'over' && spec?.takes === 'figure' && spec.unit === unit) return `>${body.value.bound}`;
  }
  return unit === 'megohm' ? '>999' : '>1999';
}

/** Where a reading is taken, as its cell is called, without the symbol that stands before it. */
function placeIn(label: string, symbol: string): string {
  const place = label.includes(',') ? label.slice(label.indexOf(',') + 1).trim() : label;
  return place === symbol ? '' : place;
}

/** Says how high the keypad stands, for what lies above it: the choice of circuit, and how far a cell is scrolled up. */
function setDock(pad: HTMLElement | null) {
  if (!pad) return undefined;
  const { style } = document.documentElement;
  const watch = new ResizeObserver(() => {
    style.setProperty('--dock', `${pad.offsetHeight}px`);
    // The cell that brought it up may lie beneath it.
    document.activeElement?.scrollIntoView({ block: 'nearest' });
  });
  watch.observe(pad);
  return () => {
    watch.disconnect();
    style.removeProperty('--dock');
  };
}

/** Keys for a thumb: they write to the slot in focus, without taking the focus from its cell. */
export function Keypad() {
  const { padOpen, openPad, take, focus } = useMeasure();
  const here = usePlaceInFocus();
  const view = useJob((held) => (padOpen && here ? held : null));
  const tester = useTester((held) => held);
  const definition = here && view?.tests.of(here.slot);
  if (!here || !view || !definition || view.isSealed) return null;
  const { spec, symbol } = definition;
  const isFigure = spec.takes === 'figure';
  const keys: readonly Key[] = isFigure
    ? [
        ...digits('7', '8', '9'),
        { face: '⌫', spoken: 'Delete', does: 'erase' },
        ...digits('4', '5', '6'),
        { face: overRange(view, spec.unit), spoken: 'Over range', does: 'value', text: overRange(view, spec.unit) },
        ...digits('1', '2', '3'),
        spec.mayBeOpen
          ? { face: 'open', does: 'value', text: 'open' }
          : { face: '>', spoken: 'more than', does: 'write', text: '>' },
        ...digits('0', '.'),
        spec.mayBeOpen || spec.mayWander
          ? { face: '~', spoken: 'Unstable: from, to', does: 'write', text: '~' }
          : { face: '', does: 'write', text: '' },
        { face: '⏎', spoken: 'Enter', does: 'enter' },
        ...marks,
      ]
    : [
        { face: '✓ correct', spoken: 'Correct', does: 'value', text: 'ok', wide: true },
        { face: '× reversed', spoken: 'Reversed', does: 'value', text: 'rev', wide: true },
        ...marks,
        { face: '⏎', spoken: 'Enter', does: 'enter' },
      ];
  const press = ({ does, text = '' }: Key) => {
    if (does === 'write') focus.write((here.draft ?? '') + text);
    else if (does === 'erase') focus.write(here.draft?.slice(0, -1) ?? '');
    else if (focus.record(does === 'value' ? text : undefined)) focus.next();
  };
  const stands = ownReading(view, here.slot);
  const kept = focus.getSnapshot().notRecorded.get(keyOf(here.slot));
  const text = here.draft ?? kept?.text ?? (stands ? showValue(stands.body.value) : '');
  return (
    <section
      ref={setDock}
      aria-label="Keypad"
      className="fixed inset-x-0 bottom-0 z-30 border-t border-rule-strong bg-paper p-2 md:inset-x-auto md:right-4 md:w-80 md:border"
    >
      <div className="flex items-center gap-2 pb-1.5">
        <p className="min-w-0 flex-1 truncate text-sm">
          <strong>{symbol}</strong> {placeIn(here.label, symbol)}
        </p>
        <output className="text-xl font-semibold">
          {text || '–'} <span className="text-sm font-normal text-faint">{isFigure ? unitSymbol[spec.unit] : ''}</span>
        </output>
        <NotReadMenu />
        <button
          type="button"
          className="min-h-11 px-2 text-sm underline underline-offset-4"
          onPointerDown={(event) => event.preventDefault()}
          onClick={() => openPad(false)}
        >
          Letters
        </button>
      </div>
      <div className="grid grid-cols-4 gap-1">
        {keys.map((key) =>
          key.face === '' ? (
            <span key="blank" />
          ) : (
            <button
              key={key.face}
              type="button"
              aria-label={key.spoken}
              className={`min-h-12 rounded-md border text-lg ${key.wide ? 'col-span-2' : ''} ${key.does === 'enter' ? 'border-ink bg-ink font-semibold text-paper' : 'border-rule-strong bg-sheet hover:bg-hover'} ${key.does === 'value' ? 'text-base' : ''}`}
              onPointerDown={(event) => event.preventDefault()}
              onClick={() => press(key)}
            >
              {key.face}
            </button>
          ),
        )}
        {tester && isFigure && (
          <button
            type="button"
            aria-label={tester.line === 'ready' ? 'Take reading' : 'Take reading when the link is back'}
            className="min-h-12 rounded-md border-2 border-ink bg-sheet text-sm font-semibold leading-tight hover:bg-hover"
            onPointerDown={(event) => event.preventDefault()}
            onClick={() => take()}
          >
            {tester.line === 'ready' ? 'Take reading' : 'No link'}
          </button>
        )}
      </div>
    </section>
  );
}
