import { editionPack } from '../edition/editions';
import { misfit, measurementOf } from '../installation/measurement';
import type { Draft, EntryOf } from './entry';
import type { Job } from './job';
import type { EntryKind } from './kinds';

export const roles = ['inspector', 'supervisor', 'office'] as const;
export type Role = (typeof roles)[number];

/** Who is appending: the same for a browser's own check and the server's. */
export type Actor = { readonly id: string; readonly roles: readonly Role[] };

export type Admission = { readonly accepted: true } | { readonly accepted: false; readonly reason: string };

const accepted: Admission = { accepted: true };
const refused = (reason: string): Admission => ({ accepted: false, reason });

const officeKinds: readonly EntryKind[] = ['job.opened', 'client.named', 'site.described', 'brief.agreed', 'entry.struck'];

/** Whether the job as it stands can take this entry, and if not, why: the ledger's invariants, checked at append. */
export function admit(job: Job, draft: Draft, actor: Actor): Admission {
  if (job.entries.has(draft.id)) return accepted;
  if (job.issued) {
    return refused(`This job is sealed: ${job.issued.body.number} was issued from it. Put an error right by a new issue.`);
  }
  if (!job.opened && draft.kind !== 'job.opened') return refused('The job has not been opened yet.');
  if (!actor.roles.some((role) => role !== 'office') && !officeKinds.includes(draft.kind)) {
    return refused('Only an inspector or supervisor records this. The office keeps clients, sites and briefs.');
  }
  return admitKind(job, draft, actor);
}

function admitKind(job: Job, draft: Draft, actor: Actor): Admission {
  switch (draft.kind) {
    case 'job.opened':
      return job.opened ? refused('The job is open already.') : accepted;
    case 'board.added':
      return job.boards.has(draft.body.boardId) ? refused('That board is there already.') : accepted;
    case 'board.described':
      return needsBoard(job, draft.body.boardId);
    case 'way.added': {
      if (job.ways.has(draft.body.wayId)) return refused('That way is there already.');
      const taken = [...job.ways.values()].some(
        (way) => way.boardId === draft.body.boardId && way.number === draft.body.number,
      );
      return taken ? refused(`Way ${draft.body.number} is taken on this board.`) : needsBoard(job, draft.body.boardId);
    }
    case 'way.described':
    case 'way.moved':
    case 'repair.made':
      return needsWay(job, draft.body.wayId);
    case 'point.added':
      return job.points.has(draft.body.pointId) ? refused('That point is there already.') : needsWay(job, draft.body.wayId);
    case 'point.described':
      return needsPoint(job, draft.body.pointId);
    case 'point.moved': {
      const there = needsPoint(job, draft.body.pointId);
      return there.accepted ? needsWay(job, draft.body.wayId) : there;
    }
    case 'reading.taken':
      return admitReading(job, draft.body);
    case 'limit.overridden':
      return needsSubject(job, draft.body);
    case 'entry.struck':
      return admitStrike(job, draft.body, actor);
    case 'item.marked': {
      const items = job.opened ? editionPack(job.opened.body.edition).inspectionEicr : [];
      return items.some((row) => row.item === draft.body.item)
        ? accepted
        : refused(`There is no inspection item ${draft.body.item} in this edition.`);
    }
    case 'observation.noted':
      return draft.body.fields.wayId === null ? accepted : needsWay(job, draft.body.fields.wayId);
    case 'isolation.begun':
      return job.isolations.some((record) => record.begun.isolationId === draft.body.isolationId) ? refused('That isolation record is there already.') : accepted;
    case 'isolation.read':
    case 'isolation.ended': {
      const record = job.isolations.find((each) => each.begun.isolationId === draft.body.isolationId);
      return !record ? refused('There is no such isolation record.') : record.ended ? refused('That isolation has ended. Begin the procedure anew.') : accepted;
    }
    case 'link.made':
      return job.links.some((link) => link.linkId === draft.body.linkId) ? refused('That link is there already.') : accepted;
    case 'link.cleared': {
      const link = job.links.find((each) => each.linkId === draft.body.linkId);
      return !link ? refused('There is no such link.') : link.clearedAt ? refused('That link is out already.') : accepted;
    }
    case 'declaration.signed':
      return draft.body.role === 'authoriser' && !actor.roles.includes('supervisor')
        ? refused('Only a supervisor authorises a report for the firm.')
        : accepted;
    default:
      return accepted;
  }
}

const needsBoard = (job: Job, id: string): Admission =>
  job.boards.has(id) ? accepted : refused('There is no such board in this job.');

const needsWay = (job: Job, id: string): Admission =>
  job.ways.has(id) ? accepted : refused('There is no such way in this job.');

const needsPoint = (job: Job, id: string): Admission => (job.points.has(id) ? accepted : refused('There is no such point in this job.'));

function needsSubject(job: Job, body: Pick<EntryOf<'reading.taken'>['body'], 'on' | 'test'>): Admission {
  const wanted = measurementOf(body.test).on;
  if (wanted !== body.on.of) return refused(`${measurementOf(body.test).name} is taken on a ${wanted}.`);
  switch (body.on.of) {
    case 'supply':
      return accepted;
    case 'board':
      return needsBoard(job, body.on.id);
    case 'way':
      return needsWay(job, body.on.id);
    case 'point':
      return needsPoint(job, body.on.id);
  }
}

function admitReading(job: Job, body: EntryOf<'reading.taken'>['body']): Admission {
  const wrong = misfit(body.value, body.test);
  if (wrong) return refused(wrong);
  if (body.instrumentId !== null && !job.instruments.has(body.instrumentId)) {
    return refused('That instrument has not been brought to this job.');
  }
  if (body.isolationId !== null && !job.isolations.some((record) => record.begun.isolationId === body.isolationId)) {
    return refused('There is no such isolation record.');
  }
  return needsSubject(job, body);
}

function admitStrike(job: Job, body: EntryOf<'entry.struck'>['body'], actor: Actor): Admission {
  const target = job.entries.get(body.entryId);
  if (!target) return refused('There is no such entry to strike.');
  const earlier = job.strikes.get(body.entryId);
  if (earlier) return refused(`It was struck already: ${earlier.why}`);
  switch (target.kind) {
    case 'job.opened':
    case 'document.issued':
      return refused('This entry cannot be struck.');
    case 'declaration.signed':
      return target.madeBy === actor.id ? accepted : refused('Only the person who signed takes a signature back.');
    case 'way.added': {
      const { wayId } = target.body;
      const used =
        [...job.readings.values()].flat().some((r) => !r.struck && r.entry.body.on.of === 'way' && r.entry.body.on.id === wayId) ||
        [...job.points.values()].some((point) => point.wayId === wayId) ||
        job.observations.some((observation) => observation.wayId === wayId);
      return used ? refused('Readings or observations stand on this way, or points. Strike those first.') : accepted;
    }
    case 'point.added': {
      const { pointId } = target.body;
      const used = [...job.readings.values()].flat().some((r) => !r.struck && r.entry.body.on.of === 'point' && r.entry.body.on.id === pointId);
      return used ? refused('Readings stand on this point. Strike those first, or move it.') : accepted;
    }
    case 'board.added':
      return [...job.ways.values()].some((way) => way.boardId === target.body.boardId)
        ? refused('Ways stand on this board. Strike those first.')
        : accepted;
    default:
      return accepted;
  }
}
