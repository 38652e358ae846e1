import { type TesterReads, looked, plain } from '../../../src/core/physics/tester';

/** Made up: 0.2 mA for each point of the circuit. */
export const meter: TesterReads = (probed) =>
  probed.at === 'way'
    ? plain({
        value: { is: 'number', shown: (probed.circuit.points.length * 0.2).toFixed(1) },
        true: null,
        moves: null,
      })
    : looked;
