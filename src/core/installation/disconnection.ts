import type { EditionPack } from '../edition/pack';
import { compare, exact } from '../quantity/exact';
import { type Judgement, type Limit, notTaken } from '../words/judgement';
import { reason } from '../words/reason';
import type { EarthingSystem } from './supply';
import type { Way } from './way';

/** What decides how long a fault may last on a circuit. */
export type Disconnecting = { readonly feeds: 'sockets' | 'fixed' | 'board'; readonly ratingAmps: number };

const disconnectingOf = (way: Way): Disconnecting => ({
  feeds:
    way.load === 'distribution' ? 'board' : way.load === 'sockets' || way.arrangement === 'ring' ? 'sockets' : 'fixed',
  ratingAmps: way.deviceAmps ?? 0,
});

/** The longest time a fault may last on a circuit, in seconds, by what it feeds, its rating and the earthing (411.3.2). */
export function longestSeconds(
  pack: EditionPack,
  { feeds, ratingAmps }: Disconnecting,
  earthing: EarthingSystem,
): number {
  const { shortUpToAmps, seconds } = pack.design.disconnection;
  const isShort = feeds !== 'board' && ratingAmps <= shortUpToAmps[feeds];
  return seconds[earthing === 'TT' ? 'TT' : 'TN'][isShort ? 'short' : 'long'];
}

export const disconnectionSeconds = (pack: EditionPack, way: Way, earthing: EarthingSystem): number =>
  longestSeconds(pack, disconnectingOf(way), earthing);

/** Judges a disconnection time that somebody chose, in seconds. */
export function judgeDisconnection(
  chosen: string | null,
  pack: EditionPack,
  circuit: Disconnecting,
  earthing: EarthingSystem,
): Judgement {
  const most = longestSeconds(pack, circuit, earthing);
  const limit: Limit = {
    text: `at most ${most} s on ${earthing}`,
    source: `${pack.design.disconnection.source}; Table 41.1`,
    figure: `${most} s`,
  };
  if (chosen === null) return notTaken('disconnection', { is: 'not-taken', mark: 'N/V' }, limit);
  const within = compare(exact(chosen), exact(most)) <= 0;
  return {
    rule: within ? 'disconnection.within' : 'disconnection.longer',
    verdict: within ? 'meets' : 'fails',
    expected: null,
    limit,
    working: [within ? `${chosen} s ≤ ${most} s` : reason('disconnection.longer', { chosen, most: String(most) })],
    next: within ? null : { rule: 'disconnection.longer' },
  };
}
