'use client';

import { useEffect, useState } from 'react';
import { v7 } from 'uuid';
import { slotAt } from '../../../core/installation/slot';
import {
  type ProtectiveConductor,
  bondFieldOf,
  protectiveConductors,
  serviceWords,
} from '../../../core/installation/supply';
import type { LinkSort } from '../../../core/job/kinds/link';
import { conductorContinuity } from '../../../core/measurements/continuity/slots';
import { asNumber } from '../../../ui/entry-field';
import { useJob } from '../../../client/job-provider';
import { useMeasure } from '../../measure/measure-provider';
import { ReadingRow } from '../../measure/reading-row';

/** Earthing and bonding conductors end to end, one end parted, with what their run should read. */
export function OriginConductors() {
  const { job } = useJob();
  const { supply } = job;
  const conductors = protectiveConductors
    .filter((to) => to === 'earthing' || (to !== 'lightning' && supply[bondFieldOf[to]] === 'bonded'))
    .map((to) => ({
      to,
      name: to === 'earthing' ? 'Earthing conductor' : `Bond to ${serviceWords[to]}`,
      csa: to === 'earthing' ? supply.earthingConductorCsaMm2 : supply.bondingCsaMm2,
      sort: to === 'earthing' ? ('earthing conductor off' as const) : ('bond off' as const),
    }));
  return (
    <section aria-labelledby="origin-conductors">
      <h3 id="origin-conductors" className="border-b border-rule-strong pb-1 text-lg">
        Earthing and bonding
      </h3>
      <p className="border-b border-rule py-1.5 text-sm">
        <strong>Clamp for current first.</strong> Disconnect nothing while any part is energised, solar and storage
        included: the open ends can kill. Current or volts: stop. Reconnect before the supply is restored.
      </p>
      {conductors.map(({ to, name, csa, sort }, index) => (
        <ReadingRow
          key={to}
          slot={slotAt({ of: 'conductor', to }, conductorContinuity)}
          label={`${name}${csa ? `, ${csa} mm²` : ''}`}
          sequence={5000 + index}
          row={600 + index}
        >
          <RunField run={to} name={name} />
          <Parted sort={sort} name={name} />
        </ReadingRow>
      ))}
    </section>
  );
}

/** How far a conductor runs, as paced out: what its reading is then compared with. */
function RunField({ run, name }: { run: ProtectiveConductor; name: string }) {
  const { job, isSealed } = useJob();
  const { record } = useMeasure();
  const stands = job.supply.runMetres?.[run]?.toString() ?? '';
  const [text, setText] = useState(stands);
  useEffect(() => setText(stands), [stands]);
  const commit = () => {
    const parsed = asNumber(0.1, 500)(text);
    if (!parsed.ok) return setText(stands);
    if (text.trim() !== stands)
      record([
        {
          kind: 'supply.described',
          body: { runMetres: { ...job.supply.runMetres, [run]: parsed.value ?? undefined } },
        },
      ]);
  };
  return (
    <label className="flex items-center gap-1 text-sm text-faint">
      <input
        aria-label={`${name}: length in metres`}
        className="min-h-8 w-14 rounded-md border border-rule bg-sheet px-1.5 text-right text-ink max-md:min-h-11"
        inputMode="decimal"
        placeholder="run"
        value={text}
        disabled={isSealed}
        onChange={(event) => setText(event.target.value)}
        onBlur={commit}
      />
      m
    </label>
  );
}

/** A conductor parted for its test, on the register until it is back. */
function Parted({ sort, name }: { sort: LinkSort; name: string }) {
  const { job, isSealed } = useJob();
  const { record } = useMeasure();
  const link = job.links.find((each) => each.clearedAt === null && each.sort === sort && each.where === name);
  return (
    <button
      type="button"
      disabled={isSealed}
      className={`min-h-8 rounded-md border px-2 text-sm max-md:min-h-11 ${link ? 'border-ink bg-ink text-paper' : 'border-rule-strong hover:bg-hover'}`}
      onClick={() =>
        record(
          link
            ? [{ kind: 'link.cleared', body: { linkId: link.linkId } }]
            : [
                {
                  kind: 'link.made',
                  body: { linkId: v7(), sort, on: { of: 'supply' }, where: name, test: 'continuity' },
                },
              ],
        )
      }
    >
      {link ? 'disconnected: ✓ Reconnected' : 'parted'}
    </button>
  );
}
