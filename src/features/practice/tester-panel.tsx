'use client';

import { useState } from 'react';
import type { Measured } from '../../core/practice/act';
import type { ChartCircuit, House, Place } from '../../core/practice/house';
import { Button } from '../../ui/button';
import { Select } from '../../ui/select';
import { ToggleGroup } from '../../ui/toggle-group';
import type { OnVisit } from './use-visit';

const functions = [
  { value: 'ring end', label: 'Ω  ends of a ring' },
  { value: 'continuity', label: 'Ω  at this point, as linked' },
  { value: 'long lead', label: 'Ω  long lead to the CPC here' },
  { value: 'neutral', label: 'Ω neutral here to a disconnected neutral' },
  { value: 'bond', label: 'Ω  bond, end to end' },
  { value: 'part', label: 'Ω  metal part to main earth' },
  { value: 'insulation', label: 'MΩ  insulation of a circuit' },
  { value: 'half', label: 'MΩ  insulation up to this point' },
  { value: 'ze', label: 'Loop  Ze at the intake' },
  { value: 'ipf', label: 'Loop  fault current at the intake' },
  { value: 'zs', label: 'Loop  Zs at this point' },
  { value: 'line neutral loop', label: 'Loop  line to neutral here' },
  { value: 'rcd', label: 'RCD  from here' },
] as const;
type Function = (typeof functions)[number]['value'];
type Pair = 'L-N' | 'L-C' | 'N-C';
const pairs = [
  { value: 'L-N', face: 'L–N' },
  { value: 'L-C', face: 'L–E' },
  { value: 'N-C', face: 'N–E' },
] as const;

/** The instrument: a function, where its probes are, and what it shows. */
export function TesterPanel({ on: { house, visit, does }, place }: { on: OnVisit; place: Place }) {
  const [set, setSet] = useState<Function>('continuity');
  const [pair, setPair] = useState<Pair>('L-C');
  const [conductor, setConductor] = useState<'L' | 'N' | 'C'>('L');
  const [feed, setFeed] = useState(false);
  const [volts, setVolts] = useState<250 | 500>(500);
  const [method, setMethod] = useState<'two-lead' | 'no-trip'>('no-trip');
  const [times, setTimes] = useState<'half' | '1' | '5' | 'ramp'>('1');
  const [wave, setWave] = useState<'0' | '180'>('0');
  const [chosen, setChosen] = useState<string | null>(null);
  const circuit =
    house.circuits.find(({ id }) => id === (chosen ?? place.circuit)) ??
    house.circuits.find(({ id }) => id === place.circuit) ??
    house.circuits[0];
  const isSwitched = (house.switchings.get(place.circuit ?? '') ?? []).some(({ lights }) =>
    lights.some((light) => place.id === `point:${light}`),
  );
  const measured = circuit
    ? asked({ set, pair, feed: feed && isSwitched, conductor, volts, method, times, wave, place, circuit })
    : null;
  const last = visit.acts.findLastIndex(({ is }) => is === 'measure');
  const shown = (visit.said[last] ?? []).at(-1);
  const usesPair = set === 'continuity' || set === 'insulation' || set === 'half' || set === 'ipf';
  const usesCircuit = set === 'ring end' || set === 'neutral' || set === 'insulation';
  return (
    <div className="space-y-2 text-sm">
      <output
        aria-live="polite"
        aria-label="The tester shows"
        className="block min-h-20 rounded-md border-2 border-ink bg-sheet px-3 py-2 text-right font-semibold"
      >
        <span className="block text-3xl tabular-nums">{shown?.tone === 'reading' ? shown.text : '– – –'}</span>
        <span className="block text-xs font-normal text-faint">
          {visit.fuseBlown
            ? 'its fuse has blown'
            : shown && shown.tone !== 'reading'
              ? shown.text
              : visit.nulled
                ? 'leads nulled'
                : 'leads not nulled'}
        </span>
      </output>
      <Select label="Function" value={set} options={functions} onChange={setSet} className="w-full" />
      {usesCircuit && (
        <Select
          label="Circuit"
          value={circuit?.id ?? null}
          options={house.circuits.map(({ id, way, name }) => ({ value: id, label: `${way} ${name}` }))}
          onChange={setChosen}
          className="w-full"
        />
      )}
      <div className="flex flex-wrap gap-2">
        {set === 'ring end' && (
          <ToggleGroup
            label="Conductor"
            value={conductor}
            choices={[
              { value: 'L', face: 'r1' },
              { value: 'N', face: 'rn' },
              { value: 'C', face: 'r2' },
            ]}
            onChange={setConductor}
          />
        )}
        {usesPair && (
          <ToggleGroup
            label="Between"
            value={pair}
            choices={set === 'ipf' ? pairs.slice(0, 2) : pairs}
            onChange={setPair}
          />
        )}
        {set === 'continuity' && isSwitched && (
          <ToggleGroup
            label="At"
            value={feed ? 'feed' : 'lamp'}
            choices={[
              { value: 'lamp', face: 'lamp' },
              { value: 'feed', face: 'feed' },
            ]}
            onChange={(to) => setFeed(to === 'feed')}
          />
        )}
        {(set === 'insulation' || set === 'half') && (
          <ToggleGroup
            label="Test voltage"
            value={String(volts)}
            choices={[
              { value: '250', face: '250 V' },
              { value: '500', face: '500 V' },
            ]}
            onChange={(to) => setVolts(to === '250' ? 250 : 500)}
          />
        )}
        {set === 'rcd' && (
          <ToggleGroup
            label="Current"
            value={times}
            choices={[
              { value: 'half', face: '½ IΔn' },
              { value: '1', face: 'IΔn' },
              { value: '5', face: '5 IΔn' },
              { value: 'ramp', face: 'raised' },
            ]}
            onChange={setTimes}
          />
        )}
        {set === 'rcd' && times !== 'ramp' && (
          <ToggleGroup
            label="From"
            value={wave}
            choices={[
              { value: '0', face: '0°' },
              { value: '180', face: '180°' },
            ]}
            onChange={setWave}
          />
        )}
        {set === 'zs' && (
          <ToggleGroup
            label="Method"
            value={method}
            choices={[
              { value: 'no-trip', face: 'no-trip' },
              { value: 'two-lead', face: 'two-lead' },
            ]}
            onChange={setMethod}
          />
        )}
      </div>
      <div className="flex gap-2">
        {visit.fuseBlown ? (
          <Button onClick={() => does({ is: 'fuse' })}>Replace fuse</Button>
        ) : (
          <Button onClick={() => does({ is: 'null' })} disabled={visit.nulled}>
            {visit.nulled ? 'Nulled' : 'Null the leads'}
          </Button>
        )}
        <Button
          look="next"
          className="flex-1"
          disabled={!measured}
          onClick={() => measured && does({ is: 'measure', measured })}
        >
          Test {probesAt(set, place, circuit)}
        </Button>
      </div>
      <Readings house={house} readings={visit.readings} />
    </div>
  );
}

