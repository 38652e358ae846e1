import { compare, exact } from '../quantity/exact';
import { type Judgement, type Limit, notTaken } from '../words/judgement';
import { reason } from '../words/reason';

/** What a circuit of new work in a dwelling feeds, and how its cable runs. */
export type Protected = {
  readonly feeds: readonly {
    readonly kind: 'socket-outlet' | 'mobile equipment outdoors' | 'luminaire' | 'fixed equipment';
    readonly ratedAmps: number | null;
  }[];
  readonly dwelling: boolean;
  readonly bathRoom: boolean;
  readonly throughZones1or2: boolean;
  readonly run: {
    readonly how: 'surface' | 'in wall' | 'in metal-framed partition';
    readonly depthMm: number | null;
    readonly earthedMetal: boolean;
  };
};

/** Additional protection is by an RCD of at most so many mA, for socket-outlets of at most so many amperes (411.3.3). */
export const additionalProtection = { milliamps: 30, socketAmps: 32, depthMm: 50 } as const;

/** What calls for additional protection by a 30 mA RCD, with the regulation; empty where nothing does. */
function callsOf({ feeds, dwelling, bathRoom, throughZones1or2, run }: Protected): { by: string; source: string }[] {
  const rated = (amps: number | null): boolean => amps === null || amps <= additionalProtection.socketAmps;
  const of = (kind: Protected['feeds'][number]['kind']) => feeds.filter((each) => each.kind === kind);
  const shallow = run.how === 'in wall' && (run.depthMm === null || run.depthMm < additionalProtection.depthMm);
  return [
    ...of('socket-outlet')
      .filter(({ ratedAmps }) => rated(ratedAmps))
      .map(({ ratedAmps }) => ({ by: `a socket-outlet of ${ratedAmps ?? 'at most 32'} A`, source: '411.3.3' })),
    ...of('mobile equipment outdoors')
      .filter(({ ratedAmps }) => rated(ratedAmps))
      .map(({ ratedAmps }) => ({
        by: `mobile equipment outdoors of ${ratedAmps ?? 'at most 32'} A`,
        source: '411.3.3',
      })),
    ...(dwelling && of('luminaire').length > 0 ? [{ by: 'luminaires in a dwelling', source: '411.3.4' }] : []),
    ...(bathRoom ? [{ by: 'a room with a bath or shower', source: '701.411.3.3' }] : []),
    ...(throughZones1or2 ? [{ by: 'passing through zone 1 or 2', source: '701.411.3.3' }] : []),
    ...(shallow && !run.earthedMetal
      ? [{ by: `a cable less than ${additionalProtection.depthMm} mm deep without earthed metal`, source: '522.6.202' }]
      : []),
    ...(run.how === 'in metal-framed partition' && !run.earthedMetal
      ? [{ by: 'a cable in a metal-framed partition', source: '522.6.203' }]
      : []),
  ];
}

/** Judges the RCD of a circuit of new work, by its IΔn in mA: 'none' where there is none, null where nobody looked. */
export function judgeAdditionalProtection(fitted: string | 'none' | null, circuit: Protected): Judgement {
  const calls = callsOf(circuit);
  const limit: Limit = {
    text: `an RCD of ${additionalProtection.milliamps} mA or less`,
    source: [...new Set(calls.map(({ source }) => source))].join(', ') || '411.3.3, 411.3.4, 522.6, 701.411.3.3',
    figure: `${additionalProtection.milliamps} mA`,
  };
  if (fitted === null) return notTaken('protection', { is: 'not-taken', mark: 'N/V' }, limit);
  const has = fitted !== 'none' && compare(exact(fitted), exact(additionalProtection.milliamps)) <= 0;
  const meets = has || calls.length === 0;
  return {
    rule: calls.length === 0 ? 'protection.not-called-for' : has ? 'protection.there' : 'protection.missing',
    verdict: meets ? 'meets' : 'fails',
    expected: null,
    limit,
    working: [
      calls.length === 0
        ? reason('protection.not-called-for')
        : reason('protection.called-for', { by: calls.map(({ by }) => by).join(', ') }),
      fitted === 'none' ? 'None is fitted.' : `${fitted} mA`,
    ],
    next: meets ? null : { rule: 'protection.missing' },
  };
}
