import type { EditionPack } from '../../edition/pack';
import type { InsulationTest } from '../../edition/rows';
import type { Board } from '../../installation/board';
import { type Way, isExtraLow } from '../../installation/way';

export type TestVoltage = { readonly volts: 250 | 500 | 1000; readonly why: string; readonly source: string };

const electronics = /smoke|alarm|smart|dimmer|boiler|charg|\b(12|24|48) ?v(olts?)?\b/i;

/** The row of Table 64 a circuit is tested by: by its voltage band, otherwise that of 230 V circuits. */
export function insulationTestOf(pack: EditionPack, way: Way | null): InsulationTest {
  const circuit = isExtraLow(way) ? 'extra-low' : 'up to 500 V';
  const row = pack.insulation.tests.find((each) => each.circuit === circuit);
  if (!row) throw new Error(`The edition pack ${pack.id} has no insulation test for ${circuit}.`);
  return row;
}

/** The insulation test voltage that suits a circuit, with its reason. Lowered to spare what is connected, it asks for no less. */
export function proposeTestVoltage(pack: EditionPack, way: Way, board: Board | null): TestVoltage {
  const { circuit, testVolts, minimumMegohms } = insulationTestOf(pack, way);
  const source = `Table 64, ${pack.title}`;
  const least = `at least ${Number(minimumMegohms.value)} MΩ`;
  if (circuit === 'extra-low') return { volts: testVolts, why: `Extra-low voltage: ${testVolts} V, ${least}.`, source };
  const surge = board?.surgeProtection && !/^(none|n\/?a|no)\b/i.test(board.surgeProtection);
  if (surge)
    return {
      volts: 250,
      why: `Surge protection on this board: 250 V where it cannot be unplugged, still ${least}.`,
      source: `643.3.2, ${pack.title}`,
    };
  if (electronics.test(way.description ?? ''))
    return {
      volts: 250,
      why: `Electronics may still be connected: begin at 250 V, then ${testVolts} V once they are out.`,
      source: `643.3.2, ${pack.title}`,
    };
  return { volts: testVolts, why: `A circuit ${circuit}: ${testVolts} V, ${least}.`, source };
}
