import { Scribe } from '../demo/scribe';

/** A sound ring of twenty sockets, fully read: what the ring bench has at most to do with. */
export function ringJob(at = new Date('2026-03-02T08:00:00Z')): Scribe {
  const s = new Scribe(at, 'bench', 5);
  s.open('EICR', 'bs7671-2018-a2', 'RING-20');
  s.say('supply.described', { earthing: 'TN-C-S', liveConductors: 'single-phase' });
  const board = s.board('Consumer unit', 'Hall', 'Intake');
  const way = s.way(board, 1, ['Sockets', 'ring', 20, 'B32', '30 A', '2.5/1.5', 'C']);
  s.results(way, { ringR1: '0.60', ringRn: '0.60', ringR2: '0.98' });
  s.ringPoints(
    way,
    Array.from({ length: 20 }, (_, i) => {
      const x = (i + 1) / 21;
      const step3 = ((0.6 * x + 0.98 * (1 - x)) * (0.6 * (1 - x) + 0.98 * x)) / 1.58;
      return [`Socket ${i + 1}`, '0.30', step3.toFixed(2)] as const;
    }),
  );
  return s;
}
