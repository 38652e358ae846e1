'use client';

import isEqual from 'fast-deep-equal';
import Link from 'next/link';
import { useJob } from '../../client/job-provider';
import { tests } from '../../core/catalogue';
import { isolationsInDoubt, readingsInDoubt } from '../../core/certificates/readings-in-doubt';
import { type Slot, keyOf } from '../../core/installation/slot';

const nothing: {
  readonly readings: ReturnType<typeof readingsInDoubt>;
  readonly isolations: ReturnType<typeof isolationsInDoubt>;
} = {
  readings: [],
  isolations: [],
};

function useInDoubt() {
  return useJob(
    ({ job, doubts }) =>
      doubts.length === 0
        ? nothing
        : { readings: readingsInDoubt(job, tests, doubts), isolations: isolationsInDoubt(job, doubts) },
    isEqual,
  );
}

/** One line on every page while readings of the job lean on an instrument that was not known to be sound. */
export function InDoubtLine() {
  const instruments = useJob((held) => held.instruments);
  const { readings, isolations } = useInDoubt();
  const [first] = readings;
  if (!first && isolations.length === 0) return null;
  const id = first?.doubt.instrumentId ?? isolations[0]?.begun.indicatorId ?? '';
  const name = instruments.find((each) => each.id === id)?.serial ?? 'An instrument';
  return (
    <Link
      href={`/firm/instruments/${id}`}
      className="block truncate border-t-2 border-ink px-3 py-0.5 text-sm font-semibold hover:bg-hover max-md:order-4 max-md:col-span-2 sm:px-5"
    >
      ?{' '}
      {[
        readings.length > 0 && `${readings.length} reading${readings.length === 1 ? '' : 's'} in doubt`,
        isolations.length > 0 && `${isolations.length} isolation${isolations.length === 1 ? '' : 's'} proved with it`,
      ]
        .filter(Boolean)
        .join(', ')}
      : {name}
      {first && `, ${first.doubt.because}`}
    </Link>
  );
}

/** Beside a reading: that its instrument was not known to be sound when it was taken. */
export function InDoubtHere({ slot }: { slot: Slot }) {
  const { readings } = useInDoubt();
  const key = keyOf(slot);
  const here = readings.find(({ entry }) => keyOf(entry.body.slot) === key);
  return here ? (
    <p className="text-xs font-semibold">? Its instrument was out of tolerance: {here.doubt.because}.</p>
  ) : null;
}
