import { plainReading } from '../../../scripts/plain-reading.mjs';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { admit, clerk, colleague, declared, fold, inspector, numbered, opened } from '../../../tests/support/entries';
import type { Scribe } from '../../../scripts/demo/scribe';
import { slotAt } from '../installation/slot';
import type { Actor } from '../ledger/actor';
import type { Drafted } from '../ledger/entry';
import { isolationState, mayEnergise } from '../work/isolation';
import { r1r2 } from '../measurements/continuity/slots';
import { zs } from '../measurements/loop/slots';
import { rcdTime } from '../measurements/residual/slots';
import { ze } from '../measurements/origin/slots';
import { polarity } from '../measurements/polarity/slots';
import { step2 } from '../measurements/ring/slots';

/** Whether the last thing a scribe says is admitted after all that went before. */
function verdictOf(s: Scribe, actor: Actor = inspector) {
  const before = s.drafts.slice(0, -1);
  return admit(fold(numbered(before)), s.drafts.at(-1) as Drafted, actor);
}
const refusal = (s: Scribe, actor?: Actor): string => {
  const admission = verdictOf(s, actor);
  return admission.accepted ? '' : admission.reason;
};
const elsewhere = '0195a000-0000-7000-8000-00000000ffff';

const bare = {
  value: { is: 'number', shown: '0.4' },
  ...plainReading,
} as const;

function withWay() {
  const s = opened();
  const board = s.board('CU', 'hall', 'intake');
  const way = s.way(board, 1, ['Sockets', 'sockets', 3, 'B32', '30 A', '2.5/1.5', 'C']);
  return { s, board, way };
}

