import { editionPack } from '../edition/editions';
import { type Assessment, assess } from '../inspection/assessment';
import { type Code, type Outcome, showOutcome } from '../inspection/outcome';
import { showCable, showDevice, showResidual } from '../installation/device-text';
import { type Subject, type TestId, measurementOf, slotKey } from '../installation/measurement';
import { bondFieldOf, bondStateWords, bondedServices, liveConductorWords } from '../installation/supply';
import { type Way, disconnectionSeconds, isSpare } from '../installation/way';
import { insulationTestOf } from '../insulation/test-voltage';
import { governing } from '../ledger/governing';
import { type Job, waysOf } from '../ledger/job';
import { type DeclarationRole, type DocumentKind, reportReasonWords } from '../ledger/kinds';
import { loopLimit } from '../edition/loop-limit';
import { toFixed } from '../quantity/exact';
import { showValue, type ReadingValue } from '../quantity/reading-value';
import { itemOutcome } from './item-outcome';
import { jobFaultCurrent } from './verdicts';

/** A labelled fact as printed. */
export type Fact = { readonly label: string; readonly value: string };

export type Firm = { readonly name: string; readonly address: string; readonly telephone: string; readonly email: string };

export type CircuitRow = { readonly wayId: string; readonly cells: Readonly<Record<CircuitColumn, string>> };

export const circuitColumns = [
  'way', 'description', 'points', 'method', 'live', 'cpc', 'seconds', 'device', 'breaking', 'maxZs', 'rcd',
  'ringR1', 'ringRn', 'ringR2', 'r1r2', 'r2', 'volts', 'irLL', 'irLE', 'polarity', 'zs', 'rcdTime', 'button',
] as const;
export type CircuitColumn = (typeof circuitColumns)[number];

/** A condition report as it is printed: words and figures only, nothing left to compute. */
export type Report = {
  readonly kind: DocumentKind;
  readonly edition: string;
  readonly reference: string;
  readonly firm: Firm;
  readonly client: readonly Fact[];
  readonly site: readonly Fact[];
  readonly brief: readonly Fact[];
  readonly limitations: readonly { readonly sort: string; readonly what: string; readonly why: string; readonly agreedWith: string }[];
  readonly notInspected: string;
  readonly assessment: Assessment & { readonly overruledBecause: string | null };
  readonly summary: string;
  readonly comeBack: readonly Fact[];
  readonly supply: readonly Fact[];
  readonly earthing: readonly Fact[];
  readonly mainSwitch: readonly Fact[];
  readonly observations: readonly {
    readonly number: number;
    readonly code: Code;
    readonly what: string;
    readonly where: string;
    readonly why: string;
    readonly item: string;
    readonly circuit: string;
    readonly regulation: string;
  }[];
  readonly inspection: readonly {
    readonly section: string;
    readonly items: readonly { readonly item: string; readonly confirm: string; readonly outcome: Outcome | null; readonly shown: string; readonly note: string }[];
  }[];
  readonly boards: readonly { readonly name: string; readonly facts: readonly Fact[]; readonly rows: readonly CircuitRow[]; readonly notes: readonly string[] }[];
  readonly instruments: readonly { readonly name: string; readonly serial: string; readonly calibratedOn: string }[];
  readonly declarations: readonly { readonly role: DeclarationRole; readonly name: string; readonly position: string; readonly statement: string; readonly signedAt: string }[];
};

const text = (value: string | number | null | undefined, unit = ''): string =>
  value === null || value === undefined || value === '' ? '—' : `${value}${unit}`;

const fact = (label: string, value: string | number | null | undefined, unit = ''): Fact => ({ label, value: text(value, unit) });

/** A plain day as people here write it: `24 November 2026`. */
export function showDay(isoDay: string | null | undefined): string {
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(isoDay ?? '');
  return match ? `${Number(match[3])} ${months[Number(match[2]) - 1]} ${match[1]}` : '—';
}
const months = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December'];

