import * as z from 'zod';

const said = z.array(z.string());
const card = z.object({
  id: z.string(),
  test: z.string(),
  dead: z.boolean(),
  before: said,
  caution: z.string(),
  function: z.string(),
  range: z.string(),
  leads: z.string(),
  probesOn: said,
  probesOff: said,
  takes: z.object({ what: z.string(), unit: z.string() }),
  companions: said,
  after: said,
  commonMistakes: said,
  ifOdd: z.array(z.object({ sees: z.string(), think: z.string(), do: z.string() })),
  regulations: said,
});
/** How a test is set up and done: function, range, leads, which probe first on and last off, what to look at. */
export type TestCard = z.infer<typeof card>;

/** The cards, read when first asked for. Rejects where the file cannot be loaded or is not what it should be. */
export async function loadTestCards(): Promise<readonly TestCard[]> {
  const { default: rows } = await import('./test-cards.json');
  return z.array(card).parse(rows);
}

/** The cards of each bench, in the order its readings are taken. */
export const cardsOfBench: Readonly<Record<string, readonly string[]>> = {
  continuity: [
    'lead-null',
    'r1r2-radial',
    'r2-long-lead',
    'polarity-dead',
    'main-bonding-continuity',
    'earthing-conductor-continuity',
    'supplementary-bonding-continuity',
    'extraneous-part-test',
  ],
  ring: ['lead-null', 'ring-step-1', 'ring-step-2', 'ring-step-3'],
  insulation: ['ir-l-n', 'ir-l-e', 'ir-n-e', 'ir-ln-e', 'ir-250-after-connection'],
  origin: ['supply-polarity', 'ze', 'ipf-l-n', 'ipf-l-e', 'electrode-loop', 'electrode-fall-of-potential'],
  loop: ['zs-no-trip', 'zs-two-lead', 'ln-loop', 'voltage-drop'],
  residual: ['rcd-half', 'rcd-1x', 'rcd-5x', 'rcd-ramp', 'rcd-button', 'afdd-button', 'spd-indicator'],
  function: ['functional'],
};
