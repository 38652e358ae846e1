import { v5, v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { type JobDraft, documents, jobStream, viewOf } from '../catalogue';
import { missing } from '../job/document-definition';
import { judgeJob } from '../job/verdicts';
import type { Actor } from '../ledger/actor';
import type { Recorded } from '../ledger/entry';
import { loadDwellingTypes } from './dwelling-type';
import { houseOf, numberOf } from './house';
import { inspect } from './inspector';
import { recordOf } from './record';
import { AtHouse, begun } from './visit';

/** Ids as a device gives them: the same for the same name, others for another paper. */
function idsOf(seed = v7()) {
  return (name: string) => v5(name, seed);
}
const types = await loadDwellingTypes();
const learner: Actor = { id: 'learner', roles: ['inspector', 'supervisor'], name: 'A learner', position: 'Learner' };

/** What a stream of practice takes, one after the other, as the door of a real one would. */
function admitted(typeId: string, seed: string, faults?: readonly string[]) {
  const type = types.find(({ id }) => id === typeId);
  const house = type && houseOf(numberOf(type, seed, faults), types);
  if (!house) throw new Error('no such house');
  const visit = inspect(new AtHouse(house));
  const refused: string[] = [];
  let state = jobStream.fold([]);
  recordOf(house, visit, idsOf()).forEach(({ kind, body }, index) => {
    const made = { id: v7(), madeAt: '2026-03-02T12:00:00.000Z', device: 'test' };
    const read = jobStream.readDraft({ ...jobStream.draft(kind as 'job.opened', body as never, made) });
    if (!read.ok) return refused.push(`${kind}: ${read.problem}`);
    const admission = jobStream.admit(state, read.value, learner);
    if (!admission.accepted) return refused.push(`${kind}: ${admission.reason}`);
    state = jobStream.extend(state, { ...(read.value as JobDraft), madeBy: learner.id, seq: index + 1 } as Recorded);
    return null;
  });
  return { house, visit, state, refused };
}

describe('a practice visit as a job', () => {
  it.each(types.map(({ id }) => [id] as const))('%s: every entry of it is one the ledger takes', (typeId) => {
    const { refused, house, visit, state } = admitted(typeId, 'r3');
    expect(refused).toEqual([]);
    expect(state.ways.size).toBe(house.circuits.length);
    expect(state.readings.size).toBeGreaterThan(5);
    const coded = visit.claims.filter(({ code }) => ['C1', 'C2', 'C3', 'FI'].includes(code));
    expect(state.observations).toHaveLength(coded.length);
  });

  it('is judged like any other, and says what is still missing', () => {
    const { state } = admitted('terrace-thin-cpc', 'r3', ['line-open']);
    const view = viewOf(state);
    if (!view) throw new Error('no document');
    const verdicts = judgeJob(view);
    expect([...verdicts.values()].some(({ judgement }) => judgement.verdict === 'fails')).toBe(true);
    expect(missing(view.definition.gaps(view, verdicts)).length).toBeGreaterThan(10);
    expect(documents.of(view.document.kind)).toBeDefined();
  });

  it('has what was read of an RCD each in its place', () => {
    const house = houseOf('bath-room-bonding.r3', types);
    if (!house) throw new Error('no such house');
    const place = house.places.find(({ circuit, kind }) => circuit === 'c2' && kind === 'socket')?.id ?? '';
    const times = ['half', '1', '5', 'ramp'] as const;
    const acts = times.flatMap((each) => [
      { is: 'measure', measured: { of: 'rcd', place, times: each, wave: '180' } } as const,
      { is: 'switch', what: 'c2', on: true } as const,
    ]);
    const slots = recordOf(house, new AtHouse(house).after(acts), idsOf())
      .filter(({ kind }) => kind === 'reading.taken')
      .map(({ body }) => (body as { slot: { test: string; position?: string } }).slot);
    expect(slots.map(({ test, position }) => [test, position])).toEqual([
      ['rcd time', 'half 180'],
      ['rcd time', '180'],
      ['rcd time', 'five times 180'],
      ['rcd ramp', undefined],
    ]);
  });

  it.each([
    ['no links', [], undefined],
    ['links of step 2', [{ is: 'link', circuit: 'c3', how: 'L to N crossed' }], ['ring', 2]],
    ['links of step 3', [{ is: 'link', circuit: 'c3', how: 'L to CPC crossed' }], ['ring', 3]],
  ] as const)('has continuity where it was read as that test wants: %s', (_name, links, wanted) => {
    const house = houseOf('terrace-thin-cpc.r3', types);
    if (!house) throw new Error('no such house');
    const place = house.places.find(({ circuit, kind }) => circuit === 'c3' && kind === 'socket')?.id ?? '';
    const visit = new AtHouse(house).after([
      { is: 'switch', what: 'main', on: false },
      ...links,
      { is: 'measure', measured: { of: 'continuity', place, pair: 'L-N' } },
    ]);
    const taken = recordOf(house, visit, idsOf()).filter(({ kind }) => kind === 'reading.taken');
    const [body] = taken.map(
      (each) => each.body as { slot: { test: string; step?: number }; leadNullOhms: null; isolationWhy: string },
    );
    expect(body && [body.slot.test, body.slot.step]).toEqual(wanted);
    // What was not done is not said to have been.
    if (body) expect([body.leadNullOhms, body.isolationWhy]).toEqual([null, 'Not proved dead, at the practice house']);
  });

  it('of a house nobody was at yet has its chart, and no reading', () => {
    const house = houseOf('tt-cottage.r3', types);
    const entries = house ? recordOf(house, begun, idsOf()) : [];
    expect(entries.filter(({ kind }) => kind === 'reading.taken' || kind === 'observation.noted')).toEqual([]);
    expect(entries.filter(({ kind }) => kind === 'way.added')).toHaveLength(house?.circuits.length ?? -1);
  });
});
