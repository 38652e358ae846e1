import { readFileSync } from 'node:fs';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { fold, numbered, opened } from '../../../tests/support/entries';
import { lastWalk } from './leaving';
import { oftenForgotten, whatCounts } from './often-forgotten';
import { reasonsCalculated, reasonsNotRead, sayReason } from './reasons';
import { families } from '../measurements/families';
import { cardsOfBench, loadTestCards } from './test-cards';
import { causesOfDead } from './went-dead';

type OnSite = {
  wentDead: { id: string; cause: string; prove: string[] }[];
  leaving: { id: string; check: string }[];
  oftenForgotten: { points: { point: string }[] };
  reasons: { id: string; sentence: string }[];
};
const onSite = JSON.parse(readFileSync('tests/reference/on-site.json', 'utf8')) as OnSite;
const cards = JSON.parse(readFileSync('tests/reference/test-cards.json', 'utf8')) as { id: string; caution: string }[];

describe('it went dead', () => {
  const job = () => {
    const s = opened();
    const board = s.board('CU', 'hall', 'intake');
    const way = s.way(board, 1, ['L', 'lights', 1, 'B6', '30 A', '1.5/1', 'C'], { residualGroup: 'RCD 1' });
    return { s, board, way, causes: () => causesOfDead(fold(numbered(s.drafts))) };
  };
  it('knows every cause of the reference, the usual first', () => {
    const { causes } = job();
    expect(
      causes()
        .map(({ id }) => id)
        .sort(),
    ).toEqual(onSite.wentDead.map(({ id }) => id).sort());
    expect(causes()[0]).toMatchObject({ likely: 'often', because: null });
    expect(causes().at(-1)).toMatchObject({ likely: 'rarely' });
  });
  it('puts first what the record speaks for', () => {
    const { s, board, way, causes } = job();
    s.say('link.made', { linkId: v7(), sort: 'neutral off', on: { of: 'way', id: way }, where: 'way 1', test: null });
    expect(causes()[0]).toMatchObject({ id: 'own-disconnection', because: 'neutral off, way 1, is in the register' });
    s.say('device.switched', {
      devices: [{ device: { of: 'residual', boardId: board, group: 'RCD 1' }, state: 'tripped' }],
    });
    expect(causes()[0]).toMatchObject({ id: 'rcd-tripped' });
    s.say('link.made', { linkId: v7(), sort: 'L–CPC link', on: { of: 'way', id: way }, where: 'way 1', test: null });
    expect(
      causes()
        .slice(0, 3)
        .map(({ id }) => id),
    ).toContain('slip-or-short');
  });
  it('says where not to touch for each', () =>
    expect(
      job()
        .causes()
        .every(({ doNotTouch, prove }) => doNotTouch.length > 0 && prove.length > 0),
    ).toBe(true));
});

describe('one-tap reasons', () => {
  it('are those of the reference that a document takes in place of a reading', () => {
    const sentences = new Map(onSite.reasons.map(({ id, sentence }) => [id, sentence]));
    for (const document of ['EICR', 'EIC', 'MWC'])
      for (const reason of [...reasonsNotRead(document), ...reasonsCalculated(document)])
        expect(reason.sentence).toBe(sentences.get(reason.id));
    expect(reasonsNotRead('EICR').length).toBeGreaterThan(12);
    // New work takes no limitation.
    expect(reasonsNotRead('EIC').filter(({ mark }) => mark === 'LIM')).toEqual([]);
    expect(reasonsCalculated('EICR').map(({ id }) => id)).toContain('live-not-justified');
  });
  it('leave nothing open in the sentence', () => {
    for (const reason of reasonsNotRead('EICR'))
      expect(sayReason(reason, 'Hall, way 1')).not.toMatch(/[{}–]|value shown/);
    expect(sayReason({ sentence: '{place} was locked; {who} was told.' }, 'Loft')).toBe('Loft was locked.');
    expect(sayReason({ sentence: '{place} left out by agreement with {who}.' }, 'Loft')).toBe(
      'Loft left out by agreement.',
    );
  });
});

