import { describe, expect, it } from 'vitest';
import { loadFindings } from '../../core/edition/findings';
import { findingsFor } from './find-findings';

const findings = await loadFindings();

describe('typical findings', () => {
  it.each([
    ['socket-outlets with no RCD', null, 'sockets-no-rcd'],
    ['crossed tails', null, 'supply-polarity-reversed'],
    ['blank missing', '4.3', 'board-blank-missing'],
    ['', '4.9', 'circuit-chart-missing'],
    // A few letters, and letters typed wrong.
    ['revers', null, 'supply-polarity-reversed'],
    ['polarty swaped', null, 'supply-polarity-reversed'],
    ['misssing bord blank', null, 'board-blank-missing'],
    ['socets no rcd', null, 'sockets-no-rcd'],
  ])('finds %j under %s', (text, item, id) =>
    expect(findingsFor(findings, text, item).map((finding) => finding.id)).toContain(id),
  );
  it.each(['live parts within reach', 'Broken socket, live parts exposed', 'bare live conductors at a ceiling rose'])(
    'puts what comes to a danger first for %j',
    (text) => {
      const [first] = findingsFor(findings, text, null);
      expect([first?.usual, ...(first?.questions.flatMap(({ yes, no }) => [yes, no]) ?? [])]).toContain('C1');
    },
  );
  it('finds nothing for nothing', () => expect(findingsFor(findings, '', null)).toEqual([]));
});
