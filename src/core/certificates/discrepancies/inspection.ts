import { itemOutcome } from '../../job/item-outcome';
import { pointsOf } from '../../job/job';
import { lastTold } from '../../job/kinds/told';
import { isCode } from '../../job/outcome';
import { resultVerdicts } from '../../job/verdicts';
import { wayOfSubject, standing } from '../../job/job';
import { nameOfSlot } from '../../job/slot-name';
import { governingOf } from '../../job/governing';
import { showValue } from '../../quantity/reading-value';
import { ruleHolds } from '../../work/premises';
import { roomOf } from '../../work/rooms';
import { openedShare, samplingOfJob } from '../../work/sampling';
import { isIntake } from '../assessment';
import { saysLiveParts } from '../live-parts';
import type { Detector, Finding } from './discrepancy';

/** Items that are coded without an observation, or ticked after one was written. */
const items: Detector = ({ view }) =>
  view.definition.schedule(view.pack).flatMap(({ item }): Finding[] => {
    const outcome = itemOutcome(view, item);
    const marked = view.document.items.get(item);
    const place = { of: 'item', item } as const;
    const last = view.job.observations.findLast((each) => each.item === item);
    const written = last && view.job.entries.get(last.entryId);
    const after = written && marked && (marked.seq ?? Infinity) > (written.seq ?? Infinity);
    const ticked = marked && (marked.body.outcome === 'ok' || marked.body.outcome === 'N/A');
    return [
      ...(outcome && isCode(outcome.outcome) && outcome.observations.length === 0
        ? [
            {
              rule: 'item-code-no-observation' as const,
              on: `${item}/${outcome.outcome}`,
              stage: 'inspection' as const,
              side: { says: `${item} is marked ${outcome.outcome}`, place },
              against: { says: 'write its observation', place: { of: 'list', list: 'observations' } as const },
            },
          ]
        : []),
      ...(last && ticked && after
        ? [
            {
              rule: 'observation-item-ok' as const,
              on: `${item}/${last.id}/${marked.id}`,
              stage: 'inspection' as const,
              side: {
                says: `Observation ${last.number} (${last.code}) names item ${item}`,
                place: { of: 'observation', id: last.id, field: 'item' } as const,
              },
              against: { says: `it was marked ${marked.body.outcome === 'ok' ? 'acceptable' : 'N/A'} since`, place },
            },
          ]
        : []),
    ];
  });

/** Items marked N/A although the job records the thing. Of a certificate, the reason given with it may say why. */
const notApplicable: Detector = ({ view }) => {
  const ofReport = view.definition.about === 'condition';
  const presence = ofReport ? view.pack.itemPresence : view.pack.itemPresenceEic;
  return Object.entries(presence).flatMap(([item, rule]): Finding[] => {
    const marked = view.document.items.get(item)?.body;
    if (marked?.outcome !== 'N/A' || ruleHolds(view.job, rule) !== true) return [];
    if (!ofReport && marked.reason) return [];
    return [
      {
        rule: ofReport ? 'na-contradicted' : 'na-unexplained',
        on: item,
        stage: 'inspection',
        side: { says: `Item ${item} is marked N/A`, place: { of: 'item', item } },
        against: { says: 'the job records what it asks about', place: { of: 'list', list: 'features' } },
      },
    ];
  });
};

/** Words of a summary that say all is well, and not that something is made so or is not. */
const saysSafe = /\b(?:is|are|remains) (?:(?:now|all|generally|quite) )?(?:safe|satisfactory)\b/i;

/** Observations beside the outcome, those who were to be told, and what was repeated after a repair. */
const observations: Detector = ({ view, verdicts }) => {
  const { job, document, pack, definition } = view;
  const place = (id: string) => ({ of: 'observation', id, field: 'code' }) as const;
  const deciding = job.observations.filter(
    ({ code, item, livePartsAccessible }) => code !== 'C3' && (livePartsAccessible || !isIntake(pack, item)),
  );
  const [gravest] = deciding;
  const overruled = document.overruled?.outcome === 'satisfactory' && gravest;
  const failing = resultVerdicts(view, verdicts).filter(({ judgement }) => judgement.verdict === 'fails');
  return [
    ...(definition.assess && overruled
      ? [
          {
            rule: 'code-outcome',
            on: deciding
              .map(({ id, code }) => `${id.slice(-6)}${code}`)
              .join(',')
              .slice(0, 200),
            stage: 'review',
            side: {
              says: `Observation ${deciding.map(({ number, code }) => `${number} (${code})`).join(', ')} stands`,
              place: place(gravest.id),
            },
            against: { says: 'the outcome is set to satisfactory', place: { of: 'document', field: 'sign' } },
          } satisfies Finding,
        ]
      : []),
    ...(definition.assess && gravest && saysSafe.test(document.summary ?? '')
      ? [
          {
            rule: 'summary-says-safe',
            on: deciding
              .map(({ id, code }) => `${id.slice(-6)}${code}`)
              .join(',')
              .slice(0, 200),
            stage: 'review',
            side: { says: 'The summary says that it is safe', place: { of: 'document', field: 'summary' } },
            against: { says: `observation ${gravest.number} is a ${gravest.code}`, place: place(gravest.id) },
          } satisfies Finding,
        ]
      : []),
    ...job.observations.flatMap((observation): Finding[] => {
      const { id, number, code, item, remedied, wayId, what, why, codeReason, livePartsAccessible } = observation;
      const still = remedied
        ? failing.find(({ slot }) => wayId !== null && wayOfSubject(job, slot.on)?.id === wayId)
        : undefined;
      return [
        ...(code === 'C1' && definition.about === 'condition' && !lastTold(job, id, 'person in charge')
          ? [
              {
                rule: 'c1-not-told' as const,
                on: id,
                stage: 'observations' as const,
                side: { says: `Observation ${number} is a C1`, place: place(id) },
                against: { says: 'record who was informed', place: place(id) },
              },
            ]
          : []),
        ...(code !== 'C1' && !codeReason && (livePartsAccessible || saysLiveParts(what) || saysLiveParts(why))
          ? [
              {
                rule: 'live-parts-not-c1' as const,
                on: `${id}/${code}`,
                stage: 'observations' as const,
                side: { says: `Observation ${number} says live parts can be touched`, place: place(id) },
                against: { says: `it is coded ${code}`, place: place(id) },
              },
            ]
          : []),
        ...(definition.about === 'condition' &&
        isIntake(pack, item) &&
        code !== 'C3' &&
        !lastTold(job, id, 'distributor')
          ? [
              {
                rule: 'intake-not-told' as const,
                on: id,
                stage: 'observations' as const,
                side: { says: `Observation ${number} is of the distributor's equipment`, place: place(id) },
                against: { says: 'it is not reported to them', place: place(id) },
              },
            ]
          : []),
        ...(still
          ? [
              {
                rule: 'remedied-still-fails' as const,
                on: id,
                stage: 'observations' as const,
                side: { says: `Observation ${number} is fixed`, place: place(id) },
                against: {
                  says: `${nameOfSlot(view, still.slot)} still fails`,
                  place: { of: 'slot', slot: still.slot } as const,
                },
              },
            ]
          : []),
      ];
    }),
  ];
};

