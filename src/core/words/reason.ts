import { capital } from './capital';
/** Why a reading stands as it does, where figures alone do not say it: by the rule that spoke, from figures it had. */
const reasons = {
  'bonding.low': (is: { run: string; expected: string; read: string }) =>
    `${is.run} is ${is.expected}; ${is.read} is lower than the conductor allows.`,
  'bonding.no-resistance': ({ csa }: { csa: number }) => `No resistance is held for ${csa} mm².`,
  'bonding.nowhere': () => 'It says no conductor.',
  'bonding.open': () => 'No continuity. A clamp at both ends does not prove the conductor between them.',
  'bonding.size-unknown': () => 'Give the conductor size to see the length this reading implies.',
  'board-zs.alone': () => 'Compared with Ze once that is recorded.',
  'board-zs.recorded': ({ ze }: { ze: string }) => `Beside Ze ${ze} Ω; bonding in parallel usually makes it lower.`,
  'breaking.unknown': ({ why }: { why: string }) => `Breaking capacity not known: ${why}.`,
  'button.dead': () => 'It does not operate.',
  'button.works': () => 'It operates.',
  'capacity.no-row': (is: { csa: number; method: string }) =>
    `No capacity is held for ${is.csa} mm² by method ${is.method}.`,
  'capacity.other-wiring': ({ wiring }: { wiring: string }) =>
    `The table held is that of flat twin and earth; this is wired as: ${wiring}.`,
  'continuity.beyond-range': () => 'Beyond the range of the ohmmeter.',
  'continuity.no-length': ({ working }: { working: string }) =>
    `No limit of its own, and no length recorded: ${working}.`,
  'continuity.no-cable': () => 'No limit of its own; give the cable to see the length it implies.',
  'continuity.open': () => 'No path: a conductor is broken or not connected.',
  'drop.no-cable': ({ csa }: { csa: number }) => `No resistance is held for ${csa} mm².`,
  'disconnection.longer': (is: { chosen: string; most: string }) => `${is.chosen} s is longer than ${is.most} s.`,
  'extraneous.no-path': () => 'No path to earth.',
  'ipf.doubled': () => 'Three phases: devices are compared with twice this, the safe side of line to line.',
  'ipf.no-figure': () => 'No current: enter what the instrument shows in kA.',
  'ir.bound-below-minimum': (is: { bound: string; least: string }) =>
    `${is.bound}, which does not show whether ${is.least} MΩ is reached.`,
  'ir.board-unread': (is: { missing: number; shown: string }) =>
    `${is.missing} circuit${is.missing === 1 ? '' : 's'} not read; the others come to ${is.shown}, and it can only be lower.`,
  'ir.unreadable': () => 'No figure to judge.',
  'leads.unknown': () => 'It includes leads that were neither nulled nor measured.',
  'leads.below-nothing': ({ working }: { working: string }) => working,
  'leads.wrong': () => 'Less than nothing: the null was wrong.',
  'ln-loop.beyond-range': () => 'Out of range.',
  'ln-loop.below-supply': (is: { read: string; supply: string }) =>
    `${is.read} is less than the supply alone, ${is.supply}: one of the two is wrong.`,
  'ln-loop.beside-supply': (is: { supply: string; rest: string }) =>
    `The supply takes ${is.supply} of it by Ipf; ${is.rest} are the circuit's line and neutral.`,
  'metalwork.open': () => 'No path from the CPC to the metalwork.',
  'no-such-test': ({ why }: { why: string }) => why,
  'not-taken': ({ mark }: { mark: string }) => `Recorded as ${mark}.`,
  'polarity.correct': () => 'Confirmed.',
  'polarity.reversed': () => 'Reversed.',
  'polarity.terminal-live': ({ volts }: { volts: string }) =>
    `The earthing terminal is at ${volts} to a separate earth: line and neutral are swapped before the split.`,
  'protection.called-for': ({ by }: { by: string }) => `Called for by ${by}.`,
  'protection.not-called-for': () => 'Nothing it feeds and nothing on its way calls for it.',
  'ra.no-figure': () => 'No figure to judge.',
  'ra.no-rcd': () => 'No RCD is described, so RA × IΔn cannot be formed.',
  'ra.unstable': (is: { ra: string; stable: string }) => `${is.ra} is above ${is.stable}: it may not stay so.`,
  'ramp.low': (is: { read: string; half: string }) =>
    `${is.read} mA, not above ${is.half} mA: it trips on leakage that is usual, or leakage was there already.`,
  'function.fails': () => 'It does not work as it should.',
  'function.works': () => 'Tried, and it works.',
  'spd.in-order': () => 'The indicator shows it in order.',
  'spd.spent': () => 'The indicator shows it spent or disconnected.',
  'rcd-half.holds': () => 'It held.',
  'rcd-half.trips': ({ after }: { after: string }) => `It tripped after ${after} ms.`,
  'rcd-half.too-short': ({ after }: { after: string }) =>
    `It held for ${after} ms, and was not watched for the two seconds it has to hold.`,
  'rcd.five-times': () => 'Five times is asked of devices of 30 mA and below only.',
  'rcd.no-trip': () => 'It did not trip',
  'rcd.no-limit': (is: { device: string; note: string }) =>
    `No fixed limit is held for ${is.device}. ${is.note}`.trim(),
  'rcd-type.meets': ({ type, load }: { type: string; load: string }) =>
    `Type ${type} sees a fault of what is behind it (${load}).`,
  'rcd-type.no-load': () => 'What it feeds is not recorded.',
  'rcd-type.not-read': () => 'Its type is not read: the mark is a small wave on its face.',
  'rcd-type.too-simple': ({ type, load }: { type: string; load: string }) =>
    `Type ${type} may be held closed by a fault of what is behind it (${load}).`,
  'phase-sequence.kept': () => 'The phases follow one another as they should.',
  'phase-sequence.turned': () => 'Two phases have changed places: motors run backwards.',
  'capacity.fixed-load': ({ amps }: { amps: string }) =>
    `Its load is fixed at ${amps} A, which the cable carries: it may do without protection from overload (433.3.1).`,
  'rcd.none': () => 'No RCD is described for this circuit.',
  'reading.zero': () => 'No real circuit reads nothing.',
  'ir.test-volts-low': ({ volts, wanted }: { volts: string; wanted: string }) =>
    `Tested at ${volts} V where Table 64 requires ${wanted} V: a weak place may not have shown.`,
  'reading.bound-within': () => 'Out of range: it is at least that, which does not show whether it is within.',
  'reading.unstable': (is: { low: string; high: string }) =>
    `Moved between ${is.low} and ${is.high}; judged by the higher.`,
  'ring-pair.recorded': () => 'Another pair, tried to tell explanations apart: the diagnosis weighs it.',
  'ring-step.alone': ({ other }: { other: string }) => `Beside (r1 + ${other}) ÷ 4 once both ends are read.`,
  'ring-step.open': () => 'Open here: no path between the two.',
  'ring.alone': ({ room }: { room: string }) =>
    `To be compared with the other live conductor: they should agree within ${room} Ω.`,
  'ring.no-cable': () => 'No resistance is held for this cable.',
  'ring.no-ratio': () => 'Compared with r1 once that and the cable are known.',
  'ring.open': ({ end }: { end: string }) => `${end} is open: that conductor is broken, or the circuit is not a ring.`,
  'run.behaves-like': (is: { share: string; like: string; recorded: string }) =>
    `R2 is ${is.share} of R1+R2 all along, as in ${is.like}; recorded is ${is.recorded}. Look at the CPC in the board.`,
  'run.falls': (is: { point: string; less: string }) =>
    `${is.point} reads ${is.less} less than points before it: another earth path joins there, or the points do not follow the cable in this order.`,
  'run.long-spur': (is: { from: string; to: string; added: string; usual: string; metres: string | null }) =>
    `The spur to ${is.to} adds ${is.added}${is.metres === null ? '' : `, as much as ${is.metres} m of this cable`}: that long, or a poor joint on it.`,
  'run.open-alone': ({ point }: { point: string }) =>
    `Open at ${point} alone, while points after it read: its switch is off, conductors are exchanged there, or a terminal is loose. Read line to neutral and neutral to CPC there.`,
  'run.open-beyond': (is: { from: string; to: string }) =>
    `Open from ${is.to} on: a conductor is broken or not joined between ${is.from} and ${is.to}.`,
  'run.open-everywhere': () =>
    'Open at every point: the link at the board is not made, or line or CPC is off before the first point.',
  'run.open-last': ({ point }: { point: string }) =>
    `Open at ${point}, the last on the run: broken on the way to it, its switch off, or conductors exchanged or loose there.`,
  'run.parallel': (is: { point: string; r2: string; expected: string }) =>
    `At ${is.point} R2 is ${is.r2} where R1+R2 lets ${is.expected} be expected: by the long lead another earth path lies beside the CPC.`,
  'run.r2-above': (is: { point: string; r2: string; sum: string }) =>
    `At ${is.point} R2 ${is.r2} is more than R1+R2 ${is.sum}, which cannot be: the long lead was not taken off.`,
  'run.stands-out': (is: { point: string; extra: string }) =>
    `${is.point} alone reads ${is.extra} above points after it: a worn contact or loose terminal there, or it hangs on a spur.`,
  'run.step': (is: { from: string; to: string; added: string; usual: string; metres: string | null }) =>
    `Between ${is.from} and ${is.to} ${is.added} are added where ${is.usual} is usual here${is.metres === null ? '' : `, as much as ${is.metres} m of this cable`}: a joint in that section, or a long way round.`,
  'run.step-in-cpc': (is: { from: string; to: string; added: string; usual: string; metres: string | null }) =>
    `Between ${is.from} and ${is.to} ${is.added} are added, all of it in the CPC by the long lead: look for a joint in it.`,
  'run.step-in-line': (is: { from: string; to: string; added: string; usual: string; metres: string | null }) =>
    `Between ${is.from} and ${is.to} ${is.added} are added and the CPC reads on as before: the joint is in the line.`,
  'sample.not-enlarged': () => 'A defect was found, and no more was opened for it.',
  'supplementary.no-device': () => 'Describe the device of this circuit, to see what its bonding may read.',
  'supplementary.open': () => 'No continuity.',
  'switching.in-line': () => 'Every position tried.',
  'switching.wrong': () => 'A position does not do what it should.',
  'volts.neutral-raised': ({ volts }: { volts: string }) =>
    `${volts} where there should be next to none: the supply neutral may be lost or loaded.`,
  'supply.pattern': ({ title }: { title: string }) => `${capital(title)}.`,
  'supply.far': () => 'A supply neutral that is lost shows so: far too high or far too low.',
  'volts.none': () => 'No figure.',
  'volts.wander': () => 'A supply that will not stand still: a slack neutral, loaded as things switch on and off.',
  'ze.beyond-range': () => 'Beyond the range of the instrument.',
  'ze.no-system': () => 'Say which earthing system it is, to see the usual maximum.',
  'zs.above-sum': (is: { excess: string; room: string }) =>
    `${is.excess} above Ze + (R1+R2), more than the ${is.room} allowed for.`,
  'zs.below-sum': () => 'Well below Ze + (R1+R2): parallel earth paths, usual with bonded metalwork.',
  'zs.below-ze': (is: { zs: string; ze: string }) => `${is.zs} is below Ze ${is.ze}: not possible on the same path.`,
  'zs.needs-temperature': ({ zs }: { zs: string }) =>
    `${zs} lies between the two: it needs the temperature calculation.`,
  'zs.cables-warm': ({ zs }: { zs: string }) =>
    `${zs} lies between the two, and the cables were warm: no calculation from ambient holds.`,
  'zs.maximum': (is: { max: string; working: string }) => `Maximum ${is.max} = ${is.working}`,
  'zs.no-figure': () => 'No figure to judge.',
  'zs.no-limit': ({ why }: { why: string }) => `No maximum: ${why}.`,
  'zs.over-range': () => 'The instrument ran out of range: no earth path it can measure.',
} satisfies Record<string, (figures: never) => string>;

export type ReasonRule = keyof typeof reasons;
export type FiguresOf<Rule extends ReasonRule> = Parameters<(typeof reasons)[Rule]>;

/** The sentence of a rule, with the figures that rule worked out. */
export function reason<Rule extends ReasonRule>(rule: Rule, ...figures: FiguresOf<Rule>): string {
  const say = reasons[rule] as (...figures: FiguresOf<Rule>) => string;
  return say(...figures);
}
