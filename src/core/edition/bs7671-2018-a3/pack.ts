import { bs7671Amendment2 } from '../bs7671-2018-a2/pack';
import type { EditionPack } from '../pack';

/** Amendment 3 keeps Amendment 2's figures and adds the rule on protective devices fed from both sides. */
export const bs7671Amendment3: EditionPack = {
  ...bs7671Amendment2,
  id: 'bs7671-2018-a3',
  title: 'BS 7671:2018+A2:2022+A3:2024',
  shortTitle: 'A3:2024',
};
