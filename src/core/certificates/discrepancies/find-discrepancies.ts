import { itemOutcome } from '../../job/item-outcome';
import type { Gap } from '../../job/document-definition';
import { type Verdicts, judgeJob } from '../../job/verdicts';
import type { JobView } from '../../job/view';
import { coveredWays } from '../covered';
import { circuitDetectors } from './circuits';
import type { Discrepancy, Finding } from './discrepancy';
import { inspectionDetectors } from './inspection';
import { recordDetectors } from './record';
import { type Rule, rules } from './rules';
import { supplyDetectors } from './supply';

const detectors = [...recordDetectors, ...supplyDetectors, ...circuitDetectors, ...inspectionDetectors];

/** Found once for a job as it was judged: every row of a screen asks. */
const known = new WeakMap<Verdicts, { readonly view: JobView; readonly findings: readonly Finding[] }>();

function findingsOf(view: JobView, verdicts: Verdicts): readonly Finding[] {
  const held = known.get(verdicts);
  if (held && held.view.job === view.job && held.view.document === view.document) return held.findings;
  const evidence = { view, verdicts, ways: coveredWays(view) };
  const findings = detectors.flatMap((detect) => detect(evidence));
  known.set(verdicts, { view, findings });
  return findings;
}

/** Whether an item is marked acceptable, and no code of an observation stands in its place. */
const isAccepted = (view: JobView, item: string): boolean => itemOutcome(view, item)?.outcome === 'ok';

/**
 * What cannot both stand in a document of a job: each with its two sides, where they are, and what a person can do. Those
 * that were explained in words are among them, with the words. The rules and their sources are in `rules`.
 */
export function findDiscrepancies(view: JobView, verdicts: Verdicts = judgeJob(view)): readonly Discrepancy[] {
  return findingsOf(view, verdicts).flatMap((finding) => {
    const rule: Rule = rules[finding.rule];
    const made = (key: string, other: Discrepancy['other']): Discrepancy => ({
      rule: finding.rule,
      severity: rule.severity,
      key,
      stage: finding.stage,
      one: finding.side,
      other,
      resolve: rule.resolve,
      source: rule.source,
      isFinal: rule.final ?? false,
      explained: view.document.explained.get(key) ?? null,
    });
    const key = `${finding.rule}/${finding.on}`;
    const ticked = (finding.items ?? []).filter((item) => isAccepted(view, item));
    return [
      ...ticked.map((item) =>
        made(`${key}/${item}`, { says: `item ${item} is marked acceptable`, place: { of: 'item', item } }),
      ),
      ...(finding.against ? [made(key, finding.against)] : []),
    ];
  });
}

/** Items that may not be ticked acceptable as things stand, each with what speaks against it. */
export function contradictedItems(
  view: JobView,
  verdicts: Verdicts = judgeJob(view),
): ReadonlyMap<string, readonly string[]> {
  const found = new Map<string, string[]>();
  for (const { items = [], side } of findingsOf(view, verdicts))
    for (const item of items) found.set(item, [...(found.get(item) ?? []), side.says]);
  return found;
}

/** Whether it still has to be dealt with: not explained, or beyond explaining. */
export const isOpen = ({ explained, isFinal }: Discrepancy): boolean => isFinal || explained === null;

/** The discrepancies nobody dealt with, as gaps: one side's words, then the other's. */
export const discrepancyGaps = (view: JobView, verdicts: Verdicts | null): Gap[] =>
  verdicts === null
    ? []
    : findDiscrepancies(view, verdicts)
        .filter(isOpen)
        .map(({ stage, severity, one, other, key }) => ({
          stage,
          severity: severity === 'stop' ? 'contradiction' : 'query',
          what: `${one.says}: ${other.says}`,
          place: one.place,
          discrepancy: key,
        }));
