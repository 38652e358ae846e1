import { additionalProtection } from '../../installation/additional-protection';
import { judgeWayCapacity } from '../../installation/capacity';
import type { Place } from '../../installation/place';
import { type Measure, type Slot, type Subject, keyOf, measureKey, slotAt } from '../../installation/slot';
import { type Way, isSpare } from '../../installation/way';
import { governing, governingOf } from '../../job/governing';
import { pointsOf, standing, wayOfSubject } from '../../job/job';
import { nameOfSlot } from '../../job/slot-name';
import { resultVerdicts } from '../../job/verdicts';
import type { JobView } from '../../job/view';
import { compare } from '../../quantity/exact';
import { type ReadingValue, figureOf, showValue } from '../../quantity/reading-value';
import { r1r2, r2 } from '../../measurements/continuity/slots';
import { neutralEarth } from '../../measurements/insulation/slots';
import { zs } from '../../measurements/loop/slots';
import { devicesChecked } from '../../measurements/origin/breaking';
import { ze } from '../../measurements/origin/slots';
import { polarity } from '../../measurements/polarity/slots';
import { rcdButton, rcdFive, rcdTime } from '../../measurements/residual/slots';
import { ringR1, ringR2, ringRn } from '../../measurements/ring/slots';
import { isBathRoom } from '../../work/premises';
import { doubtOfType, listResidualDevices } from '../../measurements/residual/devices';
import { isCovered } from '../covered';
import type { Detector, Evidence, Finding, Side } from './discrepancy';
import { itemsFor } from './items';

const onWay = (way: Way): Subject => ({ of: 'way', id: way.id });
const named = ({ number, description }: Way): string => `Way ${number}${description ? `, ${description}` : ''}`;
const field = (way: Way, name: string): Place => ({ of: 'way', id: way.id, field: name });

const isOpen = (value: ReadingValue | undefined): boolean => value?.is === 'open' || value?.is === 'over';

/** A slot and what stands in it, as one side. */
function reading(view: JobView, slot: Slot, more = ''): Side {
  const value = governingOf(view, slot)?.body.value;
  return {
    says: `${nameOfSlot(view, slot)} is ${value ? showValue(value) : 'not read'}${more}`,
    place: { of: 'slot', slot },
  };
}

const failing = (evidence: Evidence, slot: Slot): boolean =>
  evidence.verdicts.get(keyOf(slot))?.judgement.verdict === 'fails';

/** Whether an observation is tied to a circuit; a certificate of work has none, and its failures stop it by themselves. */
const isObserved = ({ job, definition }: JobView, way: Way): boolean =>
  definition.about !== 'condition' || job.observations.some(({ wayId }) => wayId === way.id);

const noObservation = (way: Way): Side => ({
  says: `no observation is tied to way ${way.number}`,
  place: { of: 'list', list: 'observations' },
});

/** A CPC that reads open, or is not there, beside an item that says it is adequate. */
const openCpc: Detector = ({ view, ways }) =>
  ways.flatMap((way) => {
    const items = itemsFor(view, 'cpc');
    if (way.cpcAbsent)
      return [
        {
          rule: way.load === 'lighting' ? 'lights-no-cpc-metal' : 'cpc-absent-item-ok',
          on: way.id,
          stage: 'circuits',
          side: { says: `${named(way)}: no CPC in the cable`, place: field(way, 'cpcCsaMm2') },
          items,
          ...(isObserved(view, way) ? {} : { against: noObservation(way) }),
        } satisfies Finding,
      ];
    return [r1r2, r2, ringR2].flatMap((measured): Finding[] => {
      const slot = slotAt(onWay(way), measured);
      const value = governingOf(view, slot)?.body.value;
      return isOpen(value)
        ? [
            {
              rule: 'cpc-open-item-ok',
              on: `${keyOf(slot)}/${value && showValue(value)}`,
              stage: 'inspection',
              side: reading(view, slot),
              items,
            },
          ]
        : [];
    });
  });