/** The report a job makes as it stands, complete or not: a draft prints dashes where something is missing. */
export function reportOf(job: Job, firm: Firm): Report {
  const edition = job.opened?.body.edition ?? 'bs7671-2018-a2';
  const pack = editionPack(edition);
  const inspection = inspectionOf(job);
  const items = inspection.flatMap((section) => section.items);
  const notInspected = items.filter((item) => item.outcome === 'LIM' || item.outcome === 'N/V').length;
  const applicable = items.filter((item) => item.outcome !== 'N/A').length;
  const proposed = assess(job.observations);
  return {
    kind: job.opened?.body.document ?? 'EICR',
    edition: pack.title,
    reference: job.opened?.body.reference ?? '',
    firm,
    client: [fact('Client', job.client.name), fact('Address', job.client.address), fact('Telephone', job.client.telephone), fact('E-mail', job.client.email)],
    site: [fact('Installation at', job.site.address), fact('Occupier', job.site.occupier), fact('Premises', job.site.premises)],
    brief: [
      fact('Reason for the report', job.brief.reason ? reportReasonWords[job.brief.reason] : null),
      fact('Inspected', inspectedDays(job)),
      fact('Extent covered', job.brief.extent),
      fact('Estimated age', job.brief.estimatedAgeYears, ' years'),
      fact('Additions or alterations', job.brief.alterations),
      fact('Records available', job.brief.records),
      fact('Previous report', job.brief.previousReport),
      fact('Accessories opened', job.brief.samplingPercent, ' %'),
    ],
    limitations: job.limitations.map((l) => ({ sort: l.sort === 'agreed' ? 'Agreed' : 'Found on the day', what: l.what, why: l.why, agreedWith: l.agreedWith || '—' })),
    notInspected: `${notInspected} of ${applicable} applicable inspection items were not inspected (LIM or N/V).`,
    assessment: { ...proposed, outcome: job.overruled?.body.outcome ?? proposed.outcome, overruledBecause: job.overruled?.body.reason ?? null },
    summary: text(job.summary),
    comeBack: [fact('Next inspection by', showDay(job.comeBack?.dueOn)), fact('Because', job.comeBack?.reason)],
    supply: supplyFacts(job),
    earthing: earthingFacts(job),
    mainSwitch: [
      fact('Location', job.supply.mainSwitchLocation),
      fact('Standard', job.supply.mainSwitchStandard),
      fact('Poles', job.supply.mainSwitchPoles),
      fact('Rating', job.supply.mainSwitchAmps, ' A'),
      fact('Voltage', job.supply.mainSwitchVolts ?? 230, ' V'),
      fact('RCD in the main switch', job.supply.mainSwitchResidualMilliamps ? `${job.supply.mainSwitchResidualMilliamps} mA` : 'none'),
      fact('Maximum demand', job.supply.maximumDemandAmps, ' A'),
    ],
    observations: job.observations.map((o) => {
      const way = o.wayId ? job.ways.get(o.wayId) : undefined;
      return {
        number: o.number,
        code: o.code,
        what: o.what,
        where: o.where,
        why: o.codeReason ? `${o.why} Coded ${o.code} because: ${o.codeReason}.` : o.why,
        item: o.item ?? '—',
        circuit: way ? `${way.number} ${way.description ?? ''}`.trim() : '—',
        regulation: o.regulation || '—',
      };
    }),
    inspection,
    boards: [...job.boards.values()].map((board) => {
      const ways = waysOf(job, board.id);
      const on: Subject = { of: 'board', id: board.id };
      return {
        name: board.name ?? 'Board',
        facts: [
          fact('Location', board.location),
          fact('Supplied from', board.suppliedFrom),
          fact('Device at its supply', board.supplyDevice),
          fact('Assembly', board.assemblyStandard),
          fact('Surge protection', board.surgeProtection),
          fact('Zs', shown(job, on, 'board-zs'), ' Ω'),
          fact('Ipf', shown(job, on, 'board-ipf'), ' kA'),
        ],
        rows: ways.map((way) => circuitRow(job, way)),
        notes: ways.flatMap((way) => readingNotes(job, way)),
      };
    }),
    instruments: [...job.instruments.values()].map((i) => ({ name: i.name, serial: i.serial, calibratedOn: showDay(i.calibratedOn) })),
    declarations: job.signatures
      .filter((signature) => signature.inForce)
      .map(({ role, entry }) => ({ role, name: entry.body.name, position: entry.body.position, statement: entry.body.statement, signedAt: entry.madeAt })),
  };
}

