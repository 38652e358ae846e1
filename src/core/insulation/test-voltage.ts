import type { EditionPack } from '../edition/pack';
import type { Board } from '../installation/board';
import type { Way } from '../installation/way';

export type TestVoltage = { readonly volts: 250 | 500 | 1000; readonly why: string; readonly source: string };

/** The insulation test voltage that suits a circuit, with its reason. The least to be reached is 1 MΩ at each of them but extra-low voltage, where it is 0.5. */
export function proposeTestVoltage(pack: EditionPack, way: Way, board: Board | null): TestVoltage {
  const source = `Table 64, ${pack.title}`;
  const words = way.description ?? '';
  if (/selv|pelv|extra.?low|12 ?v|24 ?v/i.test(words)) return { volts: 250, why: 'Extra-low voltage: 250 V, at least 0.5 MΩ.', source };
  const surge = board?.surgeProtection && !/^(none|n\/?a|no)\b/i.test(board.surgeProtection);
  if (surge) return { volts: 250, why: 'Surge protection on this board: 250 V where it cannot be unplugged, still at least 1 MΩ.', source: `643.3.2, ${pack.title}` };
  if (/smoke|alarm|smart|dimmer|boiler|charg/i.test(words)) return { volts: 250, why: 'Electronics may still be connected: begin at 250 V, then 500 V once they are out.', source: `643.3.2, ${pack.title}` };
  return { volts: 500, why: 'A circuit up to 500 V: 500 V, at least 1 MΩ.', source };
}
