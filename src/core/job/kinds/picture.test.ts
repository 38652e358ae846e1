import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { rentedHouse } from '../../../../scripts/demo/dwellings';
import { picturesOf } from '../../certificates/pictures';
import { admit, fold, inspector, noon, numbered, viewOfScribe } from '../../../../tests/support/entries';

const hash = (index: number) => index.toString(16).padStart(64, '0');

describe('pictures of a finding', () => {
  it('are twelve at most, each once, and stand in the order of the observations with their number', () => {
    const scribe = rentedHouse(noon, []);
    const [first, second] = viewOfScribe(scribe).job.observations;
    const take = (index: number, observationId = first?.id ?? '') => {
      scribe.say('picture.taken', {
        pictureId: v7(),
        about: { of: 'observation', id: observationId },
        sha256: hash(index),
        width: 40,
        height: 30,
        caption: index === 0 ? 'From below' : '',
      });
      const last = scribe.drafts.pop();
      const outcome = last && admit(fold(numbered(scribe.drafts)), last, inspector);
      if (last && outcome?.accepted) scribe.drafts.push(last);
      return outcome?.accepted ? null : outcome?.reason;
    };
    expect(take(50, second?.id)).toBeNull();
    for (let index = 0; index < 12; index += 1) expect(take(index)).toBeNull();
    expect(take(3)).toMatch(/there already/);
    expect(take(12)).toMatch(/At most 12/);
    expect(take(12, second?.id)).toBeNull();
    const view = viewOfScribe(scribe);
    const { pictures } = view.definition.build(view, { name: '', address: '', telephone: '', email: '', logo: '' }) as {
      pictures: { sha256: string; caption: string }[];
    };
    expect(pictures).toHaveLength(14);
    expect(pictures[0]).toMatchObject({ sha256: hash(0), caption: 'Observation 1: From below' });
    expect(pictures[13]).toMatchObject({ sha256: hash(12), caption: `Observation 2: ${second?.what}` });
  });
  it('are of what there is: a board, a point, a limitation; and printed after those of findings', () => {
    const scribe = rentedHouse(noon, []);
    const limitationId = v7();
    scribe.say('limitation.noted', {
      limitationId,
      sort: 'agreed',
      what: 'Loft',
      why: 'Boarded',
      agreedWith: 'Client',
    });
    const { job } = viewOfScribe(scribe);
    const board = [...job.boards.keys()][0] ?? '';
    const [point] = job.points.values();
    const take = (of: 'observation' | 'board' | 'point' | 'limitation', id: string, index: number) => {
      scribe.say('picture.taken', {
        pictureId: v7(),
        about: { of, id },
        sha256: hash(index),
        width: 4,
        height: 3,
        caption: '',
      });
      const last = scribe.drafts.pop();
      const outcome = last && admit(fold(numbered(scribe.drafts)), last, inspector);
      if (last && outcome?.accepted) scribe.drafts.push(last);
      return outcome?.accepted ? null : outcome?.reason;
    };
    expect(take('point', point?.id ?? '', 1)).toBeNull();
    expect(take('board', board, 1)).toBeNull();
    expect(take('limitation', limitationId, 1)).toBeNull();
    expect(take('board', v7(), 2)).toBe('There is no such board in this job.');
    expect(take('point', board, 2)).toBe('There is no such point in this job.');
    expect(take('limitation', v7(), 2)).toBe('There is no such limitation in this job.');
    const view = viewOfScribe(scribe);
    expect(picturesOf(view).map(({ caption }) => caption)).toEqual([
      'Limitation: Loft',
      job.boards.get(board)?.name,
      point?.name,
    ]);
  });
  it.each([
    ['a hash in capitals', { sha256: 'A'.repeat(64) }],
    ['one too short', { sha256: 'a'.repeat(63) }],
    ['a side too long', { width: 1601 }],
    ['no height', { height: 0 }],
  ])('cannot be said with %s', (_name, part) => {
    const scribe = rentedHouse(noon, []);
    const body = {
      pictureId: v7(),
      about: { of: 'observation' as const, id: v7() },
      sha256: hash(1),
      width: 4,
      height: 3,
      caption: '',
      ...part,
    };
    expect(() => scribe.say('picture.taken', body)).toThrow(/picture.taken/);
  });
});
