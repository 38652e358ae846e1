import type { SlotDefinition, TestDefinition } from '../../job/test-definition';
import { confirmation } from '../../quantity/reading-spec';
import { judgeFunction } from './functional';
import { type FunctionName, functionOf, functions } from './slots';
import { plan } from './plan';

const words: Record<FunctionName, string> = {
  switches: 'switches break the line',
  'two-way': 'two-way switching, every position',
  isolator: 'isolator takes it off',
  'fan overrun': 'fan runs, overruns and stops',
  controls: 'controls switch it as set',
  interlock: 'interlock holds',
  'charging stops': 'charging stops when it should',
  'main switch': 'main switch takes everything off',
  'alarms linked': 'smoke and heat alarms sound together',
  'emergency light': 'emergency light comes on and lasts',
};

const tried = (on: 'way' | 'supply', name: FunctionName): SlotDefinition => ({
  on,
  measure: functionOf(name),
  name: words[name],
  symbol: name,
  spec: confirmation,
  governs: 'latest',
  dead: false,
  order: 'functional',
  home: { stage: 'tests', bench: 'function' },
  judge: (_view, _slot, { value }) => judgeFunction(value),
});

/** Switches, isolators, interlocks, fans and alarms: tried by hand, once it is live (643.10). */
export const functional: TestDefinition<'functional', 'function'> = {
  family: 'functional',
  title: 'Functional tests',
  bench: { name: 'function', title: 'Functional tests' },
  cards: ['functional'],
  plan,
  finders: [functionOf('switches'), functionOf('isolator'), functionOf('controls')],
  slots: functions.flatMap((name) =>
    name === 'main switch' || name === 'alarms linked' || name === 'emergency light'
      ? [tried('supply', name)]
      : [tried('way', name)],
  ),
};
