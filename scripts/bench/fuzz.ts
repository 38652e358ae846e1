import { v7 } from 'uuid';
import { cottage, rentedHouse } from '../demo/dwellings';
import { mutations } from './mutations';

/** Sends FUZZ_BODIES mutated entries of every kind to a job of the demo at FUZZ_URL, and prints what came of them. */
async function main(): Promise<void> {
  const { FUZZ_URL = '', FUZZ_JOB = '', FUZZ_COOKIE = '', FUZZ_BODIES = '', FUZZ_SEED = '' } = process.env;
  const instruments = [{ id: v7(), name: 'T', serial: 'S', calibratedOn: '2026-01-01' }];
  const sound = [...rentedHouse(new Date(), instruments).drafts, ...cottage(new Date(), instruments).drafts];
  const { mutated, random } = mutations(Number(FUZZ_SEED));
  const counts = { bodies: 0, taken: 0, refused: 0, broken: 0, unanswered: 0, longestMillis: 0 };
  const perRequest = 100;
  while (counts.bodies < Number(FUZZ_BODIES)) {
    const entries = Array.from({ length: perRequest }, () => {
      const { kind, version, body } = sound[random(sound.length)] as (typeof sound)[number];
      const whole = { id: v7(), kind, version, body: mutated(body), madeAt: new Date().toISOString(), device: 'fuzz' };
      return random(20) === 0 ? mutated(whole) : whole;
    });
    const from = performance.now();
    const answer = await fetch(`${FUZZ_URL}/api/jobs/${FUZZ_JOB}/entries`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: FUZZ_URL, Cookie: FUZZ_COOKIE },
      body: JSON.stringify({ entries }),
    });
    counts.longestMillis = Math.max(counts.longestMillis, Math.round(performance.now() - from));
    counts.bodies += entries.length;
    const { results } = (await answer.json().catch(() => ({}))) as { results?: { accepted: boolean }[] };
    if (answer.status >= 500) counts.broken += 1;
    else if (!results) counts.refused += entries.length;
    else {
      counts.taken += results.filter(({ accepted }) => accepted).length;
      counts.refused += results.filter(({ accepted }) => !accepted).length;
      if (results.length < entries.length) counts.unanswered += entries.length - results.length;
    }
    if (counts.bodies % 10_000 === 0) process.stderr.write(`${JSON.stringify(counts)}\n`);
  }
  process.stdout.write(`${JSON.stringify(counts)}\n`);
}

void main();
