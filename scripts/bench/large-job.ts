import { editionPack } from '../../src/core/edition/editions';
import { r1r2 } from '../../src/core/measurements/continuity/slots';
import { liveEarth, liveLive } from '../../src/core/measurements/insulation/slots';
import { zs } from '../../src/core/measurements/loop/slots';
import { ze } from '../../src/core/measurements/origin/slots';
import { rcdTime } from '../../src/core/measurements/residual/slots';
import { Scribe } from '../demo/scribe';

/** A job as large as a long day makes it: 30 circuits, 1,500 entries, a third of them corrections. */
export function largeJob(at = new Date('2026-03-02T08:00:00Z')): Scribe {
  const s = new Scribe(at, 'bench', 5);
  s.open('EICR', 'bs7671-2018-a2', 'LARGE');
  s.say('site.described', { address: '1 Long Reach\nMarrowby', premises: 'Large house' });
  s.say('supply.described', { earthing: 'TN-C-S', liveConductors: 'single-phase' });
  s.read({ of: 'supply' }, ze, '0.21');
  const board = s.board('Consumer unit', 'Hall', 'Intake');
  const ways = Array.from({ length: 30 }, (_, i) =>
    s.way(
      board,
      i + 1,
      i % 3 === 0
        ? [`Sockets ${i}`, 'ring', 9, 'B32', '30 A', '2.5/1.5', 'C']
        : [`Lights ${i}`, 'lights', 8, 'B6', '30 A', '1.5/1', '101'],
    ),
  );
  s.inspect(
    editionPack('bs7671-2018-a2').inspectionEicr.map((row) => row.item),
    {},
  );
  for (let round = 0; s.drafts.length < 1500; round += 1) {
    const id = ways[round % 30] ?? '';
    const on = { of: 'way', id } as const;
    const taken = [
      s.read(on, r1r2, `0.${30 + (round % 60)}`),
      s.read(on, liveLive, '>999'),
      s.read(on, liveEarth, '412'),
      s.read(on, zs, `0.${40 + (round % 50)}`),
      s.read(on, rcdTime, '24'),
    ];
    if (round < 300 && round >= 30)
      for (const entryId of taken.slice(0, 2)) s.say('entry.struck', { entryId, why: 'Corrected' });
  }
  s.drafts.length = 1500;
  return s;
}
