// npm run attack -- [seed] [--short]: attacks an application of its own, class by class, and prints what was tried, what held and what failed.
import { signedInCookie } from './bench/load.mjs';
import { entries } from './attack/entries.mjs';
import { files } from './attack/files.mjs';
import { imports } from './attack/imports.mjs';
import { malformed } from './attack/malformed.mjs';
import { sessions } from './attack/sessions.mjs';
import { tampering } from './attack/tampering.mjs';
import { trespass } from './attack/trespass.mjs';
import { strangers } from './attack/strangers.mjs';
import { ensureBuilt } from './setup/application.mjs';
import { ensureNodeModules } from './setup/packages.mjs';
import { serveDemo } from './setup/serve.mjs';
import { say } from './setup/state.mjs';

const seed = Number(process.argv.slice(2).find((said) => /^\d+$/.test(said)) ?? Date.now() % 2 ** 31);
/** The short form is for `npm test`: fewer requests, and nothing that is timed. */
const isShort = process.argv.includes('--short');
const many = isShort ? 400 : 20_000;

await ensureNodeModules();
await ensureBuilt();
const app = await serveDemo('attack', { more: { TRUSTED_PROXIES: '127.0.0.1' } });
let failures = 0;
try {
  const given = {
    app,
    seed,
    many,
    cookie: await signedInCookie(app),
    other: await signedInCookie({ ...app, demo: { ...app.demo, people: app.demo.people.slice(1) } }),
  };
  for (const attack of [
    trespass,
    malformed,
    entries,
    files,
    imports,
    tampering,
    sessions,
    ...(isShort ? [] : [strangers]),
  ]) {
    const from = Date.now();
    const { what, tried, failed } = await attack(given);
    failures += failed.length;
    say(
      `${what}: ${tried} tried, ${tried - failed.length} held, ${failed.length} failed (${((Date.now() - from) / 1000).toFixed(0)} s)`,
    );
    for (const each of failed.slice(0, 20)) say(`  ${JSON.stringify(each).slice(0, 500)}`);
  }
} finally {
  await app.stop();
}
say(`seed ${seed}: ${failures === 0 ? 'everything held' : `${failures} failed`}`);
process.exit(failures === 0 ? 0 : 1);
