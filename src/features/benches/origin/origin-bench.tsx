'use client';

import { useJob } from '../../../client/job-provider';
import { type Measure, type Subject, linePairs, lines, slotAt } from '../../../core/installation/slot';
import { governing, valueAt } from '../../../core/job/governing';
import { hows, type How } from '../../../core/job/kinds/reading';
import { toFixed } from '../../../core/quantity/exact';
import { figureOf } from '../../../core/quantity/reading-value';
import { type Plateau, judgePlateau } from '../../../core/measurements/origin/fall-of-potential';
import {
  electrode,
  electrodeAt,
  fallSpikes,
  ipfLineEarth,
  ipfLineNeutral,
  phaseSequence,
  supplyPolarity,
  supplyVolts,
  voltsLineEarth,
  voltsLineLine,
  voltsNeutralEarth,
  voltsTerminal,
  ze,
} from '../../../core/measurements/origin/slots';
import { voltagePatternOf, voltagePatterns } from '../../../core/measurements/origin/voltage-pattern';
import { recordReading } from '../../../core/work/recorder';
import { Button } from '../../../ui/button';
import { Disclosure } from '../../../ui/disclosure';
import { Select } from '../../../ui/select';
import { toast } from '../../../ui/toast';
import { useMeasure } from '../../measure/measure-provider';
import { ReadingRow } from '../../measure/reading-row';
import type { BenchProps } from '../registry';
import { DeviceLadder } from './device-ladder';
import { PlateauDrawing } from './plateau-drawing';
import { ZeSteps } from './ze-steps';
import { capital } from '../../../core/words/capital';

const supply: Subject = { of: 'supply' };
const howWords: Record<How, string> = { measured: 'measured', calculated: 'calculated', enquiry: 'by enquiry' };

/** At the incoming terminals: polarity, volts, Ze, fault current at two places, and what every device has to break. */
export function OriginBench(_props: BenchProps) {
  const view = useJob();
  const { job } = view;
  const three = job.supply.liveConductors === 'three-phase';
  const phases: readonly (Pick<Measure, 'phase'> & { name: string })[] = three
    ? lines.map((phase) => ({ phase, name: `${phase} ` }))
    : [{ name: '' }];
  return (
    <div className="grid grid-cols-1 gap-x-10 gap-y-6 lg:grid-cols-2">
      <section aria-labelledby="incoming">
        <h2 id="incoming" className="pb-1 text-xl">
          At the incoming terminals
        </h2>
        <p className="border-l-4 border-ink pl-3 text-sm">
          Live terminals within reach: covers off for no longer than a reading takes, fused leads, no one else near.
        </p>
        {phases.map(({ phase, name }, index) => (
          <div key={name}>
            <At n={2 * index} measure={{ ...supplyVolts, ...(phase ? { phase } : {}) }} label={`${name}Volts L–N`} />
            <At
              n={2 * index + 1}
              measure={{ ...voltsLineEarth, ...(phase ? { phase } : {}) }}
              label={`${name}Volts L–E`}
            />
          </div>
        ))}
        {three &&
          linePairs.map((phase, index) => (
            <At
              key={phase}
              n={10 + index}
              measure={{ ...voltsLineLine, phase }}
              label={`Volts ${phase.replace('-', '–')}`}
            />
          ))}
        <At n={15} measure={voltsNeutralEarth} label="Volts N–E" />
        {job.supply.earthing === 'TN-C-S' && (
          <At n={16} measure={voltsTerminal} label="Earthing terminal to a separate earth" />
        )}
        <Patterns />
        {three && <At n={16.5} measure={phaseSequence} label="Phase sequence, L1 L2 L3" />}
        <At n={17} measure={supplyPolarity} label="Polarity of the supply" />
        <ZeSteps />
        {phases.map(({ phase, name }, index) => (
          <At key={name} n={20 + index} measure={{ ...ze, ...(phase ? { phase } : {}) }} label={`${name}Ze`} />
        ))}
        <HowZe />
        {job.supply.earthing === 'TT' && <Electrode />}
      </section>
      <div className="space-y-6">
        <section aria-labelledby="currents">
          <h2 id="currents" className="pb-1 text-xl">
            Fault current, two places, two pairs
          </h2>
          <p className="text-sm text-faint">
            Protective and bonding conductors connected. The largest counts. Amperes are converted: 1240 A becomes 1.24
            kA.
          </p>
          {phases.map(({ phase, name }, index) => (
            <div key={name}>
              <At
                n={40 + 2 * index}
                measure={{ ...ipfLineNeutral, ...(phase ? { phase } : {}) }}
                label={`${name}Ipf L–N, incoming`}
              />
              <At
                n={41 + 2 * index}
                measure={{ ...ipfLineEarth, ...(phase ? { phase } : {}) }}
                label={`${name}Ipf L–E, incoming`}
              />
            </div>
          ))}
          {[...job.boards.values()].map(({ id, name }, index) => (
            <div key={id}>
              <At
                n={50 + 2 * index}
                on={{ of: 'board', id }}
                measure={ipfLineNeutral}
                label={`Ipf L–N, out of ${name ?? 'the board'}`}
              />
              <At
                n={51 + 2 * index}
                on={{ of: 'board', id }}
                measure={ipfLineEarth}
                label={`Ipf L–E, out of ${name ?? 'the board'}`}
              />
            </div>
          ))}
        </section>
        <DeviceLadder />
      </div>
    </div>
  );
}

