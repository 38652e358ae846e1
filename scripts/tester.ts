// The simulated tester as a process of its own. It prints its address, and ends with its parent.
import { randomInt } from 'node:crypto';
import { serveTester } from '../src/standins/tester/serve';
import { sallowRise } from '../src/standins/tester/sallow-rise';
import { randomFrom } from '../src/core/physics/seeded-random';

const origin = process.env.APP_URL;
if (!origin) throw new Error('APP_URL says which page may connect: npm start sets it.');
const calibratedOn = new Date(Date.now() - 60 * 86_400_000).toISOString().slice(0, 10);
const tester = await serveTester({
  port: Number(process.env.TESTER_PORT ?? 0),
  dwelling: sallowRise,
  instrument: { name: 'Multifunction tester', serial: 'MF-20417', calibratedOn },
  random: randomFrom(Number(process.env.TESTER_SEED ?? randomInt(2 ** 31))),
  origin: new URL(origin).origin,
  settleMillis: Number(process.env.TESTER_SETTLE_MILLIS ?? 700),
});
process.stdout.write(`ws://127.0.0.1:${tester.port}\n`);
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
  process.on(signal, () => void tester.close().then(() => process.exit(0)));
