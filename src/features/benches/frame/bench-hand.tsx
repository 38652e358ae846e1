'use client';

import { useEffect, useState } from 'react';
import { isolationState } from '../../../core/work/isolation';
import { Disclosure } from '../../../ui/disclosure';
import { Button } from '../../../ui/button';
import { useNarrow } from '../../../ui/use-narrow';
import { InHandLine } from '../../workspace/in-hand';
import { useJob } from '../../../client/job-provider';
import { useBench, useCellInUse, useTester } from './bench-provider';

const cupboardKey = 'orange-ledger-cupboard';

/** What is in hand at every bench: instrument, nulled leads, the tester's link, the pad, and the light. */
export function BenchHand() {
  const { job } = useJob();
  const { inHand, change, padOpen, openPad } = useBench();
  const isNarrow = useNarrow();
  const isCovered = job.isolations.some((record) => isolationState(record).inForce);
  const serial = inHand.instrumentId ? job.instruments.get(inHand.instrumentId)?.serial : null;
  const [cupboard, setCupboard] = useState(false);
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
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-1 print:hidden">
      {isNarrow ? (
        <Disclosure
          className="w-full text-sm"
          open={!isCovered && !inHand.isolationWhy}
          summary={
            <>
              In hand: {serial ?? 'no instrument'} · leads{' '}
              {inHand.leadNullOhms ? `nulled at ${inHand.leadNullOhms} Ω` : 'not nulled'} · {inHand.testVolts ?? 500} V
            </>
          }
        >
          <InHandLine inHand={inHand} change={change} />
        </Disclosure>
      ) : (
        <InHandLine inHand={inHand} change={change} />
      )}
      <TesterLine />
      <span className="flex-1" />
      <Button look="quiet" aria-pressed={padOpen} onClick={() => openPad(!padOpen)} className="max-md:min-h-11">
        {padOpen ? 'Pad away' : 'Pad'}
      </Button>
      <Button look="quiet" aria-pressed={cupboard} onClick={switchLight} className="max-md:min-h-11">
        {cupboard ? 'Daylight' : 'Dark'}
      </Button>
    </div>
  );
}

const lineWords = { connecting: 'looking for it', ready: 'linked', lost: 'link lost: readings wait in it' } as const;

/** The tester's link in words, what it still owes, and readings it took by itself. */
function TesterLine() {
  const { putHere } = useBench();
  const tester = useTester();
  const cell = useCellInUse();
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
      {tester.unplaced.map((reading) => (
        <Button key={reading.id} disabled={!cell} onClick={() => putHere(reading.id)}>
          {reading.value.is === 'number'
            ? reading.value.shown
            : reading.value.is === 'over'
              ? `>${reading.value.bound}`
              : reading.value.is}{' '}
          taken at the tester: put into {cell ? cell.label : 'a cell'}
        </Button>
      ))}
    </span>
  );
}