function inspectedDays(job: Job): string | null {
  const { inspectedFrom: from, inspectedTo: to } = job.brief;
  if (!from) return null;
  return to && to !== from ? `${showDay(from)} to ${showDay(to)}` : showDay(from);
}

const valueOf = (job: Job, on: Subject, test: TestId): ReadingValue | null => governing(job, slotKey(on, test))?.body.value ?? null;
const shown = (job: Job, on: Subject, test: TestId): string | null => {
  const value = valueOf(job, on, test);
  return value ? showValue(value) : null;
};

function supplyFacts(job: Job): Fact[] {
  const { supply } = job;
  const on: Subject = { of: 'supply' };
  const how = governing(job, slotKey(on, 'ze'))?.body.how;
  const fault = jobFaultCurrent(job);
  return [
    fact('Earthing system', supply.earthing),
    fact('Live conductors', supply.liveConductors ? liveConductorWords[supply.liveConductors] : null),
    fact('Nominal voltage U / U0', `${supply.nominalVolts ?? 230} V`),
    fact('Frequency', supply.frequencyHertz ?? 50, ' Hz'),
    fact('Polarity of the supply', shown(job, on, 'supply-polarity') === '✓' ? 'confirmed' : shown(job, on, 'supply-polarity')),
    fact('Ze', shown(job, on, 'ze'), ` Ω${how ? `, by ${how === 'measured' ? 'measurement' : how === 'calculated' ? 'calculation' : 'enquiry'}` : ''}`),
    fact('Ipf (larger)', fault ? `${toFixed(fault.kiloamps, 2, 'half-up')} kA, ${fault.from}` : null),
    fact('Ipf L–N / L–E', `${shown(job, on, 'ipf-ln') ?? '—'} / ${shown(job, on, 'ipf-le') ?? '—'} kA`),
    fact('Service fuse', [supply.serviceFuseStandard, supply.serviceFuseType, supply.serviceFuseAmps ? `${supply.serviceFuseAmps} A` : ''].filter(Boolean).join(' ')),
    fact('Other sources', supply.otherSources),
  ];
}

function earthingFacts(job: Job): Fact[] {
  const { supply } = job;
  const on: Subject = { of: 'supply' };
  const bonds = bondedServices.map((service): Fact => {
    const state = supply[bondFieldOf[service]];
    const continuity = service === 'lightning' ? null : shown(job, on, `bond-${service}-continuity`);
    return fact(`Bonding: ${service}`, state ? `${bondStateWords[state]}${continuity && state === 'bonded' ? `, ${continuity} Ω` : ''}` : null);
  });
  return [
    fact('Means of earthing', supply.earthing === 'TT' ? "installation's earth electrode" : supply.earthing ? "distributor's facility" : null),
    ...(supply.earthing === 'TT'
      ? [fact('Electrode', [supply.electrodeType, supply.electrodeLocation].filter(Boolean).join(', ')), fact('RA', shown(job, on, 'electrode-resistance'), ' Ω')]
      : []),
    fact('Earthing conductor', supply.earthingConductorCsaMm2 ? `${supply.earthingConductorCsaMm2} mm² ${supply.earthingConductorMaterial ?? 'copper'}` : null),
    fact('Its continuity', shown(job, on, 'earthing-continuity'), ' Ω'),
    fact('Main bonding conductors', supply.bondingCsaMm2 ? `${supply.bondingCsaMm2} mm² ${supply.bondingMaterial ?? 'copper'}` : null),
    ...bonds,
  ];
}

