import { describe, expect, it } from 'vitest';
import type { codes } from '../job/outcome';
import { plainReport } from './eicr/plain';
import type { Report } from './eicr/model';
import { plainWorks } from './works-plain';

const found = (code: (typeof codes)[number], number: number) =>
  ({
    id: String(number),
    number,
    code,
    what: `w${number}`,
    where: 'x',
    why: 'y',
    item: '',
    circuit: '',
    regulation: '',
    remedied: null,
  }) as const;
const report = (outcome: Report['assessment']['outcome'], observations: Report['observations'], due = '—') =>
  plainReport({
    assessment: { outcome, reasons: [], intakeOnly: [], overruledBecause: null },
    observations,
    comeBack: [{ label: 'Next inspection by', value: due }],
  } as unknown as Report);

describe('a report in plain words', () => {
  it('names the gravest first, and those of one code in their order', () => {
    const { toDo } = report('unsatisfactory', [
      found('C3', 1),
      found('FI', 2),
      found('C2', 3),
      found('C1', 4),
      found('C2', 5),
    ]);
    expect(toDo.map(({ what }) => what)).toEqual(['w4', 'w3', 'w5', 'w2', 'w1']);
    for (const { means, byWhen } of toDo) expect(means.length * byWhen.length).toBeGreaterThan(0);
  });
  it.each([
    ['unsatisfactory', /^Unsatisfactory/],
    ['satisfactory', /^Satisfactory/],
  ] as const)('%s says so first', (outcome, headline) => expect(report(outcome, []).headline).toMatch(headline));
  it('says when to look again only where the report does', () => {
    expect(report('satisfactory', []).next).toBeNull();
    expect(report('satisfactory', [], '1 May 2031').next).toBe('Have it inspected again by 1 May 2031.');
  });
});

describe('a certificate in plain words', () => {
  it('says what was done and when, and when to look again where it does', () => {
    const works = [
      { label: 'Work done', value: 'New cooker circuit.' },
      { label: 'Completed', value: '2 March 2026' },
    ];
    expect(plainWorks({ works })).toMatchObject({
      means: expect.stringMatching(/^New cooker circuit\. Completed 2 March 2026\./),
      next: null,
      toDo: [],
    });
    expect(plainWorks({ works, comeBack: [{ label: 'Next inspection by', value: '2 March 2036' }] }).next).toMatch(
      /2 March 2036/,
    );
  });
});
