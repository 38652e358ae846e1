import { describe, expect, it } from 'vitest';
import { rentedHouseEntries, viewAt } from '../../../../tests/support/entries';
import { waysOf } from '../../../core/job/job';
import { cellText } from './cell-entries';
import { fileColumns } from './columns';
import { escapeFormulae, readCsv, targets, writeCsv } from './csv';

const view = viewAt(rentedHouseEntries());
const ways = waysOf(view.job, [...view.job.boards.keys()][0] ?? '');
const cells = (text: string) =>
  readCsv(text).rows.map(({ number, cells: found }) => ({ number, ...Object.fromEntries(found) }));

describe('circuits as comma-separated values', () => {
  it('what is written is read as the same cells', () => {
    const { rows, headings } = readCsv(writeCsv(ways, view));
    expect(headings.filter(({ taken }) => taken === null)).toEqual([]);
    expect(rows.map(({ number }) => number)).toEqual(ways.map(({ number }) => number));
    rows.forEach((row, index) => {
      const way = ways[index];
      for (const column of fileColumns)
        if (way && column.sort !== 'computed')
          expect(row.cells.get(column.id) ?? '', `${way.number} ${column.id}`).toBe(cellText(column, way, view));
    });
  });

  it('odd columns are matched by what they say, in any order, under a title; parts are put together', () => {
    const text = [
      'Board 1, Kitchen',
      '',
      'Cct No,Colour,Circuit Designation,Max Measured Zs (Ω),BS (EN),Type,Rating (A),Live mm²,CPC mm²,RCD IΔn (mA),RCD Type,R1+R2,IR L/E (MΩ)',
      '1,red,Cooker,0.42,60898,B,32,6,2.5,30,A,0.19,>999',
      '2,,Lights,LIM locked,3036,,5,1.5,,none,,,',
    ].join('\r\n');
    expect(cells(text)).toEqual([
      {
        number: 1,
        description: 'Cooker',
        zs: '0.42',
        device: '60898 B 32',
        residual: '30 A',
        cable: '6/2.5',
        r1r2: '0.19',
        'insulation/LN-E': '>999',
      },
      { number: 2, description: 'Lights', zs: 'LIM locked', device: '3036 5', residual: 'none' },
    ]);
    expect(readCsv(text).headings.filter(({ taken }) => taken === null)).toEqual([
      { column: 1, said: 'Colour', taken: null },
    ]);
  });

  it.each([
    ['r1', 'ring/1/L-L'],
    ['R1+R2', 'r1r2'],
    ['(R1 + R2)', 'r1r2'],
    ['ring r2', 'ring/1/C-C'],
    ['Trip time (ms)', 'rcd time'],
    ['No. of points', 'points'],
    ['Reference method', 'method'],
    ['Insulation resistance L-N', 'insulation/L-N'],
    ['Device', 'device'],
    ['max', null],
    ['R2', null],
    ['Notes', null],
  ])('a column called %s is %s', (said, id) => {
    const [row] = readCsv(`Way,Circuit,${said}\n1,Sockets,7`).rows;
    expect([...(row?.cells.keys() ?? [])].filter((each) => each !== 'description')).toEqual(id ? [id] : []);
  });

  it('takes columns for what somebody says they are, over what they were taken for', () => {
    const text = 'Way,Circuit,Zs,Wert\n1,Sockets,0.5,0.7';
    const read = (...said: [number, string | null][]) =>
      Object.fromEntries(readCsv(text, new Map(said)).rows[0]?.cells ?? []);
    expect(read()).toEqual({ description: 'Sockets', zs: '0.5' });
    expect(read([3, 'r1r2'])).toEqual({ description: 'Sockets', zs: '0.5', r1r2: '0.7' });
    expect(read([2, null], [3, 'zs'])).toEqual({ description: 'Sockets', zs: '0.7' });
    // Two columns of one cell: the first that says something.
    expect(read([3, 'zs'])).toEqual({ description: 'Sockets', zs: '0.5' });
  });

  it('leaves a file out until somebody says what its columns are, where none says anything', () => {
    const text = 'x,y,z\n1,Lights,0.9';
    expect(readCsv(text).rows).toEqual([]);
    const said = new Map(['number', 'description', 'r1r2'].map((target, column) => [column, target]));
    expect(readCsv(text, said).rows).toEqual([
      {
        number: 1,
        cells: new Map([
          ['description', 'Lights'],
          ['r1r2', '0.9'],
        ]),
      },
    ]);
  });

  it('offers everything a column can be, each once and by a name', () => {
    expect(new Set(targets.map(({ target }) => target)).size).toBe(targets.length);
    expect(new Set(targets.map(({ name }) => name)).size).toBe(targets.length);
    // A whole cell is found as it is named; a part of one, and the number of the way, with what belongs to it.
    const whole = fileColumns.filter(({ sort }) => sort !== 'computed').map(({ id }) => id);
    for (const id of whole) expect(readCsv('x,y\n5,6', new Map([[0, id]])).rows[0]?.cells.get(id)).toBe('5');
    expect(targets.map(({ target }) => target)).toEqual(expect.arrayContaining(['number', ...whole]));
  });

  it('says how many rows beyond the most it leaves out, and loses none before', () => {
    const file = (rows: number) =>
      ['Way,Circuit', ...Array.from({ length: rows }, (_, i) => `${i + 1},Lights`)].join('\n');
    for (const [rows, kept, beyond] of [
      [199, 199, 0],
      [200, 200, 0],
      [201, 200, 1],
    ] as const)
      expect([readCsv(file(rows)).rows.length, readCsv(file(rows)).beyond]).toEqual([kept, beyond]);
  });

  it.each(['=1+1', '+1+cmd', '-2+3+A1', '@SUM(A1)', '\t=1', '\r=1', '+44 1632', '--1'])('%j is text', (typed) =>
    expect(escapeFormulae.test(typed)).toBe(true),
  );
  it.each(['-2', '+3.5', '0.61', '>999', 'LIM', '2.5/1.5', 'B 32'])('%j is left as it is', (typed) =>
    expect(escapeFormulae.test(typed)).toBe(false),
  );

  it('reads no further than a circuit schedule is long', () => {
    const { rows, beyond } = readCsv(['Way,Circuit', ...Array.from({ length: 400_000 }, () => '1,L')].join('\n'));
    expect(rows).toHaveLength(200);
    expect(beyond).toBeLessThan(5_000);
  });

  it.each(['', 'one\ntwo', '{"format":1}'])('refuses %j', (text) => expect(() => readCsv(text)).toThrow(/headings/));

  it('no cell opens as a formula elsewhere, and semicolons or a mark of order are read too', () => {
    const way = { ...ways[0]!, description: '=HYPERLINK("http://x")' };
    expect(writeCsv([way], view)).toContain("'=HYPERLINK");
    expect(cells('\uFEFFWay;Circuit;Zs\n3;Loft;0,61')).toEqual([{ number: 3, description: 'Loft', zs: '0,61' }]);
  });
});