describe('points usually forgotten', () => {
  it('are asked for where nothing names them', () => {
    const s = opened();
    const board = s.board('CU', 'hall', 'intake');
    const lights = s.way(board, 1, ['Lights', 'lights', 1, 'B6', '30 A', '1.5/1', 'C']);
    const asked = () => oftenForgotten(fold(numbered(s.drafts)), { load: 'lighting' });
    expect(asked()).toContain('Porch and outside lights');
    s.points(lights, [['Porch light', 'light']]);
    expect(asked()).not.toContain('Porch and outside lights');
    expect(oftenForgotten(fold(numbered(s.drafts)), { load: 'fixed' })).toEqual([]);
    expect(oftenForgotten(fold(numbered(s.drafts)), { load: 'sockets' }).length).toBeGreaterThan(3);
    expect(whatCounts.rows.length).toBeGreaterThan(5);
  });
});

describe('the last walk', () => {
  const walkOf = (s: ReturnType<typeof opened>) => lastWalk(fold(numbered(s.drafts)));
  it('asks for what the job holds and what was done', () => {
    const s = opened();
    const ids = () => walkOf(s).map(({ id }) => id);
    expect(ids()).not.toContain('locks-off');
    expect(ids()).not.toContain('solar');
    s.say('supply.described', { otherSources: 'solar' });
    s.isolate('Ms Sedge', '4', null);
    expect(ids()).toEqual(expect.arrayContaining(['locks-off', 'freezer', 'smell', 'solar']));
    const known = new Set(onSite.leaving.map(({ id }) => id));
    expect(ids().every((id) => known.has(id))).toBe(true);
  });
  it('says what the record has against leaving', () => {
    const s = opened();
    const board = s.board('CU', 'hall', 'intake');
    const way = s.way(board, 1, ['L', 'lights', 1, 'B6', '30 A', '1.5/1', 'C'], { residualGroup: 'RCD 1' });
    const says = (id: string) => walkOf(s).find((each) => each.id === id)?.against ?? null;
    expect([says('links-out'), says('covers'), says('power-as-found'), says('rcds-up')]).toEqual(Array(4).fill(null));
    const linkId = v7();
    s.say('link.made', { linkId, sort: 'L–CPC link', on: { of: 'way', id: way }, where: 'way 1', test: null });
    s.say('cover.set', { boardId: board, state: 'open', why: null });
    s.say('device.switched', {
      devices: [
        { device: { of: 'way', id: way }, state: 'off' },
        { device: { of: 'residual', boardId: board, group: 'RCD 1' }, state: 'tripped' },
      ],
    });
    expect(says('links-out')).toMatch(/1 still in/);
    expect(says('covers')).toMatch(/CU is recorded as open/);
    expect(says('power-as-found')).toBe('Way 1 is off.');
    expect(says('rcds-up')).toBe('RCD 1 is tripped.');
    s.isolate('Ms Sedge', '4', null);
    expect(says('locks-off')).toMatch(/still in force/);
    expect(says('power-as-found')).toBe('The main switch is locked off.');
    s.say('leaving.checked', { check: 'covers', done: true, note: null });
    expect(walkOf(s).find(({ id }) => id === 'covers')?.done).toBe(true);
  });
});

describe('test cards', () => {
  it('are those of the reference, and each bench finds its own', async () => {
    const all = await loadTestCards();
    expect(all.map(({ id, caution }) => ({ id, caution }))).toEqual(cards.map(({ id, caution }) => ({ id, caution })));
    const ids = new Set(all.map(({ id }) => id));
    for (const { family, cards: wanted } of families)
      for (const card of wanted)
        expect(typeof card === 'string' ? ids.has(card) : true, `${family}: ${String(card)}`).toBe(true);
    expect(cardsOfBench({ families }, 'loop', all).map(({ id }) => id)).toEqual([
      'zs-no-trip',
      'zs-two-lead',
      'ln-loop',
      'voltage-drop',
    ]);
    expect(cardsOfBench({ families }, 'plan', all)).toEqual([]);
  });
});