/** A reading of the origin, in its place of the order they are taken in. */
function At({ n, measure, label, on = supply }: { n: number; measure: Measure; label: string; on?: Subject }) {
  return <ReadingRow slot={slotAt(on, measure)} label={label} sequence={n} row={n} />;
}

/** What the three voltages mean together. */
function Patterns() {
  const found = voltagePatternOf(useJob());
  return (
    <Disclosure
      key={found?.name ?? ''}
      open={found !== null && !found.pattern.isSound}
      summary={<span className="text-sm text-faint">What the voltages mean</span>}
    >
      <table className="w-full text-sm">
        <thead>
          <tr className="text-left text-xs">
            {['L–N', 'L–E', 'N–E', 'Meaning'].map((each) => (
              <th key={each} className="pr-2 font-semibold">
                {each}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {Object.values(voltagePatterns).map((each) => (
            <tr
              key={each.title}
              className={`border-t border-rule align-top ${each === found?.pattern ? 'font-semibold' : ''}`}
            >
              <td className="whitespace-nowrap pr-2">{each.lineNeutral}</td>
              <td className="whitespace-nowrap pr-2">{each.lineEarth}</td>
              <td className="whitespace-nowrap pr-2">{each.neutralEarth}</td>
              <td>
                {capital(each.title)}. {each.means}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-sm text-faint">
        On PME with line and neutral swapped upstream, all three look right and all metal is live. Only a reading from
        the earthing terminal to a distant spike shows it.
      </p>
    </Disclosure>
  );
}

/** By measurement, by enquiry or worked out: kept with Ze and printed. */
function HowZe() {
  const view = useJob();
  const { inHand, record } = useMeasure();
  const reading = governing(view, supply, ze);
  if (!reading || view.isSealed) return null;
  const set = (how: How) => {
    const slot = slotAt(supply, ze);
    const recording = recordReading(
      view,
      slot,
      { value: reading.body.value, reason: null, how, corrects: true },
      inHand,
    );
    if (recording.ok) record(recording.entries);
    else toast(recording.problem);
  };
  return (
    <p className="flex items-center gap-2 py-1 text-sm">
      Ze obtained
      <Select
        label="How Ze obtained obtained"
        value={reading.body.how}
        onChange={set}
        options={hows.map((value) => ({ value, label: howWords[value] }))}
      />
    </p>
  );
}

/** The installation's own electrode: by loop, or by fall of potential with the spike at three places. */
function Electrode() {
  const view = useJob();
  const { inHand, record } = useMeasure();
  const [near, middle, far] = fallSpikes.map((spike) => {
    const value = valueAt(view, supply, electrodeAt(spike));
    return value && figureOf(value);
  });
  const plateau: Plateau | null = near && middle && far ? judgePlateau({ near, middle, far }, view.pack) : null;
  const keep = () => {
    if (!plateau) return;
    const shown = toFixed(plateau.ohms, 2, 'half-up');
    const recording = recordReading(
      view,
      slotAt(supply, electrode),
      { value: { is: 'number', shown }, reason: 'mean of three, fall of potential', corrects: true },
      inHand,
    );
    if (recording.ok) record(recording.entries);
    else toast(recording.problem);
  };
  return (
    <div>
      <At n={30} measure={electrode} label="RA, earth electrode" />
      <Disclosure
        open={Boolean(near ?? middle ?? far)}
        summary={<span className="text-sm">By fall of potential: three spikes</span>}
      >
        <p className="text-sm text-faint">
          Isolate, and disconnect the electrode from the earthing terminal. Current spike well out; potential spike
          nearer, midway and farther.
        </p>
        {fallSpikes.map((spike, index) => (
          <At key={spike} n={31 + index} measure={electrodeAt(spike)} label={`RA, spike ${spike}`} />
        ))}
        {plateau && near && middle && far && (
          <>
            <PlateauDrawing near={near} middle={middle} far={far} plateau={plateau} />
            <p role="status" className={`text-sm ${plateau.level ? '' : 'font-semibold'}`}>
              {plateau.says}
            </p>
            {plateau.level && !view.isSealed && (
              <Button className="mt-1 min-h-11" onClick={keep}>
                RA is {toFixed(plateau.ohms, 2, 'half-up')} Ω
              </Button>
            )}
          </>
        )}
      </Disclosure>
    </div>
  );
}
