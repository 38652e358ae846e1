import { describe, expect, it } from 'vitest';
import { admit, fold, inspector, numbered, opened } from '../../../tests/support/entries';
import type { Drafted } from '../ledger/entry';
import { deviceFieldNames, describeWay, listDevices, parseDeviceField } from './devices';

function withRcd() {
  const s = opened();
  const board = s.board('CU', 'hall', 'intake');
  const [a, b, c] = ([1, 2, 3] as const).map((number) =>
    s.way(board, number, [`Sockets ${number}`, 'sockets', 3, 'B32', number === 3 ? 'none' : '30 A', '2.5/1.5', 'C']),
  );
  for (const way of [a, b]) s.say('way.described', { wayId: way as string, fields: { residualGroup: 'RCD 1' } });
  const rcd = { of: 'residual', boardId: board, group: 'RCD 1' } as const;
  return { s, board, rcd, a: a as string, b: b as string, c: c as string };
}
const jobOf = (s: ReturnType<typeof opened>) => fold(numbered(s.drafts));

describe('devices', () => {
  it('lists the switch, each shared RCD once with what stands behind it, and each way’s own', () => {
    const { s, board } = withRcd();
    const listed = listDevices(jobOf(s), board).map(({ name, kind, ways }) => [name, kind, ways.length]);
    expect(listed).toEqual([
      ['Main switch', '', 3],
      ['RCD 1', '30 mA type A', 2],
      ['Way 1 Sockets 1', '60898 B32, 6 kA', 1],
      ['Way 2 Sockets 2', '60898 B32, 6 kA', 1],
      ['Way 3 Sockets 3', '60898 B32, 6 kA', 1],
    ]);
    s.say('board.described', { boardId: board, fields: { surgeProtection: 'type 2, green' } });
    expect(listDevices(jobOf(s), board)[1]).toMatchObject({ name: 'Surge protection', kind: 'type 2, green' });
    expect(listDevices(jobOf(s), 'elsewhere')).toEqual([]);
  });

  it('says what an RCD is once, for every way behind it now and later', () => {
    const { s, rcd, a, b, c } = withRcd();
    s.say('device.described', { device: rcd, fields: { residualType: 'AC', serialNumber: '70114' } });
    const types = () => [a, b, c].map((id) => jobOf(s).ways.get(id)?.residualType);
    expect(types()).toEqual(['AC', 'AC', null]);
    s.say('way.described', { wayId: c, fields: { residualGroup: 'RCD 1' } });
    expect(types()).toEqual(['AC', 'AC', 'AC']);
    // A field of the device that is no characteristic of an RCD stays with the device.
    expect(jobOf(s).ways.get(a)).not.toHaveProperty('serialNumber');
    expect(jobOf(s).devices.get(`residual:${rcd.boardId}:RCD 1`)?.fields.serialNumber).toBe('70114');
  });

  it('turns what is typed at a way behind an RCD into a description of that RCD', () => {
    const { s, rcd, a, c } = withRcd();
    const job = jobOf(s);
    const kinds = (id: string, fields: Parameters<typeof describeWay>[2]) => {
      const way = job.ways.get(id);
      return way ? describeWay(job, way, fields).map(({ kind, body }) => [kind, 'device' in body && body.fields]) : [];
    };
    expect(kinds(a, { residualMilliamps: 100, residualType: 'A' })).toEqual([
      ['way.described', false],
      ['device.described', { residualMilliamps: 100, residualType: 'A' }],
    ]);
    expect(kinds(a, { liveCsaMm2: 4 })).toEqual([['way.described', false]]);
    expect(kinds(a, { residualMilliamps: null, residualAbsent: true })).toEqual([['way.described', false]]);
    expect(kinds(c, { residualMilliamps: 100 })).toEqual([['way.described', false]]);
    // Put behind an RCD, a way takes over what the others behind it say of it.
    expect(kinds(c, { residualGroup: rcd.group })[1]).toEqual([
      'device.described',
      { residualMilliamps: 30, residualType: 'A', residualDelayed: false },
    ]);
  });

  it.each([
    ['serialNumber', ' 70114-B ', '70114-B'],
    ['makersMark', '', null],
    ['ratedAmps', '63', 63],
    ['ratedAmps', '1000', 1000],
  ] as const)('reads %s from “%s”', (field, typed, value) => {
    expect(parseDeviceField(field, typed)).toEqual({ ok: true, value: { [field]: value } });
  });
  it.each([
    ['serialNumber', 'x'.repeat(201)],
    ['ratedAmps', '0'],
    ['ratedAmps', '1001'],
    ['ratedAmps', 'sixty'],
  ] as const)('refuses %s from “%s”', (field, typed) => {
    expect(parseDeviceField(field, typed)).toMatchObject({ ok: false });
  });
  it('admits whatever it reads, at its longest', () => {
    for (const field of deviceFieldNames) {
      const { s, rcd } = withRcd();
      const read = parseDeviceField(field, field === 'ratedAmps' ? '1000' : 'x'.repeat(200));
      if (!read.ok) throw new Error(read.problem);
      s.say('device.described', { device: rcd, fields: read.value });
      expect(admit(fold(numbered(s.drafts.slice(0, -1))), s.drafts.at(-1) as Drafted, inspector).accepted).toBe(true);
    }
  });

  it('takes nothing of a device that is not there', () => {
    const { s, rcd } = withRcd();
    const other = '0195a000-0000-7000-8000-00000000ffff';
    for (const device of [
      { ...rcd, group: 'RCD 2' },
      { of: 'surge', boardId: other },
      { of: 'board', id: other },
      { of: 'way', id: other },
    ] as const) {
      const before = numbered(s.drafts);
      const draft = opened();
      draft.say('device.described', { device, fields: { serialNumber: '1' } });
      expect(admit(fold(before), draft.drafts.at(-1) as Drafted, inspector).accepted).toBe(false);
    }
  });
});
