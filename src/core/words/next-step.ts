import type { EditionPack, ItemRole } from '../edition/pack';

/** Where the schedule has a subject, as it is said in a sentence: "item 5.7", "item 5.6 or 5.8". */
export function itemsNamed(pack: EditionPack, ...roles: readonly ItemRole[]): string {
  const items = roles.flatMap((role) => pack.itemRoles[role]);
  return `item ${items.join(' or ')}`;
}

/** What to do next, by the rule that spoke: the one place for such words. `figures` are those the rule worked out. */
const steps = {
  'bonding.above-expected': () =>
    'Higher than the run allows: look for a poor clamp or joint, a smaller size on the way, or a longer run.',
  'bonding.long': () => 'Is a run of that length believable here? If not, look for a poor clamp or joint.',
  'bonding.low': () =>
    'A parallel path is still there: disconnect one end (isolate, and clamp for current first), then measure again.',
  'bonding.open': (pack) => `Trace it, reconnect and retest, or record it (${itemsNamed(pack, 'bonding')}).`,
  'breaking.below': (pack) =>
    `The device cannot be relied on to break this fault: code it (${itemsNamed(pack, 'breaking capacity')}).`,
  'breaking.conditional': (pack) =>
    `Only as part of a declared BS EN 61439-3 assembly (${pack.tolerances.assemblyKiloamps.value} kA conditional) behind a type II fuse of at most 100 A, with no foreign device in it.`,
  'breaking.unknown': () => 'Read the mark on the device.',
  'button.dead': (pack) =>
    `The device may still trip on the instrument: record both, and code it (${itemsNamed(pack, 'rcd button')}).`,
  'capacity.device-too-large': (pack) =>
    `The device does not protect this cable from overload: a smaller device is a quick fix on the day (${itemsNamed(pack, 'overload')}).`,
  'capacity.load-too-large': () =>
    'The load is more than the device carries: it will trip, or the load is not as described.',
  'capacity.unknown': () => 'Calculate it from the table for this cable, and record it.',
  'continuity.high': () => 'A loose joint, or a longer run than recorded.',
  'continuity.high-on-ring': () => 'A spur reads higher. Otherwise look for a loose terminal or wrong ends linked.',
  'continuity.low': () => 'Lower than the copper allows: a parallel path, a shorter run, or a wrong lead null.',
  'continuity.open': (pack) =>
    `Find the break before any live test: on an open CPC a loop test makes metalwork live (${itemsNamed(pack, 'cpc')}).`,
  'conductor.small': () =>
    'Smaller than asked: work the fault out, as the adiabatic equation may ask less where the supply is not PME; otherwise record it.',
  'demand.above-board': () => 'The board or its main switch is too small for this demand.',
  'demand.above-service': () => 'Ask the distributor for a larger service, or have load limitation: do not add to it.',
  'drop.above': () => 'Too far for this cable at this load: a larger cable, or less load.',
  'extraneous.is': (pack) => `An extraneous-conductive-part: bond it (${itemsNamed(pack, 'bonding size', 'bonding')}).`,
  'extraneous.still-joined': () => 'Part it from everything earthed, and read it again.',
  'extraneous.not': () =>
    'No bond is needed today. Damp and later plumbing change it: record the conditions of the test.',
  'dead.stop': () => 'STOP. Treat it as live until the cause is found, then repeat the whole procedure.',
  'disconnection.longer': () => 'Take the time the table allows, and the limit that goes with it.',
  'interval.long': () => 'Longer than is usual: give the reason.',
  'protection.missing': () => 'Fit additional protection by an RCD of 30 mA or less.',
  'ipf.disagrees': () => 'Ze and this current do not fit one another: repeat the one you trust less.',
  'ipf.high': () => 'More than a service usually gives: repeat, and check the unit.',
  'ir.below-minimum': (pack) =>
    `First look for what was left connected. Then halve the circuit and test both sides (${itemsNamed(pack, 'insulation')}).`,
  'ir.board-low': () => 'Circuits that pass alone can fail together: find the lowest and clear it first.',
  'ir.bound-below-minimum': () => 'Repeat on a range that reaches the limit.',
  'ir.investigate': () => 'Find what brings it down: a load or neon left in, damp, or a damaged cable.',
  'leads.unknown': () => 'Null the leads and read again, or measure them and take them off.',
  'leads.wrong': () => 'Null the leads again, probes held together, and read again.',
  'ln-loop.below-supply': () => 'Read the L–N loop again, and Ipf at the origin with everything connected.',
  'ln-loop.above': () => 'A short between line and neutral would not be cleared in time: the RCD does not see it.',
  'metalwork.open': (pack) =>
    `Metalwork that is not earthed: look for a missing tail or paint under the screw; otherwise code it (${itemsNamed(pack, 'cpc')}).`,
  'metalwork.poor': () => 'A poor joint between the CPC and the metalwork: clean, tighten, measure again.',
  'polarity.reversed-circuit': (pack) =>
    `Correct it if it is quick and safe, then test again; otherwise code it (${itemsNamed(pack, 'polarity')}).`,
  'polarity.reversed-supply': (pack) =>
    `STOP. Energise nothing. Inform the person in charge and call the distributor: C1 (${itemsNamed(pack, 'supply polarity')}).`,
  'ra.above': () =>
    'The RCD would not disconnect in time: improve the electrode, or fit an RCD of a smaller residual current.',
  'ra.no-rcd': () => 'Describe the RCD that protects the installation.',
  'rcd-half.too-short': () => 'Test again on a range of two seconds.',
  'rcd-half.trips': () => 'Too sensitive, or leakage is there already: test again with the loads off.',
  'rcd.fast': () => 'A time-delayed device that trips too soon will not discriminate: check its type.',
  'rcd-type.not-read': () => 'Read the wave on its face.',
  'rcd-type.too-simple': (pack) => `Fit one of the right type, or code it (${itemsNamed(pack, 'rcd time')}).`,
  'phase-sequence.turned': () => 'Exchange two phases where they were changed, and try again.',
  'capacity.fixed-load': () =>
    'See that the load cannot grow, and that the device still clears a short circuit before the cable is harmed (434.5.2).',
  'rcd.none': () => 'Add the RCD, or record N/A.',
  'rcd.slow': (pack) =>
    `Repeat with the loads off. If it stays slow, replace it or code it (${itemsNamed(pack, 'rcd time')}).`,
  'reading.zero': () => 'Check leads, null, range and terminals, and read again.',
  'ir.test-volts': () => 'Test again at the voltage of the circuit, with what cannot take it disconnected.',
  'reading.higher-range': () => 'Measure again on a range that reaches the limit.',
  'reading.unstable': () =>
    'It moves when rocked: a worn contact or a loose terminal. Tighten or renew it, then read again.',
  'ring-step.high': () => 'A spur, a poor joint or contact; the diagnosis weighs it with the others.',
  'ring-step.low': () => 'Both links on one leg, or a bridge: the diagnosis weighs it with the others.',
  'ring-step.open': () => 'Try the other pairs at this socket: neutral to CPC tells reversed from not connected.',
  'ring.cable-too-small': () => 'As installed, in insulation, the cable carries too little for a ring.',
  'ring.conductors-too-small': (pack) =>
    `A ring wants larger conductors: a smaller device on two radials, or record it (${itemsNamed(pack, 'overload')}).`,
  'ring.device-too-large': () => 'Fit a 32 A device: where the board takes one it is remedied on the day.',
  'ring.lives-differ': () => 'The higher of the two has a poor joint, or part of it is another size.',
  'ring.open': (pack) => `No R1+R2 by the ring method. Code it (${itemsNamed(pack, 'ring', 'cpc')}); still measure Zs.`,
  'ring.ratio-off': () => 'A poor joint in the CPC, or parts of another size.',
  'ring.ratio-of-another': (_, { cable }) => `It behaves like ${cable}: check the cable.`,
  'sample.short': () => 'Open more, or record the limitation and with whom it was agreed.',
  'supplementary.above': (pack) =>
    `Clean and tighten the clamps, then test again; where it stays high it is no supplementary bonding (${itemsNamed(pack, 'supplementary bonding')}).`,
  'switching.wrong': (pack) =>
    `The switch stands in the neutral, or strappers are crossed: correct it if quick and safe, otherwise code it (${itemsNamed(pack, 'switching')}).`,
  'function.fails': () => 'Fix it if quick and safe, then test again; otherwise record an observation.',
  'spd.spent': () => 'Renew the cartridge, or record it: nothing protects from surges meanwhile.',
  'touch-volts.above': () => 'STOP. Switch the circuit off and find the CPC: dead tests come first.',
  'supply.hands-off': (_, { means }) => means ?? 'Hands off. Call the distributor.',
  'volts.neutral-raised': () => 'Repeat; if it stays, load nothing and call the distributor.',
  'volts.wander': () =>
    'Load nothing more. Look for a slack neutral from the meter on; where it is ahead of that, call the distributor.',
  'volts.outside': () => 'Outside the band: repeat, and tell the distributor.',
  'ze.high': () => 'Above what the distributor usually declares: check the earth connection and ask the distributor.',
  'zs.above-maximum': (pack) =>
    `Look for a loose or long CPC, check the device, then repeat; otherwise it is an observation (${itemsNamed(pack, 'fault protection')}).`,
  'zs.above-rcd': () => 'No earth path the RCD can rely on. Stop live work here and find the break.',
  'zs.above-sum': () => 'A bad joint, or the internal impedance of an RCD: repeat, then compare at the board.',
  'zs.below-ze': () => 'Check both readings: parallel earth paths at the point, or Ze taken with them connected.',
  'zs.by-rcd': () =>
    'The RCD gives fault protection. It does nothing for line to neutral: check that side by an L–N loop test.',
  'zs.cables-warm': () => 'Let the circuit cool, then measure again.',
  'zs.electrode-unstable': (pack) =>
    `Above ${pack.tolerances.electrodeStableOhms.value} Ω an electrode may not stay stable: improve it or say why it is accepted.`,
  'zs.hot-above': (pack) =>
    `Too high once the conductors are warm: look for a loose joint, check the device, or code it (${itemsNamed(pack, 'fault protection')}).`,
  'zs.hot-within': (_, { wiring }) => `Met by calculation for ${wiring}. Not where the cables were warm at the test.`,
  'zs.needs-temperature': () => 'Record Ze and R1+R2, so that Zs with hot conductors can be worked out.',
  'zs.no-limit': () => 'Describe it, or record your own limit with its reason.',
  'zs.over-range': () => 'Prove CPC continuity before any further live test on this circuit.',
} satisfies Record<string, (pack: EditionPack, figures: Readonly<Record<string, string>>) => string>;

type NextRule = keyof typeof steps;

/** A next step as data. */
export type NextStep = { readonly rule: NextRule; readonly figures?: Readonly<Record<string, string>> };

/** The next step in words, with items as the edition numbers them; null where nothing is to be done. */
export const sayNext = (pack: EditionPack, next: NextStep | null): string | null =>
  next && steps[next.rule](pack, next.figures ?? {});
