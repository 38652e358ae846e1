import { type ResidualType, residualTypes } from '../../installation/way';
import { type Judgement, type Limit, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';

/** What stands behind a residual current device, by the current a fault of it may carry. */
type LoadKind = 'resistive' | 'electronic' | 'speed-controlled' | 'vehicle charger' | 'inverter';

/** The simplest type that sees a fault of each (531.3.3, 712.531, 722.531). */
const leastType: Readonly<Record<LoadKind, { readonly type: ResidualType; readonly source: string }>> = {
  resistive: { type: 'AC', source: '531.3.3' },
  electronic: { type: 'A', source: '531.3.3' },
  'speed-controlled': { type: 'F', source: '531.3.3' },
  'vehicle charger': { type: 'B', source: '722.531.3.101' },
  inverter: { type: 'B', source: '712.531.3.101' },
};

type TypeContext = {
  readonly load: LoadKind | null;
  /** Something in the charger or the inverter opens on smooth direct current above 6 mA, or no such current can flow. */
  readonly smoothDcHandled: boolean;
};

/** Judges the type of an RCD beside what stands behind it: one that cannot see the fault may be held closed by it. */
export function judgeResidualType(type: ResidualType | null, { load, smoothDcHandled }: TypeContext): Judgement {
  if (!load) return unjudged('rcd-type.no-load');
  const { type: asked, source } = leastType[load];
  const least = asked === 'B' && smoothDcHandled ? 'A' : asked;
  const limit: Limit = { text: `type ${least} or better`, source, figure: `type ${least}` };
  if (!type)
    return {
      rule: 'rcd-type.not-read',
      verdict: 'doubt',
      expected: null,
      limit,
      working: [reason('rcd-type.not-read')],
      next: { rule: 'rcd-type.not-read' },
    };
  const meets = residualTypes.indexOf(type) >= residualTypes.indexOf(least);
  return {
    rule: meets ? 'rcd-type.meets' : 'rcd-type.too-simple',
    verdict: meets ? 'meets' : 'fails',
    expected: null,
    limit,
    working: [reason(meets ? 'rcd-type.meets' : 'rcd-type.too-simple', { type, load })],
    next: meets ? null : { rule: 'rcd-type.too-simple' },
  };
}