/** A Zs that fails by device and RCD alike, on a circuit or one of its phases. */
const highZs: Detector = ({ view, verdicts, ways }) =>
  [...resultVerdicts(view, verdicts)].flatMap(({ slot, judgement }): Finding[] => {
    const way = wayOfSubject(view.job, slot.on);
    if (slot.test !== zs.test || slot.pair || judgement.verdict !== 'fails' || !way || !ways.includes(way)) return [];
    const value = governingOf(view, slot)?.body.value;
    const satisfied =
      view.definition.assess?.(view).outcome === 'satisfactory' && !isObserved(view, way) ? noObservation(way) : null;
    return [
      {
        rule: 'zs-fails-item-ok',
        on: `${keyOf(slot)}/${value ? showValue(value) : ''}`,
        stage: 'observations',
        side: reading(view, slot, judgement.limit ? `, above ${judgement.limit.figure}` : ''),
        items: itemsFor(view, 'fault protection'),
        ...(satisfied && { against: satisfied }),
      },
    ];
  });

/** Whether a circuit is behind an RCD that gives additional protection; what is not recorded is not there. */
const hasAdditional = ({ residualMilliamps, residualAbsent }: Way): boolean =>
  !residualAbsent && Boolean(residualMilliamps) && (residualMilliamps ?? 0) <= additionalProtection.milliamps;

const rcdSaid = ({ residualMilliamps, residualAbsent }: Way): string =>
  residualAbsent ? 'no RCD' : residualMilliamps ? `an RCD of ${residualMilliamps} mA` : 'no RCD recorded';

const bathPoint = (view: JobView, way: Way) =>
  pointsOf(view.job, way.id).find(({ room, name, kind }) => kind === 'wet room' || isBathRoom(room ?? name));

/** Circuits that ask for additional protection and have none on record. */
const missingRcd: Detector = ({ view, ways }) =>
  ways
    .filter((way) => !hasAdditional(way))
    .flatMap((way): Finding[] => {
      const base = (what: string) => ({
        on: `${way.id}/${way.residualMilliamps ?? 0}`,
        stage: 'inspection' as const,
        side: { says: `${named(way)}: ${what}, ${rcdSaid(way)}`, place: field(way, 'residualMilliamps') },
      });
      const sockets =
        (way.load === 'sockets' || way.arrangement === 'ring') &&
        (way.deviceAmps ?? 0) <= additionalProtection.socketAmps;
      const bath = bathPoint(view, way);
      return [
        ...(sockets
          ? [
              {
                rule: 'rcd-none-sockets-ok' as const,
                ...base('socket-outlets'),
                items: itemsFor(view, 'rcd on sockets'),
              },
            ]
          : []),
        ...(bath
          ? [
              {
                rule: 'rcd-none-bath-ok' as const,
                ...base(`${bath.name} is in a room with a bath or shower`),
                items: itemsFor(view, 'rcd in bath rooms'),
              },
            ]
          : []),
        ...(way.load === 'lighting'
          ? [{ rule: 'rcd-none-lights-ok' as const, ...base('luminaires'), items: itemsFor(view, 'rcd on lights') }]
          : []),
        ...(view.job.supply.earthing === 'TT' && !view.job.supply.mainSwitchResidualMilliamps && !way.residualMilliamps
          ? [
              {
                rule: 'system-zs-tt' as const,
                ...base('TT supply'),
                items: [...itemsFor(view, 'fault protection'), ...itemsFor(view, 'rcd fault protection')],
              },
            ]
          : []),
      ];
    });

/** RCDs that are slow, do not trip, or whose button does nothing. */
const wrongRcd: Detector = (evidence) =>
  evidence.ways.flatMap((way) =>
    (
      [
        ['rcd-slow-item-ok', rcdTime, 'rcd time'],
        ['rcd-slow-item-ok', rcdFive, 'rcd time'],
        ['rcd-button-fails-ok', rcdButton, 'rcd button'],
      ] as const
    ).flatMap(([rule, measured, role]): Finding[] => {
      const { view } = evidence;
      const slot = slotAt(onWay(way), measured);
      const value = governingOf(view, slot)?.body.value;
      return failing(evidence, slot)
        ? [
            {
              rule,
              on: `${keyOf(slot)}/${value ? showValue(value) : ''}`,
              stage: 'inspection',
              side: reading(view, slot),
              items: itemsFor(view, role),
              ...(isObserved(view, way) ? {} : { against: noObservation(way) }),
            },
          ]
        : [];
    }),
  );

