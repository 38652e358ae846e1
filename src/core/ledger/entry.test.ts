import { describe, expect, it } from 'vitest';
import { firmKinds, firmStream, jobKinds, tests } from '../catalogue';
import { formerMeasure, formerSlot, formerTestNames } from '../job/former-tests';
import { readDraft, readEntry } from '../../../tests/support/entries';
import { currentVersion } from './kind';

const id = '0195a000-0000-7000-8000-000000000001';
const raw = (part: object = {}) => ({
  id,
  kind: 'client.named',
  version: 1,
  body: { name: 'A' },
  madeAt: '2026-03-02T12:00:00.000Z',
  device: 'd',
  ...part,
});

describe('reading an entry from outside', () => {
  it('takes a good one', () =>
    expect(readDraft(raw())).toMatchObject({ ok: true, value: { kind: 'client.named', body: { name: 'A' } } }));

  it.each<[string, object, RegExp]>([
    ['no uuid', { id: '1' }, /id/],
    ['an unknown kind', { kind: 'client.invented' }, /kind/],
    ['a version of the future', { version: 2 }, /newer than this application knows/],
    ['version nought', { version: 0 }, /version/],
    ['a local time', { madeAt: '2026-03-02 12:00' }, /madeAt/],
    ['no device', { device: '' }, /device/],
    ['a body of another kind', { body: { name: 7 } }, /client.named: name/],
    ['a body that is a list', { body: [] }, /client.named/],
    ['a NUL byte in text', { body: { name: 'A\u0000B' } }, /no text/],
    ['text without end', { body: { name: 'x'.repeat(201) } }, /name/],
  ])('refuses %s', (_name, part, problem) => {
    const read = readDraft(raw(part));
    expect(read.ok ? '' : read.problem).toMatch(problem);
  });

  it.each([null, 7, 'text', [], undefined])('refuses %j', (value) => expect(readDraft(value).ok).toBe(false));

  it('reads one of the ledger with its maker and number, and refuses one without', () => {
    expect(readEntry(raw({ madeBy: 'p', seq: 4, smuggled: 1 }))).toEqual({
      ok: true,
      value: { ...raw(), madeBy: 'p', seq: 4 },
    });
    for (const part of [
      { seq: 4 },
      { madeBy: '', seq: 4 },
      { madeBy: 'p', seq: 0 },
      { madeBy: 'p', seq: null },
      { madeBy: 'p', seq: 4, version: 2 },
    ])
      expect(readEntry(raw(part)).ok).toBe(false);
  });

  it('drops fields it does not know, so that nothing unread is sealed', () => {
    const read = readDraft(raw({ body: { name: 'A', smuggled: true } }));
    expect(read.ok && read.value.body).toEqual({ name: 'A' });
  });

  it('wants a reason for LIM and N/V, and none for the rest', () => {
    const mark = (outcome: string, reason: string | null) =>
      readDraft(raw({ kind: 'item.marked', version: 2, body: { documentId: null, item: '3.6', outcome, reason } })).ok;
    expect([mark('LIM', null), mark('N/V', ''), mark('LIM', 'no access'), mark('ok', null), mark('C2', null)]).toEqual([
      false,
      false,
      true,
      true,
      true,
    ]);
  });
});