/** Results that fail with no observation tied to them, where no other rule speaks of them. */
const spokenOf = new Set(['zs', 'insulation', 'rcd time', 'rcd button', 'polarity']);
const results: Detector = ({ view, verdicts, ways }) =>
  view.definition.about !== 'condition'
    ? []
    : resultVerdicts(view, verdicts).flatMap(({ slot, judgement }): Finding[] => {
        if (judgement.verdict !== 'fails' || (spokenOf.has(slot.test) && slot.on.of === 'way' && !slot.pair)) return [];
        if (slot.test === 'insulation') return [];
        const way = wayOfSubject(view.job, slot.on);
        if (way && !ways.includes(way)) return [];
        if (view.job.observations.some(({ wayId }) => (way ? wayId === way.id : true))) return [];
        const value = governingOf(view, slot)?.body.value;
        return [
          {
            rule: 'result-fails-no-code',
            on: `${nameOfSlot(view, slot)}/${value ? showValue(value) : ''}`.slice(0, 200),
            stage: 'observations',
            side: { says: `${nameOfSlot(view, slot)} fails`, place: { of: 'slot', slot } },
            against: { says: 'no observation is tied to it', place: { of: 'list', list: 'observations' } },
          },
        ];
      });

/** Places nobody was in, beside what is recorded of them; and the sample agreed beside what was opened. */
const extent: Detector = ({ view, ways }) => {
  const { job, definition } = view;
  if (definition.about !== 'condition') return [];
  const readIn = (room: string) =>
    ways
      .flatMap((way) => pointsOf(job, way.id))
      .find(
        (point) =>
          roomOf(point) === room &&
          ((job.accessories.get(point.id)?.found ?? 'not opened') !== 'not opened' ||
            [...job.readings.values()]
              .flatMap(standing)
              .some(({ body }) => body.slot.on.of === 'point' && body.slot.on.id === point.id)),
      );
  const rooms = { of: 'list', list: 'rooms' } as const;
  const reached = [...job.places.values()].flatMap(({ place, outcome }): Finding[] => {
    const point = outcome === 'not reached' ? readIn(place) : undefined;
    return point
      ? [
          {
            rule: 'limitation-tested',
            on: `${place}/${point.id}`,
            stage: 'inspection',
            side: { says: `${place}: no access`, place: rooms },
            against: { says: `${point.name} there was opened or read`, place: rooms },
          },
        ]
      : [];
  });
  const walked = [...job.places.values()].some(({ outcome }) => outcome !== null);
  const missed = walked
    ? [...new Set([...job.points.values()].map(roomOf))].filter((room) => room && !job.places.has(room))
    : [];
  const plan = samplingOfJob(job);
  const { opened, share } = openedShare(job);
  const short = plan && job.brief.samplingPercent && opened.length > 0 && opened.length < plan.chosen.length;
  return [
    ...reached,
    ...(missed.length > 0 && view.document.items.size > 0
      ? [
          {
            rule: 'not-in-room',
            on: missed.join(',').slice(0, 200),
            stage: 'inspection',
            side: { says: `No visit is recorded to ${missed.slice(0, 4).join(', ')}`, place: rooms },
            against: { says: 'items seen there are marked', place: rooms },
          } satisfies Finding,
        ]
      : []),
    ...(short
      ? [
          {
            rule: 'sample-short',
            on: `${opened.length}/${plan.chosen.length}`,
            stage: 'inspection',
            side: { says: `${share} accessories are opened`, place: rooms },
            against: {
              says: `${plan.chosen.length} are due: ${plan.percent} %${plan.percent === job.brief.samplingPercent ? ' agreed' : ', enlarged for defects'}`,
              place: { of: 'brief', field: 'samplingPercent' },
            },
          } satisfies Finding,
        ]
      : []),
  ];
};

export const inspectionDetectors: readonly Detector[] = [items, notApplicable, observations, results, extent];