/** Insulation that fails with nothing said of it, and a neutral to earth behind an RCD. */
const lowInsulation: Detector = ({ view, verdicts, ways }) => {
  const finding = (rule: 'ir-low-no-code' | 'ir-neutral-earth-rcd-ok', way: Way, slot: Slot): Finding => {
    const value = governingOf(view, slot)?.body.value;
    const limit = verdicts.get(keyOf(slot))?.judgement.limit;
    return {
      rule,
      on: `${keyOf(slot)}/${value ? showValue(value) : ''}`,
      stage: 'observations',
      side: reading(view, slot, limit ? `, below ${limit.figure}` : ''),
      against: noObservation(way),
    };
  };
  const failed = resultVerdicts(view, verdicts).flatMap(({ slot, judgement }) => {
    const way = wayOfSubject(view.job, slot.on);
    return slot.test === 'insulation' && judgement.verdict === 'fails' && way && ways.includes(way)
      ? [{ way, slot }]
      : [];
  });
  const neutrals = ways
    .filter(({ residualMilliamps }) => residualMilliamps)
    .map((way) => ({ way, slot: slotAt(onWay(way), neutralEarth) }))
    .filter(({ slot }) => verdicts.get(keyOf(slot))?.judgement.verdict === 'fails');
  return [
    ...failed.map(({ way, slot }) => ({ rule: 'ir-low-no-code' as const, way, slot })),
    ...neutrals.map(({ way, slot }) => ({ rule: 'ir-neutral-earth-rcd-ok' as const, way, slot })),
  ]
    .filter(({ way }) => !isObserved(view, way))
    .map(({ rule, way, slot }) => finding(rule, way, slot));
};

const wrongPolarity: Detector = ({ view, ways }) =>
  ways.flatMap((way): Finding[] => {
    const slot = slotAt(onWay(way), polarity);
    return governingOf(view, slot)?.body.value.is === 'reversed'
      ? [
          {
            rule: 'polarity-wrong-ok',
            on: keyOf(slot),
            stage: 'inspection',
            side: reading(view, slot),
            items: [...itemsFor(view, 'polarity'), ...itemsFor(view, 'switching'), ...itemsFor(view, 'single pole')],
            ...(isObserved(view, way) ? {} : { against: noObservation(way) }),
          },
        ]
      : [];
  });

/** Devices too large for their cable, and devices that cannot break the fault current where they sit. */
const devices: Detector = ({ view, ways }) => [
  ...ways.flatMap((way): Finding[] => {
    const judgement = judgeWayCapacity(view.pack, way);
    if (judgement?.verdict !== 'fails') return [];
    const ring = way.arrangement === 'ring';
    return [
      {
        rule: ring ? 'ring-device' : 'device-cable',
        on: `${way.id}/${way.deviceAmps}/${way.liveCsaMm2}/${way.referenceMethod ?? ''}`,
        stage: 'circuits',
        side: { says: `${named(way)}: ${judgement.working.at(-1) ?? ''}`, place: field(way, 'liveCsaMm2') },
        items: [...itemsFor(view, 'overload'), ...itemsFor(view, 'capacity')],
        ...(isObserved(view, way) ? {} : { against: noObservation(way) }),
      },
    ];
  }),
  ...devicesChecked(view).wrong.flatMap(({ way, judgement }): Finding[] => {
    if (judgement.verdict !== 'fails' || (way && !ways.includes(way))) return [];
    const place: Place = way ? field(way, 'breakingMark') : { of: 'supply', field: 'serviceFuseStandard' };
    return [
      {
        rule: 'ipf-above-kA',
        on: `${way?.id ?? 'service fuse'}/${judgement.working[0] ?? ''}`.slice(0, 200),
        stage: 'circuits',
        side: { says: `${way ? named(way) : 'Service fuse'}: ${judgement.working[0] ?? ''}`, place },
        items: itemsFor(view, 'breaking capacity'),
        ...(!way || isObserved(view, way) ? {} : { against: noObservation(way) }),
      },
    ];
  }),
];

