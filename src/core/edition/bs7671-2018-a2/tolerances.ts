import type { EditionPack } from '../pack';

const practice = (value: string, source: string) => ({ value, source, confidence: 'practice' }) as const;

/** Figures of practice by which a reading is believed or asked about: no limits of the standard. */
export const tolerances: EditionPack['tolerances'] = {
  assemblyKiloamps: practice('16', 'conditional rating of a consumer unit to BS EN 61439-3'),
  declaredKiloamps: practice('16', "distributor's usual declared maximum, single-phase service"),
  faultCurrentShareLeast: practice('0.5', 'of U0 ÷ Ze: below it the two were not taken on one path'),
  faultCurrentShareMost: practice('4', 'of U0 ÷ Ze: bonding in parallel raises the current'),
  electrodeStableOhms: practice('200', '411.5.3 note: above it an electrode may not be stable'),
  electrodePlateauShare: practice('0.05', 'of three readings by fall of potential from their mean'),
  neutralEarthVolts: practice('10', 'of neutral to earth at the incoming terminals, and of L–N from L–E'),
  supplyFarShare: practice('0.2', 'of U0: further from it a neutral is lost, not a supply high or low'),
  radialOhms: practice('0.05', 'contacts and terminals of a short circuit'),
  radialShare: practice('0.25', 'lengths are estimated to about a quarter'),
  radialLowOhms: practice('0.02', 'last digits of the ohmmeter: contacts only ever add'),
  bondingJointOhms: practice('0.02', 'clamp and joints of a bonding conductor'),
  bondingShare: practice('0.25', 'lengths are estimated to about a quarter'),
  bondingParallelShare: practice('0.8', 'below it of the copper, another path is there'),
  bondingParallelOhms: practice('0.005', 'half the last digit of the ohmmeter'),
  loopOhms: practice('0.1', 'accuracy of a loop test'),
  loopShare: practice('0.1', 'accuracy of a loop test'),
  noTripOhms: practice('0.3', 'accuracy of a loop test at a current that trips no RCD'),
  ringCableShare: practice('0.08', 'half-way between the ratios of neighbouring cables'),
};
