import { covers, isolationState, mayEnergise } from '../../work/isolation';
import { standing, wayOfSubject } from '../../job/job';
import { nameOfSlot } from '../../job/slot-name';
import { resultVerdicts } from '../../job/verdicts';
import { showDay } from '../../words/day';
import { dayHere } from '../../words/moment';
import { isCovered, touchedBoards } from '../covered';
import type { Detector, Finding } from './discrepancy';

/** Links and parted conductors that are still in. */
const links: Detector = ({ view }) =>
  mayEnergise(view.job.links).stillIn.map((link) => ({
    rule: 'links-left',
    on: link.linkId,
    stage: 'isolation',
    side: { says: `${link.sort}, ${link.where}`, place: { of: 'list', list: 'links' } },
    against: { says: 'still in', place: { of: 'list', list: 'links' } },
  }));

/** Dead readings outside an isolation, and live readings inside one. */
const isolations: Detector = ({ view }) => {
  const { job, tests } = view;
  const all = [...job.readings.values()].flatMap(standing).filter(({ body }) => body.value.is !== 'not-taken');
  const loose = all.filter(
    ({ body }) => tests.of(body.slot)?.dead === true && body.isolationId === null && !body.isolationWhy,
  );
  const live = all.flatMap((entry): Finding[] => {
    const { slot } = entry.body;
    const way = wayOfSubject(job, slot.on);
    if (tests.of(slot)?.dead !== false || !way || entry.body.how !== 'measured') return [];
    const record = job.isolations.find(({ begun, begunAt, reads, ended }) => {
      const until = ended?.at ?? null;
      const state = isolationState({ begun, reads, ended: null });
      return (
        covers(begun, { of: 'way', id: way.id }, way.boardId) &&
        state.provedAt !== null &&
        entry.madeAt > state.provedAt &&
        entry.madeAt > begunAt &&
        (until === null || entry.madeAt < until)
      );
    });
    return record
      ? [
          {
            rule: 'isolated-live-reading',
            on: entry.id,
            stage: 'isolation',
            side: { says: `${nameOfSlot(view, slot)} is a live reading`, place: { of: 'slot', slot } },
            against: {
              says: 'its circuit was locked off and proved dead then',
              place: { of: 'list', list: 'isolations' },
            },
          },
        ]
      : [];
  });
  return [
    ...(loose.length > 0
      ? [
          {
            rule: 'energised-dead-reading',
            on: String(loose.length),
            stage: 'isolation',
            side: {
              says: `${loose.length} dead reading${loose.length === 1 ? '' : 's'}`,
              place: { of: 'list', list: 'isolations' },
            },
            against: { says: 'no isolation in force and no reason', place: { of: 'list', list: 'isolations' } },
          } satisfies Finding,
        ]
      : []),
    ...live,
  ];
};

/** Instruments nobody named, or whose calibration says nothing for the day they were used. */
const instruments: Detector = ({ view }) => {
  const { job, tests } = view;
  const figures = [...job.readings.values()]
    .flatMap(standing)
    .filter(
      ({ body }) =>
        body.how === 'measured' && body.value.is !== 'not-taken' && tests.of(body.slot)?.spec.takes === 'figure',
    );
  const unnamed = figures.filter(({ body }) => body.instrumentId === null);
  const place = { of: 'list', list: 'instruments' } as const;
  const used = [...job.instruments.values()].flatMap((instrument): Finding[] => {
    const last = figures.filter(({ body }) => body.instrumentId === instrument.instrumentId).at(-1);
    if (!last) return [];
    const on = dayHere(new Date(last.madeAt));
    const { calibratedOn } = instrument;
    const stale = calibratedOn !== null && (calibratedOn > on || monthsBetween(calibratedOn, on) > calibrationMonths);
    return calibratedOn === null || stale
      ? [
          {
            rule: 'instrument-doubt',
            on: `${instrument.instrumentId}/${calibratedOn}`,
            stage: 'brief',
            side: {
              says: `${instrument.name} (${instrument.serial}): ${calibratedOn === null ? 'no calibration recorded' : `calibrated ${showDay(calibratedOn)}`}`,
              place,
            },
            against: { says: 'its readings are used', place },
          },
        ]
      : [];
  });
  return [
    ...(unnamed.length > 0
      ? [
          {
            rule: 'instrument-doubt',
            on: `none/${unnamed.length}`,
            stage: 'brief',
            side: { says: `${unnamed.length} readings name no test instrument`, place },
            against: { says: 'they are used', place },
          } satisfies Finding,
        ]
      : []),
    ...used,
  ];
};
/** How long a calibration is usually trusted, in months: a habit of practice. */
const calibrationMonths = 12;