/** Rings that are none, and rings whose CPC is not of the size stated. */
const rings: Detector = ({ view, verdicts, ways }) =>
  ways
    .filter(({ arrangement }) => arrangement === 'ring')
    .flatMap((way): Finding[] => {
      const open = [ringR1, ringRn]
        .map((measured) => slotAt(onWay(way), measured))
        .find((slot) => isOpen(governingOf(view, slot)?.body.value));
      const cpc = slotAt(onWay(way), ringR2);
      const ratio = verdicts.get(keyOf(cpc))?.judgement;
      return [
        ...(open
          ? [
              {
                rule: 'ring-ends-open' as const,
                on: keyOf(open),
                stage: 'circuits' as const,
                side: reading(view, open),
                items: itemsFor(view, 'ring'),
                ...(isObserved(view, way)
                  ? {}
                  : {
                      against: {
                        says: `way ${way.number} is recorded as a ring, with no observation`,
                        place: field(way, 'arrangement'),
                      },
                    }),
              },
            ]
          : []),
        ...(ratio && /^ring\.ratio-/.test(ratio.rule) && ratio.verdict !== 'meets'
          ? [
              {
                rule: 'ring-cpc-ratio' as const,
                on: `${keyOf(cpc)}/${way.liveCsaMm2}/${way.cpcCsaMm2}`,
                stage: 'circuits' as const,
                side: reading(view, cpc),
                against: {
                  says: `its cable is stated as ${way.liveCsaMm2}/${way.cpcCsaMm2} mm²`,
                  place: field(way, 'liveCsaMm2'),
                },
              },
            ]
          : []),
      ];
    });

/** Zs beside Ze, and beside Ze + (R1+R2). */
const loopPhysics: Detector = ({ view, verdicts, ways }) =>
  ways.flatMap((way): Finding[] => {
    const slot = slotAt(onWay(way), zs);
    const entry = governingOf(view, slot);
    const figure = entry && figureOf(entry.body.value);
    if (!entry || !figure || entry.body.how !== 'measured') return [];
    const external = governing(view, { of: 'supply' }, ze);
    const own = external && figureOf(external.body.value);
    const base = { on: `${keyOf(slot)}/${showValue(entry.body.value)}`, stage: 'circuits', side: reading(view, slot) };
    if (own && view.job.supply.earthing !== 'TT' && external.body.how === 'measured' && compare(figure, own) < 0)
      return [
        {
          ...base,
          stage: 'circuits',
          rule: 'ze-above-zs',
          against: reading(view, slotAt({ of: 'supply' }, ze)),
        },
      ];
    const judgement = verdicts.get(keyOf(slot))?.judgement;
    return judgement?.next?.rule === 'zs.above-sum' && !entry.body.reason && !isObserved(view, way)
      ? [
          {
            ...base,
            stage: 'circuits',
            rule: 'zs-below-sum',
            against: { says: `expected ${judgement.expected ?? 'less'}`, place: { of: 'slot', slot } },
          },
        ]
      : [];
  });

/** Readings where none belong: on spare ways, on more points than a circuit is said to have. */
const counts: Detector = ({ view, ways }) => {
  const { job } = view;
  const readOn = (way: Way) =>
    [...job.readings.values()]
      .flatMap(standing)
      .filter(({ body }) => body.value.is !== 'not-taken' && wayOfSubject(job, body.slot.on)?.id === way.id);
  const spare = [...job.ways.values()].filter((way) => isSpare(way) && isCovered(view, way));
  return [
    ...spare.flatMap((way): Finding[] => {
      const [first] = readOn(way);
      return first
        ? [
            {
              rule: 'unused-way-results',
              on: `${way.id}/${readOn(way).length}`,
              stage: 'circuits',
              side: { says: `Way ${way.number} is spare`, place: field(way, 'arrangement') },
              against: reading(view, first.body.slot),
            },
          ]
        : [];
    }),
    ...ways.flatMap((way): Finding[] => {
      if (way.points === null || way.points === undefined) return [];
      const points = new Set(readOn(way).flatMap(({ body: { slot } }) => (slot.on.of === 'point' ? [slot.on.id] : [])))
        .size;
      const read = points > way.points || (way.points === 0 && readOn(way).length > 0);
      return read
        ? [
            {
              rule: 'points-readings',
              on: `${way.id}/${points}/${way.points}`,
              stage: 'circuits',
              side: {
                says: `${named(way)}: ${points > 0 ? `${points} points read` : 'readings are recorded'}`,
                place: field(way, 'points'),
              },
              against: { says: `its number of points is ${way.points}`, place: field(way, 'points') },
            },
          ]
        : [];
    }),
  ];
};

