import * as z from 'zod';
import { showCable, showDevice, showResidual } from '../installation/device-text';
import { deviceFieldNames, deviceFieldTable, installedKey, listDevices } from '../installation/devices';
import { type Slot, type Subject, keyOf, slotAt } from '../installation/slot';
import { disconnectionSeconds } from '../installation/disconnection';
import { assemblyWords } from '../installation/board';
import { type Way, isSpare } from '../installation/way';
import { candidatesOf, governing } from '../job/governing';
import { waysOf } from '../job/job';
import type { SlotDefinition } from '../job/test-definition';
import { judgeValue } from '../job/verdicts';
import type { JobView } from '../job/view';
import { type Exact, toFixed, toShortest } from '../quantity/exact';
import { showValue } from '../quantity/reading-value';
import { liveEarth } from '../measurements/insulation/slots';
import { insulationTestOf } from '../measurements/insulation/test-voltage';
import { limitFound, limitOfWay } from '../measurements/loop/limit';
import { zs } from '../measurements/loop/slots';
import { touchLimit } from '../measurements/residual/touch-limit';
import type { Judgement } from '../words/judgement';
import { boardIpf } from '../measurements/origin/slots';
import { isCovered, touchedBoards } from './covered';
import { beforeAndAfter } from '../work/before-after';
import { type Fact, fact, factSchema, printed } from './fact';
import { printedFacts, shownAt } from './supply-facts';

/** A column as printed: the width is its share of the sheet. */
const columnSchema = z.object({
  heading: z.string(),
  width: z.number(),
  align: z.enum(['left', 'right', 'center']),
});

/** One board's schedule of circuits and results: words and figures only. */
export const boardSchema = z.object({
  name: z.string(),
  facts: z.array(factSchema),
  columns: z.array(columnSchema),
  rows: z.array(z.array(z.string())),
  notes: z.array(z.string()),
  /** What was read off devices; nothing in documents of before. */
  devices: z
    .object({ headings: z.array(z.string()), rows: z.array(z.array(z.string())) })
    .nullable()
    .default(null),
});
export type BoardSchedule = z.infer<typeof boardSchema>;

type Column = z.infer<typeof columnSchema> & {
  readonly place: number;
  /** What a spare way shows: its number and that it is spare. */
  readonly spare?: (way: Way) => string;
  readonly cell: (view: JobView, way: Way) => string;
};

const onWay = (way: Way): Subject => ({ of: 'way', id: way.id });
const cableOf = (way: Way, part: 0 | 1): string => printed(showCable(way).split('/')[part]);

const described: readonly Column[] = [
  {
    place: 0,
    heading: 'No.',
    width: 20,
    align: 'right',
    spare: (way) => String(way.number),
    cell: (_, way) => String(way.number),
  },
  {
    place: 1,
    heading: 'Circuit',
    width: 104,
    align: 'left',
    spare: () => 'Spare',
    cell: (_, way) => printed(way.description),
  },
  { place: 2, heading: 'Pts', width: 22, align: 'right', cell: (_, way) => printed(way.points) },
  { place: 3, heading: 'Ref. method', width: 34, align: 'center', cell: (_, way) => printed(way.referenceMethod) },
  { place: 4, heading: 'Live mm²', width: 26, align: 'right', cell: (_, way) => cableOf(way, 0) },
  { place: 5, heading: 'CPC mm²', width: 26, align: 'right', cell: (_, way) => cableOf(way, 1) },
  {
    place: 6,
    heading: 'Off in s',
    width: 24,
    align: 'right',
    cell: ({ pack, job: { supply } }, way) =>
      way.deviceAmps && supply.earthing ? String(disconnectionSeconds(pack, way, supply.earthing)) : '—',
  },
  {
    place: 7,
    heading: 'Device BS (EN), type, A',
    width: 52,
    align: 'left',
    cell: (_, way) => printed(showDevice(way)),
  },
  { place: 8, heading: 'kA', width: 20, align: 'right', cell: (_, way) => printed(way.breakingMark) },
  { place: 9, heading: 'Max Zs Ω', width: 32, align: 'right', cell: maxZs },
  { place: 9.5, heading: 'RCD mA, type', width: 32, align: 'left', cell: (_, way) => showResidual(way) || '—' },
  { place: 49, heading: 'IR at V', width: 26, align: 'right', cell: insulationVolts },
];