describe('admission', () => {
  it('takes nothing before the job is open, and opens it once', () => {
    const s = opened();
    expect(verdictOf(s).accepted).toBe(true);
    s.say('job.opened', { reference: 'again', began: null });
    expect(refusal(s)).toMatch(/open already/);
    expect(admit(fold([]), s.drafts[0] as Drafted, inspector).accepted).toBe(true);
    const lone = opened();
    lone.read({ of: 'supply' }, ze, '0.3');
    expect(admit(fold([]), lone.drafts[2] as Drafted, inspector)).toMatchObject({
      accepted: false,
      reason: expect.stringMatching(/not been opened/),
    });
  });

  it('takes the same entry again without a word', () => {
    const { s } = withWay();
    expect(admit(fold(numbered(s.drafts)), s.drafts[2] as Drafted, inspector).accepted).toBe(true);
  });

  it.each<[string, (s: Scribe, way: string, board: string) => void, RegExp]>([
    ['a reading on a way that is not there', (s) => s.read({ of: 'way', id: elsewhere }, zs, '0.4'), /no such way/],
    [
      'a reading of the wrong subject',
      (s) => s.say('reading.taken', { ...bare, slot: { on: { of: 'supply' }, ...zs } }),
      /taken on a way/,
    ],
    [
      'a test there is not',
      (s) => s.say('reading.taken', { ...bare, slot: { on: { of: 'supply' }, test: 'invented' } }),
      /no test invented/,
    ],
    [
      'a description of a board that is not there',
      (s) => s.say('board.described', { boardId: elsewhere, fields: {} }),
      /no such board/,
    ],
    ['a board twice', (s, _w, board) => s.say('board.added', { boardId: board }), /there already/],
    [
      'a way number twice',
      (s, _w, board) => s.say('way.added', { wayId: elsewhere, boardId: board, number: 1 }),
      /already used on this board/,
    ],
    [
      'a way on no board',
      (s) => s.say('way.added', { wayId: elsewhere, boardId: elsewhere, number: 4 }),
      /no such board/,
    ],
    [
      'an inspection item of another schedule',
      (s) => s.say('item.marked', { documentId: s.documentId, item: '99.1', outcome: 'ok', reason: null }),
      /no inspection item/,
    ],
    [
      'an observation on a way that is not there',
      (s) =>
        s.say('observation.noted', {
          observationId: elsewhere,
          fields: {
            what: 'x',
            where: 'y',
            why: 'z',
            code: 'C3',
            item: null,
            wayId: elsewhere,
            regulation: null,
            livePartsAccessible: false,
            codeReason: null,
          },
        }),
      /no such way/,
    ],
    ['a strike of nothing', (s) => s.say('entry.struck', { entryId: elsewhere, why: 'x' }), /no such entry/],
    [
      'a strike of the opening',
      (s) => s.say('entry.struck', { entryId: s.drafts[0]?.id ?? '', why: 'x' }),
      /cannot be struck/,
    ],
    [
      'a strike of a board with ways',
      (s) => s.say('entry.struck', { entryId: s.drafts[2]?.id ?? '', why: 'x' }),
      /This board has circuits/,
    ],
  ])('refuses %s', (_name, say, reason) => {
    const { s, way, board } = withWay();
    say(s, way, board);
    expect(refusal(s)).toMatch(reason);
  });

  it('refuses a value that cannot stand in its column, even if a client sends it', () => {
    const { s, way } = withWay();
    s.say('reading.taken', { ...bare, slot: slotAt({ of: 'way', id: way }, zs), value: { is: 'open' } });
    expect(refusal(s)).toMatch(/cannot be open/);
    s.say('reading.taken', { ...bare, slot: slotAt({ of: 'way', id: way }, zs), value: { is: 'number', shown: '-1' } });
    expect(refusal(s)).toMatch(/below zero/);
    s.say('reading.taken', {
      ...bare,
      slot: slotAt({ of: 'way', id: way }, polarity),
      value: { is: 'number', shown: '1' },
    });
    expect(refusal(s)).toMatch(/takes no figure/);
    s.say('reading.taken', { ...bare, slot: slotAt({ of: 'way', id: way }, zs), value: { is: 'confirmed' } });
    expect(refusal(s)).toMatch(/takes a figure/);
    s.say('reading.taken', {
      ...bare,
      instrumentId: elsewhere,
      slot: slotAt({ of: 'way', id: way }, zs),
      value: { is: 'number', shown: '1' },
    });
    expect(refusal(s)).toMatch(/instrument has not been brought/);
  });

  it('lets one of two people strike a reading, and tells the other', () => {
    const { s, way } = withWay();
    const reading = s.read({ of: 'way', id: way }, zs, '0.4');
    s.say('entry.struck', { entryId: reading, why: 'first' });
    expect(verdictOf(s, inspector).accepted).toBe(true);
    s.say('entry.struck', { entryId: reading, why: 'second' });
    expect(refusal(s, colleague)).toBe('It was struck already: first');
  });

  it('does not strike a way under readings or observations', () => {
    const { s, way } = withWay();
    const added = s.drafts.find((draft) => draft.kind === 'way.added')?.id ?? '';
    s.read({ of: 'way', id: way }, zs, '0.4');
    s.say('entry.struck', { entryId: added, why: 'x' });
    expect(refusal(s)).toMatch(/readings, observations/);
  });

  it('does not strike an instrument or an isolation that readings name, until those are struck', () => {
    const { s } = withWay();
    const [instrumentId, isolationId] = [v7(), v7()];
    const brought = s.say('instrument.brought', { instrumentId, name: 'T', serial: '1', calibratedOn: null });
    const begun = s.say('isolation.begun', {
      isolationId,
      scope: { of: 'supply' },
      permission: 'The tenant',
      told: null,
      device: 'Main switch',
      lockable: true,
      doublePole: true,
      lock: null,
      notice: false,
      indicatorId: null,
      provingUnit: 'P',
      phases: 'single',
    });
    const slot = slotAt({ of: 'supply' }, ze);
    const reading = s.say('reading.taken', { ...bare, slot, instrumentId, isolationId });
    for (const entryId of [brought, begun]) {
      s.say('entry.struck', { entryId, why: 'x' });
      expect(refusal(s)).toMatch(/Remove those first/);
      s.drafts.pop();
    }
    s.say('entry.struck', { entryId: reading, why: 'x' });
    for (const entryId of [brought, begun]) {
      s.say('entry.struck', { entryId, why: 'x' });
      expect(refusal(s)).toBe('');
    }
  });

  it('lets the office strike nothing technical, nor bring it back', () => {
    const { s, way } = withWay();
    const reading = s.read({ of: 'way', id: way }, zs, '0.4');
    s.say('entry.struck', { entryId: reading, why: 'x' });
    expect(refusal(s, clerk)).toMatch(/only what the office may record/);
    const strike = s.drafts.at(-1)?.id ?? '';
    s.say('entry.struck', { entryId: strike, why: 'y' });
    expect(refusal(s, clerk)).toMatch(/only what the office may record/);
    s.drafts.pop();
    const named = s.say('client.named', { name: 'C' });
    const struck = s.say('entry.struck', { entryId: named, why: 'z' });
    expect(verdictOf(s, clerk).accepted).toBe(true);
    s.say('entry.struck', { entryId: struck, why: 'no, it was right' });
    expect(verdictOf(s, clerk).accepted).toBe(true);
  });

  it('keeps the office to its own kinds', () => {
    const { s, way } = withWay();
    s.say('client.named', { name: 'C' });
    expect(verdictOf(s, clerk).accepted).toBe(true);
    s.read({ of: 'way', id: way }, zs, '0.4');
    expect(refusal(s, clerk)).toMatch(/inspector or supervisor/);
  });

  it('lets only a supervisor authorise, and only the signer take a signature back', () => {
    const s = opened();
    const signature = s.say('declaration.signed', {
      documentId: s.documentId,
      role: 'authoriser',
      name: 'A',
      position: '',
      statement: declared('authoriser'),
    });
    expect(refusal(s, colleague)).toMatch(/supervisor/);
    s.say('entry.struck', { entryId: signature, why: 'x' });
    expect(refusal(s, colleague)).toMatch(/person who signed/);
    expect(verdictOf(s, inspector).accepted).toBe(true);
  });

  it('takes no declaration in other words than its own', () => {
    const s = opened();
    const { documentId } = s;
    const words = 'I saw the house from the road.';
    s.say('declaration.signed', { documentId, role: 'inspector', name: 'A', position: '', statement: words });
    expect(refusal(s)).toMatch(/under the words of its declaration/);
  });

  it('says nothing more in a sealed document, and goes on with the job', () => {
    const s = opened();
    const { documentId } = s;
    s.say('document.issued', {
      documentId,
      issueId: elsewhere,
      number: 'EICR-1',
      documentHash: 'a'.repeat(64),
      pdfSha256: null,
    });
    s.say('item.marked', { documentId, item: '1.1', outcome: 'ok', reason: null });
    expect(refusal(s)).toMatch(/EICR-1 is sealed/);
    s.drafts.pop();
    s.say('declaration.signed', {
      documentId,
      role: 'inspector',
      name: 'A',
      position: '',
      statement: declared('inspector'),
    });
    expect(refusal(s)).toMatch(/EICR-1 is sealed/);
    s.drafts.pop();
    s.say('client.named', { name: 'later' });
    expect(verdictOf(s).accepted).toBe(true);
  });

  it('begins a new issue of an issued document once, of its kind, with what the old one said', () => {
    const s = opened();
    const { documentId: first } = s;
    const begin = (documentId: string, kind = 'EICR') =>
      s.say('document.begun', {
        documentId,
        kind,
        edition: 'bs7671-2018-a2',
        covers: null,
        because: 'x',
        replaces: first,
      });
    const [second, third] = ['e1', 'e2'].map((tail) => `0195a000-0000-7000-8000-0000000000${tail}`);
    s.say('condition.summarised', { documentId: first, text: 'Sound.' });
    begin(second ?? '');
    expect(refusal(s)).toMatch(/Only an issued document/);
    s.drafts.pop();
    s.say('document.issued', {
      documentId: first,
      issueId: elsewhere,
      number: 'EICR-1',
      documentHash: 'a'.repeat(64),
      pdfSha256: null,
    });
    begin(second ?? '', 'LETTER');
    expect(refusal(s)).toMatch(/no document LETTER/);
    s.drafts.pop();
    begin(second ?? '');
    expect(verdictOf(s).accepted).toBe(true);
    expect(fold(numbered(s.drafts)).documents[1]).toMatchObject({ replaces: first, summary: 'Sound.', signatures: [] });
    begin(third ?? '');
    expect(refusal(s)).toMatch(/has been started/);
  });

  it('keeps isolation and links in order: nothing on a record that is not there or has ended, no link cleared twice', () => {
    const { s, board } = withWay();
    const isolationId = '0195a000-0000-7000-8000-0000000000c1';
    const read = (step: 'prove' | 'test' | 're-prove', pair: string | null, volts: number) =>
      s.say('isolation.read', { isolationId, step, pair, place: 'board', volts });
    read('prove', null, 230);
    expect(refusal(s)).toMatch(/no such isolation record/);
    s.drafts.pop();
    s.say('isolation.begun', {
      isolationId,
      scope: { of: 'board', id: board },
      permission: 'Ms Sedge',
      told: null,
      device: 'main switch',
      lockable: true,
      doublePole: true,
      lock: '7',
      notice: true,
      indicatorId: null,
      provingUnit: 'PU-3',
      phases: 'single',
    });
    expect(verdictOf(s).accepted).toBe(true);
    read('prove', null, 230);
    for (const pair of ['L–N', 'L–E', 'N–E']) read('test', pair, 0);
    read('re-prove', null, 230);
    expect(verdictOf(s).accepted).toBe(true);
    const record = fold(numbered(s.drafts)).isolations[0];
    expect(record && isolationState(record).state).toBe('proved dead');
    s.say('link.made', {
      linkId: isolationId,
      sort: 'L–CPC link',
      on: { of: 'board', id: board },
      where: 'way 1',
      test: 'R1+R2',
    });
    expect(mayEnergise(fold(numbered(s.drafts)).links).ready).toBe(false);
    s.say('link.cleared', { linkId: isolationId });
    expect(verdictOf(s).accepted).toBe(true);
    expect(mayEnergise(fold(numbered(s.drafts)).links).ready).toBe(true);
    s.say('link.cleared', { linkId: isolationId });
    expect(refusal(s)).toMatch(/out already/);
    s.drafts.pop();
    s.say('isolation.ended', { isolationId, why: 'left site', note: null });
    read('test', 'L–N', 0);
    expect(refusal(s)).toMatch(/has ended/);
  });
});