describe('versions', () => {
  const way = '0195a000-0000-7000-8000-00000000000a';
  const taken = {
    on: { of: 'way', id: way },
    test: 'ir-n-e-over',
    value: { is: 'number', shown: '4.1' },
    how: 'measured',
    reason: null,
    instrumentId: null,
    leadNullOhms: null,
    testVolts: 500,
  };
  const { on: _on, test: _test, ...takenNow } = { ...taken, isolationId: null, isolationWhy: null, connected: null };
  const observed = {
    what: 'w',
    where: 'x',
    why: 'y',
    code: 'C3',
    item: null,
    wayId: null,
    regulation: null,
    livePartsAccessible: false,
  };
  const point = { name: 'Hall', room: null, kind: 'light', order: 1, spur: false };

  /** Every body ever stored, with what it reads as today; one row for each version of each kind that has moved on. */
  const former: readonly (readonly [kind: string, version: number, body: object, today: object])[] = [
    [
      'job.opened',
      1,
      { document: 'EICR', edition: 'bs7671-2018-a2', reference: 'R' },
      { reference: 'R', began: { kind: 'EICR', edition: 'bs7671-2018-a2' } },
    ],
    ['reading.taken', 4, { ...takenNow, slot: { on: { of: 'supply' }, test: 'ze' } }, { value: taken.value }],
    ['reading.taken', 5, { ...takenNow, slot: { on: { of: 'supply' }, test: 'ze' } }, { value: taken.value }],
    ['reading.taken', 6, { ...takenNow, slot: { on: { of: 'supply' }, test: 'ze' } }, { value: taken.value }],
    [
      'instrument.brought',
      1,
      { instrumentId: id, name: 'N', serial: 'S', calibratedOn: null },
      { instrumentId: id, name: 'N', serial: 'S', calibratedOn: null },
    ],
    ['site.described', 1, { address: 'A' }, { address: 'A' }],
    [
      'picture.taken',
      1,
      { pictureId: id, observationId: way, sha256: 'a'.repeat(64), width: 4, height: 3, caption: '' },
      { about: { of: 'observation', id: way } },
    ],
    [
      'picture.taken',
      2,
      { pictureId: id, about: { of: 'board', id: way }, sha256: 'a'.repeat(64), width: 4, height: 3, caption: '' },
      { about: { of: 'board', id: way } },
    ],
    ['board.described', 1, { boardId: way, fields: { name: 'CU' } }, { fields: { name: 'CU' } }],
    [
      'way.described',
      3,
      { wayId: way, fields: { residualMilliamps: null } },
      { fields: { residualMilliamps: null, residualAbsent: true } },
    ],
    [
      'document.begun',
      1,
      { documentId: id, kind: 'EIC', edition: 'bs7671-2018-a3', covers: null, because: null, replaces: null },
      { edition: 'bs7671-2018-a3' },
    ],
    ['way.described', 4, { wayId: way, fields: { points: 4 } }, { fields: { points: 4 } }],
    [
      'limitation.noted',
      1,
      { limitationId: id, sort: 'operational', what: 'w', why: 'y', agreedWith: null },
      { what: 'w', agreedWith: null },
    ],
    ['way.described', 7, { wayId: way, fields: { points: 5 } }, { fields: { points: 5 } }],
    ['supply.described', 3, { earthing: 'TN-S' }, { earthing: 'TN-S' }],
    ['feature.told', 1, { feature: 'solar', present: true }, { feature: 'solar', present: true }],
    ['way.described', 6, { wayId: way, fields: { points: 5 } }, { fields: { points: 5 } }],
    ['point.moved', 1, { pointId: id, wayId: way, order: 2 }, { order: 2 }],
    ['way.described', 5, { wayId: way, fields: { neutral: 'own' } }, { fields: { neutral: 'own' } }],
    [
      'works.described',
      2,
      { documentId: id, fields: { observationIds: [id] } },
      { documentId: id, fields: { observationIds: [id] } },
    ],
    [
      'works.described',
      1,
      { documentId: id, fields: { notice: 'Notifiable. Within 30 days.' } },
      { fields: { notifiable: true } },
    ],
    ['brief.agreed', 1, { extent: 'all' }, { extent: 'all' }],
    ['brief.agreed', 2, { school: 'live-first' }, { school: 'live-first' }],
    ['supply.described', 2, { tailsCsaMm2: 25 }, { tailsCsaMm2: 25 }],
    ['supply.described', 1, { earthing: 'TT' }, { earthing: 'TT' }],
    [
      'way.described',
      1,
      { wayId: way, fields: { wiring: 'singles in conduit' } },
      { fields: { wiringKind: 'singles' } },
    ],
    ['way.described', 2, { wayId: way, fields: { description: 'SELV lights' } }, { fields: { voltageBand: 'SELV' } }],
    [
      'point.added',
      1,
      { pointId: id, wayId: way, fields: point },
      { fields: { ...point, switching: 'none', unplaced: false } },
    ],
    ['point.described', 1, { pointId: id, fields: { name: 'Hall' } }, { fields: { name: 'Hall' } }],
    [
      'reading.taken',
      1,
      taken,
      {
        slot: { on: taken.on, test: 'insulation', pair: 'N-E', position: 'changed over' },
        isolationId: null,
        connected: null,
      },
    ],
    ['reading.taken', 2, { ...taken, isolationId: id, isolationWhy: null }, { isolationId: id, connected: null }],
    [
      'reading.taken',
      3,
      { ...taken, isolationId: null, isolationWhy: 'x', connected: 'a clock' },
      { isolationWhy: 'x', connected: 'a clock' },
    ],
    [
      'repair.made',
      1,
      { repairId: id, wayId: way, test: 'ring-step3', what: 'tightened' },
      { found: { test: 'ring', step: 3, pair: 'L-C' } },
    ],
    [
      'repair.made',
      2,
      { repairId: id, wayId: way, found: { test: 'zs' }, what: 'tightened' },
      { what: 'tightened', found: { test: 'zs' } },
    ],
    [
      'link.made',
      1,
      { linkId: id, sort: 'neutral off', on: { of: 'supply' }, where: 'bar', test: null },
      { sort: 'neutral off' },
    ],
    ['item.marked', 1, { item: '3.6', outcome: 'ok', reason: null }, { documentId: null, item: '3.6' }],
    ['observation.noted', 2, { observationId: id, fields: { ...observed, codeReason: null } }, { fields: observed }],
    ['observation.noted', 1, { observationId: id, fields: observed }, { fields: { ...observed, codeReason: null } }],
    ['assessment.overruled', 1, { outcome: 'satisfactory', reason: 'r' }, { documentId: null }],
    ['condition.summarised', 1, { text: 't' }, { documentId: null, text: 't' }],
    ['return.recommended', 1, { dueOn: '2031-01-01', reason: 'r' }, { documentId: null }],
    [
      'limit.overridden',
      1,
      { on: taken.on, test: 'zs', limit: '1.1', reason: 'r' },
      { slot: { on: taken.on, test: 'zs' } },
    ],
    [
      'declaration.signed',
      1,
      { role: 'inspector', name: 'A', position: '', statement: 's' },
      { documentId: null, role: 'inspector' },
    ],
    [
      'declaration.signed',
      2,
      { documentId: null, role: 'inspector', name: 'A', position: '', statement: 's' },
      { documentId: null, role: 'inspector' },
    ],
    [
      'document.issued',
      1,
      { documentId: id, number: 'N', documentHash: 'a'.repeat(64) },
      { documentId: null, issueId: id },
    ],
    [
      'document.issued',
      2,
      { documentId: id, issueId: id, number: 'N', documentHash: 'a'.repeat(64) },
      { documentId: id, issueId: id, pdfSha256: null },
    ],
    [
      'document.issued',
      3,
      { documentId: id, issueId: id, number: 'N', documentHash: 'a'.repeat(64), pdfSha256: 'b'.repeat(64) },
      { documentId: id, issueId: id, pdfSha256: 'b'.repeat(64) },
    ],
  ];
  it.each(former)('%s version %i reads as today', (kind, version, body, today) => {
    expect(readDraft(raw({ kind, version, body }))).toMatchObject({ ok: true, value: { body: today } });
  });
  it('have a row above for every one that was left behind', () => {
    const left = Object.entries(jobKinds).flatMap(([kind, { versions }]) =>
      versions.map((_, index) => `${kind} ${index + 1}`),
    );
    expect(left.length).toBeGreaterThan(15);
    expect(former.map(([kind, version]) => `${kind} ${version}`).sort()).toEqual(left.sort());
  });
  it.each([
    ['firm.described', 1, { name: 'Larkrise Electrical' }, { name: 'Larkrise Electrical' }],
    ['defaults.set', 1, { samplingPercent: 20 }, { samplingPercent: 20 }],
    ['defaults.set', 3, { keepYears: 5 }, { keepYears: 5 }],
    ['defaults.set', 2, { edition: 'bs7671-2018-a3' }, { edition: 'bs7671-2018-a3' }],
    ['money.told', 1, { jobId: id, fields: { pricePence: 100 } }, { jobId: id, fields: { pricePence: 100 } }],
  ] as const)("the firm's %s version %i reads as today", (kind, version, body, today) =>
    expect(firmStream.readDraft(raw({ kind, version, body }))).toMatchObject({ ok: true, value: { body: today } }),
  );
  it("have a row above for every one of the firm's", () =>
    expect(
      Object.entries(firmKinds)
        .flatMap(([kind, { versions }]) => versions.map(() => kind))
        .sort(),
    ).toEqual(['defaults.set', 'defaults.set', 'defaults.set', 'firm.described', 'money.told']));
  it('are named, one after the other, for every kind of both streams', () => {
    for (const kind of [...Object.values(jobKinds), ...Object.values(firmKinds)]) {
      expect(currentVersion(kind)).toBe(kind.versions.length + 1);
      for (const { name } of kind.versions) expect(name).not.toBe('');
    }
  });
  it('name every kind in the past tense', () => {
    for (const name of [...Object.keys(jobKinds), ...Object.keys(firmKinds)])
      expect(name).toMatch(
        /^[a-z]+\.([a-z]+ed|taken|brought|struck|overridden|begun|told|read|made|met|set|withdrawn)$/,
      );
  });
});

describe('the tests of the first floor', () => {
  it('are 45, and each is a slot there still is', () => {
    expect(formerTestNames).toHaveLength(45);
    for (const name of formerTestNames) {
      const subjects = ['supply', 'conductor', 'board', 'way', 'point'] as const;
      const { on: _on, ...measure } = formerSlot({ of: 'way', id: 'x' }, name) as { on: unknown; test: string };
      expect(
        subjects.some((of) => tests.on(of, measure)),
        name,
      ).toBe(true);
    }
  });
  it('become conductors where they were bonds of the supply', () => {
    expect(formerSlot({ of: 'supply' }, 'bond-gas-continuity')).toEqual({
      on: { of: 'conductor', to: 'gas' },
      test: 'continuity',
    });
    expect(formerSlot({ of: 'supply' }, 'earthing-continuity')).toEqual({
      on: { of: 'conductor', to: 'earthing' },
      test: 'continuity',
    });
  });
  it('are refused where there was none of that name', () => {
    expect(formerMeasure('toString')).toBeUndefined();
    expect(
      readDraft(raw({ kind: 'reading.taken', version: 3, body: { on: { of: 'supply' }, test: 'invented' } })).ok,
    ).toBe(false);
  });
});