/** Type AC devices before loads with direct current in them. */
const residualTypes: Detector = ({ view, ways }) =>
  listResidualDevices(view.job).flatMap((device): Finding[] => {
    const doubt = doubtOfType(device);
    const behind = device.ways.filter((way) => ways.includes(way));
    // Without such a load by name it is a question to the occupant, and nothing that contradicts.
    if (!doubt?.includes('in front of') || behind.length === 0) return [];
    const [first] = device.ways;
    return [
      {
        rule: 'rcd-type-load',
        on: device.key,
        stage: 'circuits',
        side: { says: doubt, place: field(first, 'residualMilliamps') },
        items: itemsFor(view, 'rcd time'),
      },
    ];
  });

/** Columns of figures that cannot all be alike: real circuits differ in the second decimal. */
const sameFigures: Detector = ({ view, ways }) => {
  const least = 4;
  const read = (way: Way, measured: Measure) => governing(view, onWay(way), measured)?.body;
  const alike = [zs, r1r2, ringR1].flatMap((measured): Finding[] => {
    const shown = ways.flatMap((way) => {
      const body = read(way, measured);
      return body?.how === 'measured' && body.value.is === 'number' ? [{ way, text: body.value.shown }] : [];
    });
    const [first] = shown;
    if (!first || shown.length < least || shown.some(({ text }) => text !== first.text)) return [];
    const slot = slotAt(onWay(first.way), measured);
    return [
      {
        rule: 'same-readings',
        on: `${measureKey(measured)}/${first.text}/${shown.length}`,
        stage: 'circuits',
        side: reading(view, slot),
        against: { says: `all ${shown.length} circuits read ${first.text}`, place: { of: 'slot', slot } },
      },
    ];
  });
  const [last] = view.job.earlier;
  const compared =
    last?.results.flatMap(({ slot, value }) => {
      const now = value.is === 'number' ? governingOf(view, slot)?.body.value : undefined;
      return now?.is === 'number' && value.is === 'number' ? [{ slot, same: now.shown === value.shown }] : [];
    }) ?? [];
  const [one] = compared;
  return one && last && compared.length >= 2 * least && compared.every(({ same }) => same)
    ? [
        ...alike,
        {
          rule: 'same-readings' as const,
          on: `earlier/${last.jobId}/${compared.length}`,
          stage: 'circuits' as const,
          side: reading(view, one.slot),
          against: {
            says: `all ${compared.length} readings equal those of ${last.number ?? last.reference} to the digit`,
            place: { of: 'slot' as const, slot: one.slot },
          },
        },
      ]
    : alike;
};

/** An AFDD is called for in some buildings: what the premises were said to be. */
const arcFaults: Detector = ({ view, ways }) => {
  if (view.job.features.get('arcFaultBuilding') !== true) return [];
  return ways
    .filter(
      (way) => way.load === 'sockets' && (way.deviceAmps ?? 0) <= additionalProtection.socketAmps && !way.arcFault,
    )
    .map((way) => ({
      rule: 'afdd-required' as const,
      on: way.id,
      stage: 'circuits' as const,
      side: { says: `${named(way)}: no AFDD`, place: field(way, 'arcFault') },
      against: {
        says: 'the type of building requires them',
        place: { of: 'list', list: 'features' } as const,
      },
    }));
};
export const circuitDetectors: readonly Detector[] = [
  openCpc,
  highZs,
  missingRcd,
  wrongRcd,
  lowInsulation,
  wrongPolarity,
  devices,
  rings,
  loopPhysics,
  counts,
  residualTypes,
  sameFigures,
  arcFaults,
];
