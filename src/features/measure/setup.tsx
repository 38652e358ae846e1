'use client';

import { ChevronDown } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { isolationState } from '../../core/work/isolation';
import type { TesterState } from '../../instruments/tester-link';
import { useJob } from '../../client/job-provider';
import { Button } from '../../ui/button';
import { useDark } from '../../ui/dark';
import { InHandLine } from './in-hand';
import { useMeasure, usePlaceInFocus, useTester } from './measure-provider';

type Props = {
  /** Only live tests are read here: no nulled leads, no test voltage, no isolation. */
  readonly live?: boolean;
  /** What stands before it on the line. */
  readonly before?: ReactNode;
  /** What stands after it, at the end of the line. */
  readonly children?: ReactNode;
  /** What it holds beside what is in hand. */
  readonly more?: ReactNode;
};

/** What readings are taken with, in one line that opens: instrument, nulled leads, volts, isolation, tester, keypad and light. */
export function Setup({ live = false, before, children, more }: Props) {
  const { inHand, change, padOpen, openPad } = useMeasure();
  const tester = useTester((held) => held);
  const isCovered = useJob(({ job }) => job.isolations.some((record) => isolationState(record).inForce));
  const serial = useJob(({ job }) =>
    inHand.instrumentId ? (job.instruments.get(inHand.instrumentId)?.serial ?? null) : null,
  );
  const [open, setOpen] = useState(false);
  const [dark, setDark] = useDark();
  return (
    <div className="min-w-0 flex-1 print:hidden">
      <div className="flex min-h-9 items-center gap-x-3">
        {before}
        <button
          type="button"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          className="flex min-h-9 min-w-0 items-center gap-1 rounded-md px-1 text-left text-sm hover:bg-hover max-md:min-h-11 max-md:flex-1"
        >
          <span className="sr-only">Setup: </span>
          <span className="min-w-0 flex-1 truncate">
            {serial ?? 'no instrument'}
            {!live && ` · ${inHand.leadNullOhms ? `${inHand.leadNullOhms} Ω` : 'not nulled'}`}
            {!live && ` · ${inHand.testVolts ?? 500} V`}
            {!live && !isCovered && !inHand.isolationWhy && <strong> · no isolation</strong>}
            {tester && !open && (
              <strong data-testid="tester">
                {' '}
                · {tester.line === 'ready' ? 'linked' : lineWords[tester.line].split(':')[0]}
                {tester.waiting.length > 0 && `, ${tester.waiting.length} awaited`}
              </strong>
            )}
          </span>
          <ChevronDown size={15} aria-hidden className={`shrink-0 ${open ? 'rotate-180' : ''}`} />
        </button>
        {children}
      </div>
      {open && (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1 pb-2">
          <InHandLine inHand={inHand} change={change} live={live} />
          <TesterLine />
          <Button look="quiet" aria-pressed={padOpen} onClick={() => openPad(!padOpen)} className="max-md:min-h-11">
            {padOpen ? 'Hide keypad' : 'Keypad'}
          </Button>
          <Button look="quiet" aria-pressed={dark} onClick={() => setDark(!dark)} className="max-md:min-h-11">
            {dark ? 'Light mode' : 'Dark mode'}
          </Button>
          {more}
        </div>
      )}
      {!open && tester && tester.unplaced.length > 0 && <TesterLine />}
    </div>
  );
}

const lineWords = {
  connecting: 'searching',
  ready: 'linked',
  lost: 'link lost: readings are kept on the tester',
} as const;

/** The tester's link in words, what it still owes, and readings it took by itself. */
function TesterLine() {
  const tester = useTester((held) => held);
  if (!tester) return null;
  return (
    <span className="flex flex-wrap items-center gap-x-2 text-sm" data-testid="tester">
      <span className="text-faint">Tester</span>
      <span role="status" className={tester.line === 'lost' ? 'font-semibold' : ''}>
        {tester.instrument ? `${tester.instrument.serial}, ` : ''}
        {lineWords[tester.line]}
        {tester.waiting.length > 0 && `, ${tester.waiting.length} awaited`}
      </span>
      {tester.line === 'ready' && <span className="text-faint max-xl:hidden">space reads</span>}
      {tester.unplaced.length > 0 && <Unplaced readings={tester.unplaced} />}
    </span>
  );
}

/** Readings the tester took by itself: the first of them, to be put into the cell in focus, and how many follow. */
function Unplaced({ readings }: { readings: TesterState['unplaced'] }) {
  const { putHere } = useMeasure();
  const cell = usePlaceInFocus();
  const [first, ...others] = readings;
  if (!first) return null;
  const { value } = first;
  const shown = value.is === 'number' ? value.shown : value.is === 'over' ? `>${value.bound}` : value.is;
  return (
    <>
      <Button className="min-w-0 max-w-full max-md:min-h-11" disabled={!cell} onClick={() => putHere(first.id)}>
        <span className="truncate">
          {shown} from the tester: enter in {cell ? cell.label : 'a cell'}
        </span>
      </Button>
      {others.length > 0 && <span className="text-faint">{others.length} more</span>}
    </>
  );
}
