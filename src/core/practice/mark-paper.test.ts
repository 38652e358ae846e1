import { plainReading } from '../../../scripts/plain-reading.mjs';
import { v5, v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { type JobDraft, jobStream, viewOf } from '../catalogue';
import { slotAt } from '../installation/slot';
import type { Recorded } from '../ledger/entry';
import { zs } from '../measurements/loop/slots';
import type { Act } from './act';
import { loadDwellingTypes } from './dwelling-type';
import { documentsDue, exercises, houseNumberOf } from './exercises';
import { houseOf } from './house';
import { inspect } from './inspector';
import { paperMarks } from './mark-paper';
import { recordOf } from './record';
import { AtHouse } from './visit';

const types = await loadDwellingTypes();
const exercise = exercises.find(({ id }) => id === 'minor-works') ?? null;
const house = exercise && houseOf(houseNumberOf(exercise, 'm1', types), types);
if (!house) throw new Error('no such house');
const at = new AtHouse(house);
const visit = inspect(at);
const due = documentsDue(house, exercise);
const seed = v7();
const idOf = (name: string) => v5(name, seed);

type Made = { readonly kind: string; readonly body: unknown };
function written(more: readonly Made[] = []) {
  const entries = [...recordOf(house as never, visit, idOf, due), ...more].map(({ kind, body }, index) => {
    const made = { id: v7(), madeAt: '2026-03-02T12:00:00.000Z', device: 'test' };
    const draft = jobStream.draft(kind as JobDraft['kind'], body as never, made);
    return { ...draft, madeBy: 'learner', seq: index + 1 } as Recorded;
  });
  return viewOf(jobStream.fold(entries));
}
const got = (view: ReturnType<typeof written>, kinds = due) =>
  Object.fromEntries(
    paperMarks(view, house as never, visit, kinds).map(({ what, got: points }) => [
      what.replace('The document: ', ''),
      points,
    ]),
  );
const reading = (value: unknown): Made => ({
  kind: 'reading.taken',
  body: {
    slot: slotAt({ of: 'way', id: idOf('way c4') }, zs),
    value,
    ...plainReading,
  },
});
const loop = visit.readings.find(({ measured }) => measured.of === 'zs' && measured.place.includes('Landing'))?.value;
const works = (fields: object): Made => ({
  kind: 'works.described',
  body: { documentId: idOf('document'), fields },
});

describe('the paper of an exercise', () => {
  it('is the one the exercise asks for, whatever the house as a whole would', () => {
    expect(due).toEqual(['MWC']);
    expect(documentsDue(house, null)).toEqual(['EICR']);
    expect(written()?.document.kind).toBe('MWC');
  });
  it('never begun lacks everything', () =>
    expect(paperMarks(null, house, visit, due)).toMatchObject([{ got: 0, of: 10 }]));
  it('begun only is of its kind, has the figures of the tester, and is not complete', () =>
    expect(got(written())).toMatchObject({ 'of its kind': 2, 'figures as shown': 2, 'signed and issued': 0 }));
  it.each<[string, Made[], Record<string, number>]>([
    ['a figure the tester showed, typed once more', [reading(loop)], { 'figures as shown': 2 }],
    ['one it never showed', [reading({ is: 'number', shown: '7.77' })], { 'figures as shown': 1 }],
    [
      'two of those',
      [reading({ is: 'number', shown: '7.77' }), reading({ is: 'over', bound: '77' })],
      { 'figures as shown': 0 },
    ],
    ['a limitation instead', [reading({ is: 'not-taken', mark: 'LIM' })], { 'figures as shown': 2 }],
    ['words that say too little', [works({ description: 'New skt' })], { specific: 0 }],
    [
      'words that say what, where and on which circuit',
      [works({ description: 'Added a double socket on the landing to the upstairs ring' })],
      { specific: 1 },
    ],
  ])('with %s', (_name, more, wanted) => expect(got(written(more))).toMatchObject(wanted));
  it('lacks less the more is said, and never marks worse for it', () => {
    const fields = [
      {},
      { description: 'Added a double socket on the landing to the upstairs ring' },
      { existing: 'None noticed' },
      { departures: 'None' },
      { completedOn: '2026-03-02' },
      { wayIds: [idOf('way c4')] },
    ];
    const marks = fields.map(
      (_, index) => got(written([works(Object.assign({}, ...fields.slice(0, index + 1)))])).complete,
    );
    expect(marks).toEqual([...marks].sort());
    expect(marks.at(-1)).toBeGreaterThan(marks[0] ?? 0);
  });
  it('of another kind than is due says so', () => expect(got(written(), ['EIC'])).toMatchObject({ 'of its kind': 0 }));
});

describe('a paper told again later in its visit', () => {
  const told = (acts: readonly Act[] | null) => recordOf(house, acts ? at.after(acts) : visit, idOf, due);
  it.each([0, 40, 120, 300])('after %i acts is the beginning of what it is in the end', (count) => {
    const later = new Map(told(null).map((each) => [each.name, each]));
    const first = told(visit.acts.slice(0, count));
    expect(first.length).toBeGreaterThan(20);
    for (const each of first) expect(later.get(each.name)).toEqual(each);
  });
  it('has a name of its own for every entry', () => {
    const names = told(null).map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
  });
});
