import type { switchings } from '../../installation/point';

export type Switching = (typeof switchings)[number];
export type SwitchingStep = { readonly do: string; readonly expect: 'reads' | 'open' };

/** Switches that act together on one point, in the order they are worked. */
const switchesOf: Record<Switching, readonly string[]> = {
  none: [],
  'one-way': ['the switch'],
  'two-way': ['the first switch', 'the second switch'],
  intermediate: ['the first switch', 'the second switch', 'the intermediate switch'],
};

/**
 * What to work and what the tester must do, so that every combination of positions is tried with one change at a time:
 * the line is made and broken in turn, whatever the switch.
 */
export function switchingSteps(switching: Switching): SwitchingStep[] {
  const switches = switchesOf[switching];
  if (switches.length === 0) return [];
  const combinations = 2 ** switches.length;
  return Array.from({ length: combinations }, (_, step): SwitchingStep => {
    const expect = step % 2 === 0 ? 'reads' : 'open';
    // The lowest set bit of the step names the switch to change: a Gray code.
    const changed = switches[Math.log2(step & -step)];
    return { do: step === 0 ? 'Set the switches so that it reads' : `Change ${changed ?? ''} over`, expect };
  });
}
