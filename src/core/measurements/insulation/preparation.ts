import type { Board } from '../../installation/board';
import { type Point, changesOver } from '../../installation/point';
import type { Supply } from '../../installation/supply';
import type { Way } from '../../installation/way';

export type Preparation = { readonly what: string; readonly why: string };

/** What to take out, switch or protect before a circuit is tested at 500 V, by what it is said to hold. */
export function insulationPreparation(
  way: Way,
  points: readonly Point[],
  board: Board | null,
  supply: Supply,
): Preparation[] {
  const words =
    `${way.description ?? ''} ${points.map((point) => `${point.name} ${point.kind}`).join(' ')}`.toLowerCase();
  const list: Preparation[] = [
    {
      what: 'Warn everyone; no one touches the circuit',
      why: '500 V DC, and a long circuit stays charged: let it discharge.',
    },
  ];
  const add = (when: boolean, what: string, why: string) => when && list.push({ what, why });
  add(
    way.load === 'lighting',
    'Lamps out, switches closed',
    'A lamp left in reads as a fault between line and neutral.',
  );
  add(
    points.some(changesOver),
    'Two-way switches: test, change over, test again',
    'In one position a strapper and what hangs on it are not tested.',
  );
  add(
    way.load === 'sockets' || way.arrangement === 'ring',
    'Everything unplugged, fused connections off',
    'Plugs with chargers, neons and surge strips pull line to neutral down.',
  );
  add(
    way.load === 'fixed' || /boiler|oven|hob|cooker|heater|pump|fan/.test(words),
    'Fixed appliances isolated at their own switch',
    'Elements read as a fault, electronics are damaged.',
  );
  add(
    /dimmer|sensor|pir|touch|smart|led driver|timer|photocell/.test(words),
    'Dimmers and electronic controls out or bridged',
    'They do not stand 500 V.',
  );
  add(/smoke|alarm|detector/.test(words), 'Smoke and heat alarms off their bases', 'They do not stand 500 V.');
  add(
    /charg|vehicle/.test(words),
    'Vehicle charging equipment disconnected',
    'Its filters and electronics read low and are damaged.',
  );
  add(/shaver/.test(words), 'Shaver unit off', 'Its transformer reads as a fault.');
  add(
    way.residualMilliamps !== null && way.residualMilliamps !== undefined,
    'Test on the load side of the RCD',
    'Its electronics pull the reading down and are damaged.',
  );
  add(
    !!board?.surgeProtection && !/^(none|n\/?a|no)\b/i.test(board.surgeProtection),
    'Surge protection unplugged, or test at 250 V',
    'It conducts at the test voltage.',
  );
  add(
    !!supply.otherSources && !/^none\b/i.test(supply.otherSources),
    'Other sources isolated on both sides',
    'Inverters and storage are damaged, and may be live.',
  );
  return list;
}