describe('points', () => {
  const pointId = '0195a000-0000-7000-8000-0000000000d1';
  const fields = {
    name: 'Hall',
    room: 'Hall',
    kind: 'socket',
    order: 1,
    spur: false,
    unplaced: false,
    switching: 'none',
  } as const;

  it('belong to a way that is there, are there once, and move only to a way that is there', () => {
    const { s, way } = withWay();
    s.say('point.added', { pointId, wayId: elsewhere, fields });
    expect(refusal(s)).toMatch(/no such way/);
    s.drafts.pop();
    s.say('point.added', { pointId, wayId: way, fields });
    expect(verdictOf(s).accepted).toBe(true);
    s.say('point.added', { pointId, wayId: way, fields });
    expect(refusal(s)).toMatch(/there already/);
    s.drafts.pop();
    s.say('point.moved', { pointId, wayId: elsewhere, order: 2 });
    expect(refusal(s)).toMatch(/no such way/);
    s.drafts.pop();
    s.say('point.described', { pointId: elsewhere, fields: { name: 'X' } });
    expect(refusal(s)).toMatch(/no such point/);
    s.drafts.pop();
    s.say('point.described', { pointId, fields: { name: 'Porch', kind: 'outdoor' } });
    expect(verdictOf(s).accepted).toBe(true);
    expect(fold(numbered(s.drafts)).points.get(pointId)).toMatchObject({
      name: 'Porch',
      kind: 'outdoor',
      room: 'Hall',
    });
  });

  it('take only what is read on a point, and are not struck under it', () => {
    const { s, way } = withWay();
    const added = s.say('point.added', { pointId, wayId: way, fields });
    s.say('reading.taken', { ...bare, slot: slotAt({ of: 'point', id: pointId }, rcdTime) });
    expect(refusal(s)).toMatch(/taken on a way/);
    s.drafts.pop();
    s.read({ of: 'point', id: elsewhere }, step2, '0.22');
    expect(refusal(s)).toMatch(/no such point/);
    s.drafts.pop();
    const reading = s.read({ of: 'point', id: pointId }, step2, '0.22');
    expect(verdictOf(s).accepted).toBe(true);
    s.say('entry.struck', { entryId: added, why: 'x' });
    expect(refusal(s)).toMatch(/This point has readings/);
    s.drafts.pop();
    s.say('entry.struck', { entryId: reading, why: 'wrong socket' });
    s.say('entry.struck', { entryId: added, why: 'x' });
    expect(verdictOf(s).accepted).toBe(true);
    expect(fold(numbered(s.drafts)).points.size).toBe(0);
  });

  it('a reading names only an isolation that is there', () => {
    const { s, way } = withWay();
    s.isolationId = elsewhere;
    s.read({ of: 'way', id: way }, r1r2, '0.4');
    expect(refusal(s)).toMatch(/no such isolation/);
    s.drafts.pop();
    s.isolate('Ms Sedge', '7', null);
    s.read({ of: 'way', id: way }, r1r2, '0.4');
    expect(verdictOf(s).accepted).toBe(true);
    s.goLive('Ms Sedge');
    s.read({ of: 'way', id: way }, zs, '0.4');
    expect((s.drafts.at(-1) as { body: { isolationId: string | null } }).body.isolationId).toBeNull();
  });
});
