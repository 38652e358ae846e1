import type { Measure } from '../../installation/slot';

/** What is asked of a residual current device. */
export const rcdTime = { test: 'rcd time' } as const;
export const rcdHalf = { test: 'rcd time', position: 'half' } as const;
export const rcdFive = { test: 'rcd time', position: 'five times' } as const;
export const rcdButton = { test: 'rcd button' } as const;
/** The current at which it tripped as that was raised slowly. */
export const rcdRamp = { test: 'rcd ramp' } as const;
/** What metalwork rose to while the device was tested. */
export const touchVolts = { test: 'touch volts' } as const;
export const afddButton = { test: 'afdd button' } as const;
export const spdWindow = { test: 'spd window' } as const;

/** Where on the wave the test begins: both are read, and the graver counts. */
export const halfCycles = ['0', '180'] as const;
export type HalfCycle = (typeof halfCycles)[number];

/** A trip time at one half cycle: a part of the whole it counts with. */
export const atHalfCycle = (whole: Measure, half: HalfCycle): Measure => ({
  test: whole.test,
  position: whole.position ? `${whole.position} ${half}` : half,
});