function maxZs(view: JobView, way: Way): string {
  const override = view.job.limits.get(keyOf(slotAt(onWay(way), zs)));
  if (override) return `${override.limit}*`;
  const byResidual = residualLimitOf(view, way);
  if (byResidual) return `${toShortest(byResidual, 0)}†`;
  const limit = limitOfWay(view, way, null);
  return limitFound(limit) ? toFixed(limit.max, 2, 'half-up') : '—';
}

/**
 * The limit an RCD sets where it disconnects earth faults: on TT always, on TN where the reading is met by it alone. Null
 * where the overcurrent device does.
 */
function residualLimitOf(view: JobView, way: Way): Exact | null {
  const milliamps = way.residualMilliamps;
  if (!milliamps) return null;
  const slot = slotAt(onWay(way), zs);
  const reading = governing(view, slot.on, zs)?.body;
  const byRcd = reading && /-rcd$/.test(judgeValue(view, slot, reading).rule);
  return byRcd || view.job.supply.earthing === 'TT' ? touchLimit(view.pack, milliamps) : null;
}

const failureMark = '×';

/** Whether what stands in a slot fails, as a screen would say. */
const failureOf = (view: JobView, slot: Slot): Judgement | null =>
  candidatesOf(view, slot)
    .map(({ body }) => judgeValue(view, slot, body))
    .find(({ verdict }) => verdict === 'fails') ?? null;

function insulationVolts(view: JobView, way: Way): string {
  const reading = governing(view, onWay(way), liveEarth);
  return reading ? String(reading.body.testVolts ?? insulationTestOf(view.pack, way).testVolts) : '—';
}

const measured = (definition: SlotDefinition & Required<Pick<SlotDefinition, 'paper'>>): Column => ({
  ...definition.paper,
  cell: (view, way) => {
    if (definition.applies && !definition.applies(way)) return 'N/A';
    const shown = shownAt(view, onWay(way), definition.measure);
    // What it would stand for is not known while the circuit is not described.
    if (shown !== null)
      return failureOf(view, slotAt(onWay(way), definition.measure)) ? `${shown} ${failureMark}` : shown;
    return definition.due?.(view, onWay(way)) || definition.applies ? '—' : 'N/A';
  },
});

const isPrinted = (each: SlotDefinition): each is SlotDefinition & Required<Pick<SlotDefinition, 'paper'>> =>
  each.on === 'way' && each.paper !== undefined;

/** Circuit details and test results of every board, as a schedule prints them. */
export function schedulesOfTests(view: JobView): BoardSchedule[] {
  const columns = [...described, ...view.tests.slots.filter(isPrinted).map(measured)].sort((a, b) => a.place - b.place);
  return touchedBoards(view).map((board) => {
    const ways = waysOf(view.job, board.id).filter((way) => isCovered(view, way));
    const on: Subject = { of: 'board', id: board.id };
    const facts: Fact[] = [
      fact('Location', board.location),
      fact('Supplied from', board.suppliedFrom),
      fact('Device at its supply', board.supplyDevice),
      fact('Assembly', board.assemblyStandard),
      ...(board.assembly ? [fact('Conditional rating', assemblyWords[board.assembly])] : []),
      fact('Surge protection', board.surgeProtection),
      fact('Zs', shownAt(view, on, zs), ' Ω'),
      fact('Ipf', shownAt(view, on, boardIpf), ' kA'),
      ...printedFacts(view, on),
    ];
    return {
      name: board.name ?? 'Board',
      facts,
      columns: columns.map(({ heading, width, align }) => ({ heading, width, align })),
      rows: ways.map((way) =>
        columns.map((column) => (isSpare(way) ? (column.spare?.(way) ?? '') : column.cell(view, way))),
      ),
      notes: ways.flatMap((way) => notesOf(view, way)),
      devices: devicesOf(view, board.id, ways),
    };
  });
}

