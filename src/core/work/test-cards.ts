import * as z from 'zod';
import type { TestCard } from '../job/test-definition';
import type { TestList } from '../job/test-list';

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
/** The cards, read when first asked for. Rejects where the file cannot be loaded or is not what it should be. */
export async function loadTestCards(): Promise<readonly TestCard[]> {
  const { default: rows } = await import('./test-cards.json');
  return z.array(card).parse(rows);
}

/** The cards of a bench, in the order its readings are taken; those of its family that are in no collection among them. */
export function cardsOfBench(list: Pick<TestList, 'families'>, bench: string, all: readonly TestCard[]): TestCard[] {
  const family = list.families.find((each) => each.bench?.name === bench);
  return (family?.cards ?? []).flatMap((card) =>
    typeof card === 'string' ? all.filter(({ id }) => id === card) : [card],
  );
}
