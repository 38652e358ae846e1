import { type TesterReads, furthest, looked, ohms, refuse } from '../../physics/tester';

/** Conductors of the origin end to end; R1+R2 and R2 at a point, or the highest of a circuit. */
export const meter: TesterReads = (probed) => {
  const { dwelling, meter, measure } = probed;
  switch (probed.at) {
    case 'conductor': {
      const bond = dwelling.bonds.find(({ service }) => service === probed.to);
      return bond ? ohms(meter.bonding(bond.service)) : refuse(`No bond to ${probed.to} is there to measure.`);
    }
    case 'way': {
      const { id, arrangement } = probed.circuit;
      if (measure.test === 'r2') return ohms(furthest(meter.cpcAlone(id)));
      if (measure.test !== 'r1r2') return looked;
      return ohms(furthest(arrangement === 'ring' ? meter.ringStep(id, 3) : meter.lineAndCpc(id)));
    }
    case 'point': {
      const { circuit, point } = probed;
      const shown =
        measure.test === 'r1r2'
          ? meter.lineAndCpc(circuit.id)
          : measure.test === 'r2'
            ? meter.cpcAlone(circuit.id)
            : null;
      return shown
        ? ohms(
            shown.find((each) => each.point === point),
            point,
          )
        : looked;
    }
    default:
      return looked;
  }
};
