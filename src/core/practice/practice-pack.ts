import { defaultEditionId, editionPack } from '../edition/editions';
import { exact, toNumber } from '../quantity/exact';
import { insulationTestOf } from '../measurements/insulation/test-voltage';

/** The edition practice is worked to. */
export const practiceEdition = defaultEditionId;
export const practicePack = editionPack(practiceEdition);

const figure = ({ value }: { readonly value: string }): number => toNumber(exact(value));

/** What a voltage or a reading is held against, from that edition. */
export const practiceLimits = {
  touchVolts: figure(practicePack.touchVolts),
  insulationMegohms: figure(insulationTestOf(practicePack, null).minimumMegohms),
  investigateMegohms: figure(practicePack.insulation.investigateBelowMegohms),
  electrodeOhms: figure(practicePack.tolerances.electrodeStableOhms),
  tripMillis:
    practicePack.residualTimes.find(({ kind, multiple }) => kind === 'general' && multiple === '1x')?.maxMillis ?? 0,
} as const;