const monthsBetween = (from: string, to: string): number =>
  (Number(to.slice(0, 4)) - Number(from.slice(0, 4))) * 12 +
  (Number(to.slice(5, 7)) - Number(from.slice(5, 7))) +
  (to.slice(8) > from.slice(8) ? 0.5 : 0);

/** Days that cannot be: after the last entry, in the wrong order, or an inspection due before the work. */
const dates: Detector = ({ view }) => {
  const { job, document } = view;
  const last = [...job.entries.values()].reduce((latest, { madeAt }) => (madeAt > latest ? madeAt : latest), '');
  if (!last) return [];
  const today = dayHere(new Date(last));
  const { inspectedFrom: from, inspectedTo: to } = job.brief;
  const { completedOn } = document.works;
  const done = view.definition.about === 'condition' ? (to ?? from) : completedOn;
  const due = document.comeBack?.dueOn;
  const found = (name: string, says: string, against: string, place: Finding['side']['place']): Finding => ({
    rule: 'dates',
    on: `${name}/${says}/${against}`.slice(0, 200),
    stage: 'review',
    side: { says, place },
    against: { says: against, place },
  });
  const brief = { of: 'brief', field: 'inspectedFrom' } as const;
  return [
    ...(from && to && to < from
      ? [found('order', `Inspection ends on ${showDay(to)}`, `it begins on ${showDay(from)}`, brief)]
      : []),
    ...(view.definition.about === 'condition' && from && from > today
      ? [found('inspected', `Inspected on ${showDay(from)}`, `the last entry is of ${showDay(today)}`, brief)]
      : []),
    ...(completedOn && completedOn > today
      ? [
          found('completed', `Completed on ${showDay(completedOn)}`, `the last entry is of ${showDay(today)}`, {
            of: 'works',
            field: 'completedOn',
          }),
        ]
      : []),
    ...(due && done && due <= done
      ? [
          found('due', `Next inspection by ${showDay(due)}`, `the work is of ${showDay(done)}`, {
            of: 'document',
            field: 'comeBack',
          }),
        ]
      : []),
  ];
};

const saysNone = (text: string | null | undefined): boolean =>
  !text?.trim() || /^\s*(none|no|nil|n\/?a)\b[\s.]*$/i.test(text);

/** What a certificate claims of its work beside the work itself. */
const works: Detector = ({ view, verdicts }) => {
  const { job, document, definition } = view;
  if (definition.about !== 'works') return [];
  const { works: said } = document;
  const place = { of: 'works', field: 'nature' } as const;
  const minor = definition.schedule(view.pack).length === 0;
  const newCircuit =
    minor && ((said.newWayIds?.length ?? 0) > 0 || said.nature === 'new' || said.nature === 'board change');
  const wrong = resultVerdicts(view, verdicts).filter(({ slot, judgement }) => {
    const way = wayOfSubject(job, slot.on);
    return judgement.verdict === 'fails' && (way === undefined || isCovered(view, way));
  });
  const text = [said.departures, said.existing, said.extentNotCovered].join(' ');
  const unprotected = minor
    ? []
    : touchedBoards(view).filter(({ surgeProtection }) => saysNone(surgeProtection) && !/surge|spd|443\.4/i.test(text));
  return [
    ...(newCircuit
      ? [
          {
            rule: 'mwc-new-circuit',
            on: `${said.nature ?? ''}/${said.newWayIds?.length ?? 0}`,
            stage: 'brief',
            side: { says: 'The work provides a new circuit or replaces a board', place },
            against: { says: 'a minor-works form cannot certify it', place },
          } satisfies Finding,
        ]
      : []),
    ...wrong.map(({ slot }): Finding => ({
      rule: minor ? 'mwc-fails' : 'eic-fails',
      on: `${nameOfSlot(view, slot)}`,
      stage: 'circuits',
      side: { says: `${nameOfSlot(view, slot)} fails`, place: { of: 'slot', slot } },
      against: { says: 'no later test passes', place: { of: 'slot', slot } },
    })),
    ...(!saysNone(said.departures) && !/risk|assess/i.test(said.departures ?? '')
      ? [
          {
            rule: 'departure-no-risk',
            on: (said.departures ?? '').slice(0, 120),
            stage: 'brief',
            side: { says: 'A departure is claimed', place: { of: 'works', field: 'departures' } },
            against: { says: 'no risk assessment is described', place: { of: 'works', field: 'departures' } },
          } satisfies Finding,
        ]
      : []),
    ...unprotected.map((board): Finding => ({
      rule: 'spd-absent-new',
      on: board.id,
      stage: 'circuits',
      side: {
        says: `${board.name ?? 'The board'}: no surge protection`,
        place: { of: 'board', id: board.id, field: 'surgeProtection' },
      },
      against: { says: 'no statement says why', place: { of: 'works', field: 'departures' } },
    })),
  ];
};

export const recordDetectors: readonly Detector[] = [links, isolations, instruments, dates, works];
