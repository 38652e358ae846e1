import { type Exact, divide, exact, isAtMost, multiply } from '../quantity/exact';
import type { EditionPack } from './pack';
import type { Confidence } from './rows';

export type ProtectiveDevice = { readonly standard: string; readonly type: string; readonly ratingAmps: number };

export type LoopLimit =
  | {
      readonly found: true;
      readonly maxZs: Exact;
      readonly source: string;
      readonly confidence: Confidence;
      readonly working: string;
    }
  | { readonly found: false; readonly why: string };

/** `BS EN 60898 type B 32 A`, as a person would say it. */
const nameDevice = (device: ProtectiveDevice): string =>
  `${device.standard}${device.type ? ` type ${device.type}` : ''} ${device.ratingAmps} A`;

/** Disconnection times a breaker's operating multiples hold for: TN 0.4 and 5 s, TT 0.2 and 1 s (411.3.2). */
const breakerSeconds = [0.2, 0.4, 1, 5];

/**
 * The maximum earth fault loop impedance for a device and a disconnection time, in ohm, unrounded.
 * Breakers: Zs ≤ Cmin × U0 / Ia (411.4.4). Fuses: Tables 41.2 and 41.4. A device, rating or time with no row
 * answers "no value, because…": never a neighbouring row or another time.
 */
export function loopLimit(pack: EditionPack, device: ProtectiveDevice, seconds: number): LoopLimit {
  if (device.standard === 'BS EN 60947-2') return bySetting(pack, device, seconds);
  const breaker = pack.breakers.find((row) => row.standards.includes(device.standard) && row.type === device.type);
  if (breaker) {
    if (!breakerSeconds.includes(seconds))
      return none(`no operating multiple is held for ${nameDevice(device)} at ${seconds} s`);
    if (!breaker.ratingsAmps.includes(device.ratingAmps)) {
      return none(`${device.ratingAmps} A is not a rating of ${device.standard} type ${device.type}`);
    }
    // Below 5 s a breaker is relied on for operating at once only.
    const multiple = seconds === 5 ? breaker.fiveSecondMultiple : breaker.instantMultiple;
    const operating = multiple * device.ratingAmps;
    const { nominalVolts, minimumVoltageFactor } = pack;
    return {
      found: true,
      maxZs: divide(multiply(exact(minimumVoltageFactor.value), exact(nominalVolts.value)), exact(operating)),
      source: `411.4.4, ${pack.title}`,
      confidence: 'formula',
      working: `${minimumVoltageFactor.value} × ${nominalVolts.value} V ÷ (${multiple} × ${device.ratingAmps} A), within ${seconds} s`,
    };
  }
  const ofDevice = pack.fuseLimits.filter((row) => row.standard === device.standard && row.type === device.type);
  if (ofDevice.length === 0) return none(`no table is held for ${nameDevice(device)}`);
  const row = ofDevice.find((r) => r.ratingAmps === device.ratingAmps && r.seconds === seconds);
  if (!row) return none(`the table has no row for ${nameDevice(device)} at ${seconds} s`);
  return {
    found: true,
    maxZs: exact(row.maxZsOhms),
    source: `${seconds === 5 ? 'Table 41.4' : 'Table 41.2'}, ${pack.title}${row.confidence === 'recheck' ? ' (figure to be rechecked)' : ''}`,
    confidence: row.confidence,
    working: `table value for ${nameDevice(device)} at ${seconds} s`,
  };
}

/** How far above what it is set to the magnetic release of a BS EN 60947-2 breaker may need: a fifth. */
const releaseTolerance = '1.2';

/** A breaker to BS EN 60947-2 by its magnetic setting, as a multiple of its rating: `10x`. It operates at once or not at all. */
function bySetting(pack: EditionPack, device: ProtectiveDevice, seconds: number): LoopLimit {
  const setting = /^(\d+(?:\.\d+)?)x$/.exec(device.type)?.[1];
  if (!setting || Number(setting) === 0)
    return none(`the magnetic setting of ${nameDevice(device)} is not known: type it as a multiple of its rating, 10x`);
  if (!breakerSeconds.includes(seconds))
    return none(`no operating multiple is held for ${nameDevice(device)} at ${seconds} s`);
  const operating = multiply(multiply(exact(releaseTolerance), exact(setting)), exact(device.ratingAmps));
  const { nominalVolts, minimumVoltageFactor } = pack;
  return {
    found: true,
    maxZs: divide(multiply(exact(minimumVoltageFactor.value), exact(nominalVolts.value)), operating),
    source: `411.4.4, ${pack.title}; BS EN 60947-2, setting and a fifth`,
    confidence: 'formula',
    working: `${minimumVoltageFactor.value} × ${nominalVolts.value} V ÷ (${releaseTolerance} × ${setting} × ${device.ratingAmps} A), within ${seconds} s`,
  };
}

/** The largest impedance that any overcurrent device of an edition is allowed at any time: above it none disconnects. */
export function mostOfAnyDevice(pack: EditionPack): { readonly max: Exact; readonly source: string } {
  const fuses = pack.fuseLimits.map((row) => exact(row.maxZsOhms));
  const breakers = pack.breakers.flatMap(({ standards, type, ratingsAmps }) =>
    ratingsAmps.slice(0, 1).flatMap((ratingAmps) => {
      const limit = loopLimit(pack, { standard: standards[0] ?? '', type, ratingAmps }, 5);
      return limit.found ? [limit.maxZs] : [];
    }),
  );
  const max = [...fuses, ...breakers].reduce((most, each) => (isAtMost(most, each) ? each : most), exact(0));
  return { max, source: `411.4.4, Tables 41.2 and 41.4, ${pack.title}` };
}

const none = (why: string): LoopLimit => ({ found: false, why });
