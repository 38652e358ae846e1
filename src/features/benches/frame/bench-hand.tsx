'use client';

import { ChevronDown } from 'lucide-react';
import { useEffect, useState, type ReactNode } from 'react';
import { isolationState } from '../../../core/work/isolation';
import { Button } from '../../../ui/button';
import { useNarrow } from '../../../ui/use-narrow';
import { InHandLine } from '../../measure/in-hand';
import { useJob } from '../../../client/job-provider';
import { useMeasure, usePlaceInFocus, useTester } from '../../measure/measure-provider';
import { NotReadMenu } from '../../measure/not-read';
import { TestCards } from './test-cards';
import type { TesterState } from '../../../instruments/tester-link';
import { WentDead } from './went-dead';

/** Benches that ask for no nulled leads, no test voltage and no isolation. */
const liveBenches: ReadonlySet<string> = new Set(['origin', 'loop', 'residual', 'function', 'leaving']);

const cupboardKey = 'orange-ledger-cupboard';

/** What is in hand at every bench: instrument, nulled leads, the tester's link, the pad, and the light; on a phone in one row. */
export function BenchHand({ name, bench = null }: { readonly name: string; readonly bench?: ReactNode }) {
  const { inHand, change, padOpen, openPad } = useMeasure();
  const tester = useTester((held) => held);
  const isNarrow = useNarrow();
  const isCovered = useJob(({ job }) => job.isolations.some((record) => isolationState(record).inForce));
  const serial = useJob(({ job }) =>
    inHand.instrumentId ? (job.instruments.get(inHand.instrumentId)?.serial ?? null) : null,
  );
  const [cupboard, setCupboard] = useState(false);
  const [said, setSaid] = useState(false);
  useEffect(() => setCupboard(localStorage.getItem(cupboardKey) === 'yes'), []);
  useEffect(() => {
    const root = document.documentElement;
    if (cupboard) root.dataset.cupboard = '';
    else delete root.dataset.cupboard;
    return () => void delete root.dataset.cupboard;
  }, [cupboard]);
  const switchLight = () => {
    localStorage.setItem(cupboardKey, cupboard ? 'no' : 'yes');
    setCupboard(!cupboard);
  };
  const pad = (
    <Button look="quiet" aria-pressed={padOpen} onClick={() => openPad(!padOpen)} className="max-md:min-h-11">
      {padOpen ? 'Hide keypad' : 'Keypad'}
    </Button>
  );
  const light = (
    <Button look="quiet" aria-pressed={cupboard} onClick={switchLight} className="max-md:min-h-11">
      {cupboard ? 'Light mode' : 'Dark mode'}
    </Button>
  );
  if (isNarrow) {
    const open = said;
    return (
      <div className="border-b border-rule print:hidden">
        <div className="flex items-center gap-2">
          {bench}
          <button
            type="button"
            aria-expanded={open}
            onClick={() => setSaid(!open)}
            className="flex min-h-11 min-w-0 flex-1 items-center gap-1 text-left text-sm"
          >
            <span className="min-w-0 flex-1 truncate">
              {serial ?? 'no instrument'}
              {liveBenches.has(name)
                ? ''
                : ` · ${inHand.leadNullOhms ? `${inHand.leadNullOhms} Ω` : 'not nulled'}${isCovered || inHand.isolationWhy ? '' : ' · no isolation'}`}
              {tester && !open && (
                <strong data-testid="tester">
                  {' '}
                  · {tester.line === 'ready' ? 'linked' : lineWords[tester.line].split(':')[0]}
                </strong>
              )}
            </span>
            <ChevronDown size={15} aria-hidden className={open ? 'rotate-180' : ''} />
          </button>
        </div>
        {open && (
          <div className="space-y-1 pb-2">
            <InHandLine inHand={inHand} change={change} live={liveBenches.has(name)} />
            <TesterLine />
            <div className="flex flex-wrap items-center gap-x-4">
              <WentDead />
              <TestCards bench={name} />
              {pad}
              {light}
            </div>
          </div>
        )}
        {!open && tester && tester.unplaced.length > 0 && <TesterLine />}
      </div>
    );
  }
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-1 print:hidden">
      <InHandLine inHand={inHand} change={change} live={liveBenches.has(name)} />
      <TesterLine />
      <span className="flex-1" />
      <NotReadMenu />
      <TestCards bench={name} />
      <WentDead />
      {pad}
      {light}
    </div>
  );
}

const lineWords = { connecting: 'looking for it', ready: 'linked', lost: 'link lost: readings wait in it' } as const;

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

/** Readings the tester took by itself, each to be put into the cell in focus. */
function Unplaced({ readings }: { readings: TesterState['unplaced'] }) {
  const { putHere } = useMeasure();
  const cell = usePlaceInFocus();
  return (
    <>
      {readings.map((reading) => (
        <Button key={reading.id} disabled={!cell} onClick={() => putHere(reading.id)}>
          {reading.value.is === 'number'
            ? reading.value.shown
            : reading.value.is === 'over'
              ? `>${reading.value.bound}`
              : reading.value.is}{' '}
          taken at the tester: put into {cell ? cell.label : 'a cell'}
        </Button>
      ))}
    </>
  );
}
