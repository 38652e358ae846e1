import type { EditionPack } from '../pack';

const sources = { fact: 'sources', is: 'some' } as const;
const bathRoom = { fact: 'bathRoom', is: true } as const;

/** Items of a condition report that apply for certain where the job records the thing: N/A cannot stand beside it. */
export const itemPresence: EditionPack['itemPresence'] = {
  '2.0': sources,
  '3.1': { fact: 'earthing', is: ['TN-S', 'TN-C-S'] },
  '3.2': { fact: 'earthing', is: 'TT' },
  '3.6': {
    any: [
      { fact: 'gas', is: true },
      { fact: 'oil', is: true },
      { fact: 'water', is: true },
      { fact: 'structuralSteel', is: true },
      { fact: 'lightning', is: true },
    ],
  },
  '4.11': sources,
  '4.19': { fact: 'spd', is: true },
  '6.1': bathRoom,
  '6.6': bathRoom,
  '6.7': bathRoom,
  '6.8': bathRoom,
  '8.1': sources,
};

/** Items of an installation certificate that ask about what the job records: what the work touches of it decides. */
export const itemPresenceEic: EditionPack['itemPresence'] = { '2': sources, '12': bathRoom, '14': sources };