type Asked = {
  readonly set: Function;
  readonly pair: Pair;
  readonly feed: boolean;
  readonly conductor: 'L' | 'N' | 'C';
  readonly volts: 250 | 500;
  readonly method: 'two-lead' | 'no-trip';
  readonly times: 'half' | '1' | '5' | 'ramp';
  readonly wave: '0' | '180';
  readonly place: Place;
  readonly circuit: ChartCircuit;
};

function asked({ set, pair, feed, conductor, volts, method, times, wave, place, circuit }: Asked): Measured {
  const at = place.id;
  switch (set) {
    case 'ring end':
      return { of: 'ring end', circuit: circuit.id, conductor };
    case 'continuity':
      return { of: 'continuity', place: at, pair, ...(feed ? { feed } : {}) };
    case 'neutral':
      return { of: 'neutral', place: at, circuit: circuit.id };
    case 'insulation':
      return { of: 'insulation', circuit: circuit.id, pair, volts };
    case 'half':
      return { of: 'insulation', circuit: place.circuit ?? circuit.id, pair, volts, before: at };
    case 'ze':
      return { of: 'ze' };
    case 'ipf':
      return { of: 'ipf', pair: pair === 'N-C' ? 'L-C' : pair };
    case 'zs':
      return { of: 'zs', place: at, method };
    case 'rcd':
      return { of: 'rcd', place: at, times, wave };
    default:
      return { of: set, place: at };
  }
}

const probesAt = (set: Function, place: Place, circuit: ChartCircuit | undefined): string =>
  set === 'ze' || set === 'ipf'
    ? 'at the intake'
    : set === 'ring end' || set === 'insulation'
      ? `way ${circuit?.way ?? ''} at the board`
      : place.name;

function Readings({ house, readings }: { house: House; readings: OnVisit['visit']['readings'] }) {
  if (readings.length === 0) return null;
  const where = (measured: Measured): string =>
    'place' in measured
      ? (house.places.find(({ id }) => id === measured.place)?.name ?? '')
      : 'circuit' in measured
        ? `way ${house.circuits.find(({ id }) => id === measured.circuit)?.way ?? ''}`
        : 'intake';
  const what = (measured: Measured): string =>
    [
      measured.of,
      'pair' in measured && measured.pair.replace('C', 'E').replace('-', '–'),
      'feed' in measured && measured.feed && 'feed',
      'conductor' in measured && measured.conductor.replace('C', 'E'),
      measured.of === 'rcd' && measured.times && measured.times !== '1' && `× ${measured.times}`,
      measured.of === 'rcd' && measured.wave && `${measured.wave}°`,
    ]
      .filter(Boolean)
      .join(' ');
  return (
    <table className="w-full text-left text-xs">
      <caption className="sr-only">Readings, latest first</caption>
      <tbody>
        {readings
          .slice(-14)
          .reverse()
          .map(({ measured, value, moves }, index) => (
            <tr key={readings.length - index} className="border-t border-rule">
              <td className="py-0.5 pr-2">{what(measured)}</td>
              <td className="pr-2 text-faint">{where(measured)}</td>
              <td className="text-right font-semibold tabular-nums">
                {moves
                  ? `${moves.low}~${moves.high}`
                  : value.is === 'number'
                    ? value.shown
                    : value.is === 'over'
                      ? `>${value.bound}`
                      : value.is}
              </td>
            </tr>
          ))}
      </tbody>
    </table>
  );
}