function inspectionOf(job: Job): Report['inspection'] {
  const pack = editionPack(job.opened?.body.edition ?? 'bs7671-2018-a2');
  const sections = [...new Set(pack.inspectionEicr.map((row) => row.section))];
  return sections.map((section) => ({
    section,
    items: pack.inspectionEicr
      .filter((row) => row.section === section)
      .map((row) => {
        const found = itemOutcome(job, row.item);
        const observations = found && found.observations.length > 0 ? `See observation ${found.observations.join(', ')}. ` : '';
        return {
          item: row.item,
          confirm: row.confirm,
          outcome: found?.outcome ?? null,
          shown: found ? showOutcome(found.outcome) : '—',
          note: `${observations}${found?.reason ?? ''}`.trim(),
        };
      }),
  }));
}

function circuitRow(job: Job, way: Way): CircuitRow {
  const on: Subject = { of: 'way', id: way.id };
  const at = (test: TestId) => shown(job, on, test) ?? '—';
  const spare = isSpare(way);
  const pack = editionPack(job.opened?.body.edition ?? 'bs7671-2018-a2');
  const seconds = disconnectionSeconds(pack, way, job.supply.earthing ?? 'TN-S');
  const override = job.limits.get(slotKey(on, 'zs'));
  const limit = way.deviceStandard && way.deviceAmps ? loopLimit(pack, { standard: way.deviceStandard, type: way.deviceType ?? '', ratingAmps: way.deviceAmps }, seconds) : null;
  const instrument = governing(job, slotKey(on, 'ir-le'));
  const cable = showCable(way).split('/');
  const notRing = way.arrangement === 'ring' ? null : 'N/A';
  const cells: Record<CircuitColumn, string> = spare
    ? { ...emptyCells(''), way: String(way.number), description: 'Spare' }
    : {
        way: String(way.number),
        description: text(way.description),
        points: text(way.points),
        method: text(way.referenceMethod),
        live: text(cable[0]),
        cpc: text(cable[1]),
        seconds: way.deviceAmps ? String(seconds) : '—',
        device: text(showDevice(way)),
        breaking: text(way.breakingMark),
        maxZs: override ? `${override.body.limit}*` : limit?.found ? toFixed(limit.maxZs, 2, 'half-up') : '—',
        rcd: showResidual(way) || 'none',
        ringR1: notRing ?? at('ring-r1'),
        ringRn: notRing ?? at('ring-rn'),
        ringR2: notRing ?? at('ring-r2'),
        r1r2: at('r1r2'),
        r2: at('r2') === '—' ? 'N/A' : at('r2'),
        volts: instrument ? String(instrument.body.testVolts ?? insulationTestOf(pack, null).testVolts) : '—',
        irLL: at('ir-ll'),
        irLE: at('ir-le'),
        polarity: at('polarity'),
        zs: at('zs'),
        rcdTime: way.residualMilliamps ? at('rcd-time') : 'N/A',
        button: way.residualMilliamps ? at('rcd-button') : 'N/A',
      };
  return { wayId: way.id, cells };
}

const emptyCells = (fill: string): Record<CircuitColumn, string> =>
  Object.fromEntries(circuitColumns.map((column) => [column, fill])) as Record<CircuitColumn, string>;

/** Reasons and overridden limits that stand behind marks in a row. */
function readingNotes(job: Job, way: Way): string[] {
  const on: Subject = { of: 'way', id: way.id };
  const tests: readonly TestId[] = ['ring-r1', 'ring-rn', 'ring-r2', 'r1r2', 'r2', 'ir-ll', 'ir-le', 'polarity', 'zs', 'rcd-time', 'rcd-button'];
  const notes = tests.flatMap((test) => {
    const reading = governing(job, slotKey(on, test));
    return reading?.body.reason ? [`Way ${way.number}, ${measurementOf(test).name}: ${showValue(reading.body.value)}, ${reading.body.reason}.`] : [];
  });
  const override = job.limits.get(slotKey(on, 'zs'));
  return override ? [...notes, `Way ${way.number}: Zs limit of ${override.body.limit} Ω set by the inspector: ${override.body.reason}.`] : notes;
}
