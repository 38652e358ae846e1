import type { EditionPack } from '../pack';

/** Which items of the condition report's schedule a judgement points at. The distributor's equipment is 1.1 alone. */
export const itemRoles: EditionPack['itemRoles'] = {
  intake: ['1.1'],
  'supply polarity': ['1.1'],
  bonding: ['3.7'],
  'bonding size': ['3.6'],
  'supplementary bonding': ['6.4'],
  'breaking capacity': ['4.13'],
  insulation: ['5.3'],
  ring: ['5.6'],
  overload: ['5.6'],
  accessory: ['5.18'],
  termination: ['5.17.1'],
  switching: ['5.21'],
  cpc: ['5.8'],
  'fault protection': ['5.7'],
  polarity: ['5.18'],
  'rcd button': ['4.8'],
  'rcd time': ['4.18'],
  'rcd on sockets': ['5.12.1'],
  'rcd on lights': ['5.12.5'],
};
