import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { opened, viewOfScribe } from '../../../tests/support/entries';
import { labelsOf } from './labels';

const firm = { name: 'F', telephone: '01632 960 900' };

describe('labels for a board', () => {
  it('say behind a blank which circuit leads nowhere and how that was found, else leave a form to fill in', () => {
    const s = opened();
    const [boardId, wayId] = [v7(), v7()];
    const blanked = () =>
      labelsOf(viewOfScribe(s), firm)
        .filter(({ kind }) => kind === 'blanked')
        .map(({ lines }) => lines[0]);
    expect(blanked()).toEqual([expect.stringMatching(/^Disconnected on \. \. \./)]);
    s.say('board.added', { boardId });
    s.say('way.added', { wayId, boardId, number: 7 });
    s.say('circuit.traced', { wayId, by: 'tone', feeds: null });
    expect(blanked()).toEqual([
      expect.stringMatching(
        /^Way 7: off since 2 March 2026\. It feeds nothing that was found, by the tester’s tone\.$/,
      ),
    ]);
    s.say('circuit.traced', { wayId, by: 'switching', feeds: 'Garage door' });
    expect(blanked()).toEqual([expect.stringMatching(/^Disconnected/)]);
    expect(viewOfScribe(s).job.ways.get(wayId)?.description).toBe('Garage door');
  });
  it('carry the words for whoever comes next, and no other notes', () => {
    const s = opened();
    const notes = () => labelsOf(viewOfScribe(s), firm).find(({ kind }) => kind === 'notes')?.lines;
    s.say('note.made', { noteId: v7(), sort: 'remark', what: 'Tidy chart', where: null });
    expect(notes()).toBeUndefined();
    s.say('note.made', { noteId: v7(), sort: 'for next', what: 'Hidden joint', where: 'Hall ceiling' });
    expect(notes()).toEqual(['Hidden joint (Hall ceiling)', 'F, 01632 960 900']);
  });
});
