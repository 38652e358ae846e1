import * as z from 'zod';
import type { Job } from '../job/job';
import { stillIn } from '../job/whether-live';
import raw from './went-dead.json';

const cause = z.object({
  id: z.string(),
  likely: z.enum(['often', 'sometimes', 'rarely']),
  cause: z.string(),
  urgent: z.boolean(),
  signs: z.array(z.string()),
  doNotTouch: z.array(z.string()),
  prove: z.array(z.string()),
  repeat: z.array(z.string()),
});
export type CauseOfDead = z.infer<typeof cause>;
const causes: readonly CauseOfDead[] = z.array(cause).parse(raw);

const usual: Record<CauseOfDead['likely'], number> = { often: 0, sometimes: 1, rarely: 2 };

/**
 * Why it may have gone dead in mid test: what the record speaks for first, then what is usual, the dangerous before the
 * harmless among equals. `because` is what the record says for it.
 */
export function causesOfDead(
  job: Pick<Job, 'links' | 'switched' | 'isolations' | 'supply' | 'ways'>,
): readonly (CauseOfDead & { readonly because: string | null })[] {
  const states = [...job.switched.values()].map(({ state }) => state);
  const links = stillIn(job.links);
  const off = links.filter(({ sort }) => / off$/.test(sort));
  const shorts = links.filter(({ sort }) => /link|cross/.test(sort));
  const shared = [...job.ways.values()].filter(({ neutral }) => neutral === 'shared');
  const other = (job.supply.otherSources ?? '').trim();
  const evidence: Readonly<Record<string, string | null>> = {
    'rcd-tripped': states.includes('tripped') ? 'a device is noted as tripped' : null,
    'own-disconnection': off[0] ? `${off[0].sort}, ${off[0].where}, is in the register` : null,
    'slip-or-short': shorts[0] ? `${shorts[0].sort}, ${shorts[0].where}, is in the register` : null,
    'someone-switched': states.includes('off') ? 'a device is noted as off' : null,
    islanded: other !== '' && !/^none\b/i.test(other) ? `another source: ${other}` : null,
    'loose-connection': shared[0] ? `way ${shared[0].number} shares its neutral` : null,
  };
  return causes
    .map((each) => ({ ...each, because: evidence[each.id] ?? null }))
    .sort(
      (a, b) =>
        Number(b.because !== null) - Number(a.because !== null) ||
        usual[a.likely] - usual[b.likely] ||
        Number(b.urgent) - Number(a.urgent),
    );
}

/** What else a dead instrument may mean: asked before anything is taken for dead. */
export const instrumentFirst =
  'First the instrument: on its proving unit or a known live source. A blown lead fuse or a flat battery looks like a dead circuit.';