/** Devices of which something was read off them, one row each; null where nothing was. */
function devicesOf({ job }: JobView, boardId: string, covered: readonly Way[]): BoardSchedule['devices'] {
  const read = listDevices(job, boardId).filter(
    ({ fields, ways }) =>
      deviceFieldNames.some((name) => fields[name] !== null && fields[name] !== undefined) &&
      ways.some((way) => covered.includes(way)),
  );
  if (read.length === 0) return null;
  return {
    headings: [
      'Device',
      'Standard, type, rating',
      'Circuits',
      ...deviceFieldNames.map((name) => deviceFieldTable[name].heading),
    ],
    rows: read.map(({ name, kind, ways, fields }) => [
      name,
      printed(kind),
      ways.map((way) => way.number).join(', '),
      ...deviceFieldNames.map((each) => printed(fields[each])),
    ]),
  };
}

/** One circuit alone: how it is made, what was measured of it, and what stands behind marks. */
export function scheduleOfWay(view: JobView, way: Way): { described: Fact[]; measured: Fact[]; notes: string[] } {
  const facts = (columns: readonly Column[]) =>
    [...columns].sort((a, b) => a.place - b.place).map(({ heading, cell }) => fact(heading, cell(view, way)));
  return {
    described: [...facts(described.filter(({ heading }) => heading !== 'IR at V')), ...readOff(view, way)],
    measured: facts([
      ...described.filter(({ heading }) => heading === 'IR at V'),
      ...view.tests.slots.filter(isPrinted).map(measured),
    ]),
    notes: notesOf(view, way),
  };
}

/** What was read off a circuit's own device. */
const readOff = ({ job }: JobView, { id }: Way): Fact[] => {
  const fields = job.devices.get(installedKey({ of: 'way', id }))?.fields;
  return deviceFieldNames.flatMap((name) =>
    fields?.[name] ? [fact(`Device: ${deviceFieldTable[name].label.toLowerCase()}`, fields[name])] : [],
  );
};

/** Reasons and overridden limits that stand behind marks in a row. */
function notesOf(view: JobView, way: Way): string[] {
  const on = onWay(way);
  const notes = view.tests.slots.filter(isPrinted).flatMap((definition) => {
    const reading = governing(view, on, definition.measure);
    if (!reading) return [];
    const { value, reason, how } = reading.body;
    const said = [how === 'calculated' ? 'calculated, not measured' : null, reason?.replace(/\.$/, '')].filter(Boolean);
    const failed = failureOf(view, slotAt(on, definition.measure));
    const limit = failed?.limit ? ` (limit ${failed.limit.figure})` : '';
    return [
      ...(said.length > 0 ? [`Way ${way.number}, ${definition.name}: ${showValue(value)}, ${said.join('; ')}.`] : []),
      ...(failed
        ? [`Way ${way.number}, ${definition.name}: ${showValue(value)} fails${limit}: ${doneAbout(view, way)}.`]
        : []),
    ];
  });
  if (residualLimitOf(view, way))
    notes.push(
      `Way ${way.number}: † its ${way.residualMilliamps} mA RCD disconnects earth faults: Zs × IΔn at most 50 V.`,
    );
  const found = view.job.asFound.get(way.id);
  if (found?.found === 'faulty')
    notes.push(`Way ${way.number}: found faulty before anything was isolated${found.what ? `: ${found.what}` : ''}.`);
  notes.push(...remediedOn(view, way));
  const override = view.job.limits.get(keyOf(slotAt(on, zs)));
  return override
    ? [...notes, `Way ${way.number}: Zs limit of ${override.limit} Ω set by the inspector: ${override.reason}.`]
    : notes;
}

/** What was done about a result that fails: the observations on its circuit. */
function doneAbout({ job, definition }: JobView, way: Way): string {
  const numbers = job.observations
    .filter(({ wayId }) => wayId === way.id)
    .map(({ number, code }) => `${number} (${code})`);
  if (numbers.length > 0) return `see observation ${numbers.join(', ')}`;
  return definition.about === 'condition' ? 'no observation; see the explanation' : 'to be repaired';
}

/** What was put right on a circuit while it was tested, with what its test read before and after. */
const remediedOn = (view: JobView, way: Way): string[] =>
  view.job.repairs
    .filter((repair) => repair.wayId === way.id && !repair.leftOut)
    .map((repair) => {
      const { name, before, after } = beforeAndAfter(view, repair);
      const read = before || after ? `; ${name} ${before ?? 'not read'} before, ${after ?? 'not read yet'} after` : '';
      return `Way ${way.number}: remedied during the inspection: ${repair.what.replace(/\.$/, '')}${read}.`;
    });
