import { v5, v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { type JobDraft, jobStream, viewOf } from '../catalogue';
import { missing } from '../job/document-definition';
import { judgeJob } from '../job/verdicts';
import { type Actor } from '../ledger/actor';
import { loadDwellingTypes } from './dwelling-type';
import { documentsDue, exercises, houseNumberOf } from './exercises';
import { houseOf } from './house';
import { inspect } from './inspector';
import { paperMarks } from './mark-paper';
import { recordOf } from './record';
import { AtHouse } from './visit';
import { restOfPaper } from './write-paper';

const types = await loadDwellingTypes();
const learner: Actor = { id: 'learner', roles: ['inspector'] };
const writing = exercises.filter(({ writes }) => writes !== undefined);

const numbered = (draft: JobDraft, index: number) => ({ ...draft, madeBy: learner.id, seq: index + 1 });
function shown(exercise: (typeof exercises)[number], houseSeed: string) {
  const house = houseOf(houseNumberOf(exercise, houseSeed, types), types);
  if (!house) throw new Error('no such house');
  const due = documentsDue(house, exercise);
  const visit = inspect(new AtHouse(house), [], due);
  const seed = v7();
  const idOf = (name: string) => v5(name, seed);
  const rest = restOfPaper(house, visit, exercise, idOf, '2026-03-02');
  const draftsOf = (told: typeof rest) =>
    told.map(({ name, kind, body }) =>
      jobStream.draft(kind as JobDraft['kind'], body as never, {
        id: idOf(`entry ${name}`),
        madeAt: '2026-03-02T12:00:00.000Z',
        device: 'test',
      }),
    );
  const entries = draftsOf(recordOf(house, visit, idOf, due)).map(numbered);
  const refused: string[] = [];
  for (const draft of draftsOf(rest)) {
    const admission = jobStream.admit(jobStream.fold(entries), draft, learner);
    if (!admission.accepted) refused.push(`${draft.kind}: ${admission.reason}`);
    entries.push(numbered(draft, entries.length));
  }
  const view = viewOf(jobStream.fold(entries));
  if (!view) throw new Error('no paper');
  return { house, visit, due, rest, refused, view };
}

describe('a paper as one who knows writes it', () => {
  it('is there to be shown', () => expect(writing.length).toBeGreaterThan(0));
  for (const exercise of writing)
    it.each(['w1', 'w2', 'w3', 'w4', 'w5'])(`${exercise.id} lacks nothing but its signature, in house %s`, (seed) => {
      const { house, visit, due, view, refused, rest } = shown(exercise, seed);
      expect(refused).toEqual([]);
      expect(missing(view.definition.gaps(view, judgeJob(view))).map(({ what }) => what)).toEqual([]);
      const marks = paperMarks(view, house, visit, due);
      expect(marks.flatMap(({ what, got, of }) => (got < of ? [what] : []))).toEqual([
        'The document: signed and issued',
      ]);
      expect(new Set(rest.map(({ name }) => name)).size).toBe(rest.length);
    });
  it('is nothing where the exercise writes none', () => {
    const other = exercises.find(({ writes }) => writes === undefined);
    expect(other && shown(other, 'w1').rest).toEqual([]);
  });
});
