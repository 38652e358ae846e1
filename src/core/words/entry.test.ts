import { describe, expect, it } from 'vitest';
import { sayEntry } from './entry';

describe('an entry as a sentence', () => {
  it.each<[string, unknown, string]>([
    [
      'way.described',
      {
        wayId: '01a23284-a34b-7751-a354-c653a5b8e8ad',
        fields: { deviceAmps: 32, liveCsaMm2: 2.5, residualAbsent: true },
      },
      'Way described: device in A 32, live csa in mm² 2.5, residual absent yes.',
    ],
    ['item.marked', { item: '5.7', outcome: 'C2', reason: null }, 'Item marked: item 5.7, outcome C2.'],
    [
      'observation.noted',
      { fields: { what: 'Cracked socket', where: 'Hall' } },
      'Observation noted: what Cracked socket, where Hall.',
    ],
    ['link.cleared', { linkId: '01a23284-a34b-7751-a354-c653a5b8e8ad' }, 'Link cleared.'],
    ['document.begun', null, 'Document begun.'],
  ])('%s', (kind, body, words) => expect(sayEntry(kind, body)).toBe(words));

  it('leaves nothing typed out, and shows no braces', () => {
    const said = sayEntry('note.made', {
      sort: 'look up',
      what: 'Is 16 mm² enough?',
      list: [{ a: 'one' }, { a: 'two' }],
    });
    for (const typed of ['look up', 'Is 16 mm² enough?', 'one', 'two']) expect(said).toContain(typed);
    expect(said).not.toMatch(/[{}"]/);
  });
});
