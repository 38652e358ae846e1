// npm run bench: measures, prints, and writes docs/benchmarks.md. npm run bench -- core runs only the core's figures and writes nothing.
// npm run bench -- load: many inspectors at once, as a curve; writes docs/load.md.
// npm run bench -- flood: an inspector's appends while strangers ask for open pages; writes docs/flood.md.
// npm run bench -- phone: pages and acts on a cheap phone with a slow line; writes docs/phone.md.
// npm run bench -- pictures: two hundred pictures of twelve megapixels in one job; writes docs/pictures.md.
// npm run bench -- many [jobs…]: finding one of very many, as the firm grows; writes docs/many-jobs.md.
// npm run bench -- rings: how often the ring diagnosis is right, from a fresh seed; writes docs/ring-diagnosis.md.
// npm run bench -- halving: how many openings find where insulation is down; writes docs/halving.md.
// npm run bench -- practice: 1,000 practice dwellings played by the automatic inspector; writes docs/practice.md.
// npm run bench -- judgement: the judgements worked out by other hands, held against ours.
// npm run bench -- fuzz [bodies] [seed]: mutated entries, 100,000 unless told otherwise; prints what came of them.
import { spawn, spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { join } from 'node:path';
import { benchFigures } from './bench/benches.mjs';
import { browserFigures } from './bench/browser.mjs';
import { floodFigures } from './bench/flood.mjs';
import { loadCurve, signedInCookie } from './bench/load.mjs';
import { manyJobs } from './bench/many-jobs.mjs';
import { memoryFigure } from './bench/memory.mjs';
import { phoneFigures } from './bench/phone.mjs';
import { pictureFigures } from './bench/pictures.mjs';
import { pageScores } from './bench/pages.mjs';
import { ensureBuilt } from './setup/application.mjs';
import { ensureChromium } from './setup/browser.mjs';
import { ensureDebian, ensureNodeModules } from './setup/packages.mjs';
import { serveDemo } from './setup/serve.mjs';
import { bin, script } from './setup/run.mjs';
import { Stop, local, root, say } from './setup/state.mjs';

const onlyCore = process.argv[2] === 'core';
const onlyLoad = process.argv[2] === 'load';
const onlyFuzz = process.argv[2] === 'fuzz';

/** The core's figures are taken from a bundle, as the application runs it, without the loader's own wrappers. */
function measureBundled(file) {
  const bundle = join(local, `bench-${file.replace('.ts', '.mjs')}`);
  const made = spawnSync(
    bin('esbuild'),
    [
      join(root, 'scripts', 'bench', file),
      '--bundle',
      '--platform=node',
      '--format=esm',
      '--external:pg',
      `--outfile=${bundle}`,
      '--log-level=error',
    ],
    { cwd: root, encoding: 'utf8' },
  );
  if (made.status !== 0) throw new Stop(`${file} could not be bundled:\n${made.stderr}`);
  const result = spawnSync(process.execPath, [bundle], { cwd: root, encoding: 'utf8', maxBuffer: 1e8 });
  if (result.status !== 0) throw new Stop(`${file} failed:\n${result.stderr}`);
  return result.stdout.trim();
}

function measure(file, env = {}) {
  const result = spawnSync(
    process.execPath,
    ['--conditions=react-server', '--import', 'tsx', join(root, 'scripts', 'bench', file)],
    { cwd: root, encoding: 'utf8', env: { ...process.env, ...env }, maxBuffer: 1e8 },
  );
  if (result.status !== 0) throw new Stop(`${file} failed:\n${result.stderr}`);
  return {
    figures: result.stdout
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line)),
    note: result.stderr.trim(),
  };
}

/** Seconds of `npm start` with nothing changed, from the command to the printed address, and a clean stop. */
async function warmStart() {
  const samples = [];
  for (let round = 0; round < 4; round += 1) {
    const from = Date.now();
    const child = spawn('npm', ['start', '--silent'], {
      cwd: root,
      stdio: ['ignore', 'pipe', 'inherit'],
      detached: true,
    });
    await new Promise((resolve, reject) => {
      child.stdout.on('data', (chunk) => String(chunk).includes('Orange Ledger is at') && resolve());
      child.on('exit', () => reject(new Stop('npm start ended early')));
    });
    if (round > 0) samples.push((Date.now() - from) / 1000);
    const ended = new Promise((resolve) => child.on('exit', resolve));
    process.kill(-child.pid, 'SIGINT');
    await ended;
  }
  samples.sort((a, b) => a - b);
  return {
    what: 'warm npm start until it answers',
    unit: 's',
    median: samples[1],
    p95: samples.at(-1),
    times: samples.length,
    aim: 'about 10 s',
  };
}

const round = (value) => (value >= 100 ? value.toFixed(0) : value >= 1 ? value.toFixed(1) : value.toPrecision(2));
const table = (figures) =>
  [
    '| what | median | 95th percentile | runs | aim |',
    '|---|---:|---:|---:|---|',
    ...figures.map(
      (f) => `| ${f.what} | ${round(f.median)} ${f.unit} | ${round(f.p95)} ${f.unit} | ${f.times} | ${f.aim ?? ''} |`,
    ),
  ].join('\n');

const scores = (rows) =>
  [
    '| page | on | performance | accessibility | best practices | findability | blocking | below 90 |',
    '|---|---|---:|---:|---:|---:|---:|---|',
    ...rows.map(
      (row) => `| ${row.page} | ${row.on} | ${row.scores.join(' | ')} | ${row.blocking} ms | ${row.below.join(', ')} |`,
    ),
  ].join('\n');

const machine = `${cpus()[0].model.trim()}, ${cpus().length} cores, Node ${process.versions.node}`;
const today = new Date().toISOString().slice(0, 10);

/** The curve of many inspectors at once, into a page of its own. */
async function load() {
  await ensureBuilt();
  const app = await serveDemo('load');
  try {
    const rows = (await loadCurve(app)).map(
      (row) =>
        `| ${row.inspectors} | ${row.processes} | ${round(row.p50)} | ${round(row.p95)} | ${round(row.most)} | ${row.errors} | ${round(row.before)} → ${round(row.after)} |`,
    );
    writeFileSync(
      join(root, 'docs', 'load.md'),
      `# Load

Inspectors at once, each with a job of 300 entries and its stream of news open, each entering a reading every two seconds
for half a minute, spread evenly. Times are of one append, from request to answer, on the machine that also serves, also
keeps the database and also makes the load: ${machine}. Measured ${today}; \`npm run bench -- load\`.
Aim: at 100 inspectors a 95th percentile of at most 150 ms, no error, memory flat.

| inspectors | processes | median ms | 95th percentile ms | longest ms | errors | memory MB, before → after |
|---:|---:|---:|---:|---:|---:|---|
${rows.join('\n')}
`,
    );
    say(rows.join('\n'));
  } finally {
    await app.stop();
  }
}

/** One inspector beside a flood of strangers, into a page of its own. */
async function flood() {
  await ensureBuilt();
  const more = { TRUSTED_PROXIES: '127.0.0.1', STRANGERS_A_MINUTE: '' };
  const app = await serveDemo('flood', { more });
  try {
    const rows = (await floodFigures(app)).map(
      (row) =>
        `| ${row.strangers} | ${round(row.p50)} | ${round(row.p95)} | ${round(row.most)} | ${row.refused} | ${row.answered} | ${row.turnedAway} |`,
    );
    writeFileSync(
      join(root, 'docs', 'flood.md'),
      `# Flood

An inspector enters a reading every tenth of a second for twenty seconds, while twenty connections without a session ask for
\`/practice\`, \`/sign-in\`, \`/api/schema\` and \`/begin\` as fast as they are answered: from one address, and from twenty. Times are of one
append, from request to answer, on the machine that also serves, keeps the database and makes the flood: ${machine}. Measured ${today};
\`npm run bench -- flood\`. Aim: a 95th percentile of at most 60 ms, and nothing of the inspector's refused.

| strangers | median ms | 95th percentile ms | longest ms | appends refused | pages answered | pages turned away |
|---|---:|---:|---:|---:|---:|---:|
${rows.join('\n')}
`,
    );
    say(rows.join('\n'));
  } finally {
    await app.stop();
  }
}

/** Pages and acts on a cheap phone, into a page of its own. */
async function phone() {
  await ensureChromium();
  await ensureBuilt();
  const app = await serveDemo('phone');
  try {
    const { opened, acting } = await phoneFigures(app);
    const pages = opened.map(
      ({ name, kilobytes, seconds, blocking, longest, shift }) =>
        `| ${name} | ${kilobytes.toFixed(0)} KB | ${seconds.toFixed(1)} s | ${blocking.toFixed(1)} s | ${longest.toFixed(0)} ms | ${shift.toFixed(2)} |`,
    );
    const acts = acting.map(({ act, millis }) => `| ${act} | ${millis.toFixed(0)} ms |`);
    const page = `# On a cheap phone

Pages of the demo's rented house on a screen of 390 × 844, the processor slowed four times, a line of 1.44 Mbit/s with 150 ms
each way round, nothing cached; the server warm and on the same machine: ${machine}. Medians of five. Usable is when what the
page is for answers to a hand and everything is saved; scripts are those asked for until then. Measured ${today};
\`npm run bench -- phone\`.

| page | JavaScript, compressed | usable after | thread held | longest task | layout shift |
|---|---:|---:|---:|---:|---:|
${pages.join('\n')}

| act, on the page of Zs | until it shows |
|---|---:|
${acts.join('\n')}
`;
    writeFileSync(join(root, 'docs', 'phone.md'), page);
    say(page);
  } finally {
    await app.stop();
  }
}

/** Many large pictures in one job, into a page of its own. */
async function pictures() {
  await ensureChromium();
  await ensureBuilt();
  const app = await serveDemo('pictures');
  try {
    const f = await pictureFigures(app);
    const rows = [
      ['a picture read, made small and kept, median', `${f.keptEachMillis} ms`],
      [`all ${f.pictures} kept on the device`, `${f.keptAllSeconds} s`],
      [`all ${f.pictures} on the server`, `${f.sentAllSeconds} s`],
      ['memory of the browser before', `${f.browserBeforeMegabytes} MB`],
      ['the most meanwhile, those being made for the figures among it', `${f.browserMostMegabytes} MB`],
      ['after opening the page again and scrolling to its end', `${f.browserAfterScrollMegabytes} MB`],
      ['the page opened again until one can type', `${f.openAgainMillis} ms`],
      ['a key to what it shows, on that page, median of 40', `${f.keyMillis} ms`],
    ].map((row) => `| ${row.join(' | ')} |`);
    writeFileSync(
      join(root, 'docs', 'pictures.md'),
      `# Pictures

${f.pictures} pictures of twelve megapixels, ${f.averageKilobytes} kB each as they come from the camera, ten to a finding,
added one finding after another on a page of 390 × 844 in the headless browser: ${machine}, the server and the database
on the same machine. Measured ${today}; \`npm run bench -- pictures\`. Aim: the job stays usable.

| what | figure |
|---|---:|
${rows.join('\n')}
`,
    );
    say(rows.join('\n'));
  } finally {
    await app.stop();
  }
}

/** Finding one of very many, as the firm grows, into a page of its own. */
async function many() {
  await ensureBuilt();
  const app = await serveDemo('many');
  const sizes = process.argv.slice(3).map(Number);
  try {
    const { note } = measure('long-job.ts', app.env);
    const points = [];
    for (const jobs of sizes.length > 0 ? sizes : [1000, 10_000, 100_000])
      points.push(await manyJobs(app, jobs, JSON.parse(note.split('\n').at(-1)).large));
    const names = points[0].figures.map(({ what }) => what);
    const cellOf = (point, what) => {
      const { median, p95 } = point.figures.find((each) => each.what === what);
      return `${round(median)} / ${round(p95)}`;
    };
    const rows = names.map((what) => {
      const { aim = '' } = points[0].figures.find((each) => each.what === what);
      return `| ${what} | ${points.map((point) => cellOf(point, what)).join(' | ')} | ${aim} |`;
    });
    const page = `# Very many jobs

One firm as it grows, a hundred entries a job, all of it in one database on the machine that also serves and also asks:
${machine}. Milliseconds, median / 95th percentile. A few jobs go through the door; the rest are copies of those with ids,
reference, client, address and day of their own, written by COPY, and some of them folded from their entries again and
held against what was written. Measured ${today}; \`npm run bench -- many\`.

| what | ${points.map(({ jobs }) => `${jobs.toLocaleString('en-GB')} jobs`).join(' | ')} | aim |
|---|${points.map(() => '---:|').join('')}---|
${rows.join('\n')}

${points.map(({ note: said }) => `- ${said}`).join('\n')}
`;
    writeFileSync(join(root, 'docs', 'many-jobs.md'), page);
    say(page);
  } finally {
    await app.stop();
  }
}

/** Mutated entries of every kind, to a job of the demo: none may be answered with a fault of the server. */
async function fuzz() {
  const [bodies = '100000', seed = String(Date.now() % 2 ** 31)] = process.argv.slice(3);
  await ensureBuilt();
  const app = await serveDemo('fuzz');
  try {
    const cookie = await signedInCookie(app);
    const { found } = await (await fetch(`${app.baseUrl}/api/find`, { headers: { Cookie: cookie } })).json();
    const env = {
      FUZZ_URL: app.baseUrl,
      FUZZ_JOB: found.find(({ says }) => says.startsWith('FW-118')).href.replace('/jobs/', ''),
      FUZZ_COOKIE: cookie,
      FUZZ_BODIES: bodies,
      FUZZ_SEED: seed,
    };
    say(`seed ${seed}`);
    if ((await script('bench/fuzz.ts', [], { ...app.env, ...env })) !== 0) throw new Stop('The fuzz did not end.');
  } finally {
    await app.stop();
  }
}

try {
  await ensureNodeModules();
  if (process.argv[2] === 'rings') {
    const page = measureBundled('ring-accuracy.ts');
    writeFileSync(join(root, 'docs', 'ring-diagnosis.md'), `${page}\n`);
    say(page);
    process.exit(0);
  }
  if (process.argv[2] === 'halving') {
    const page = measureBundled('halving.ts');
    writeFileSync(join(root, 'docs', 'halving.md'), `${page}\n`);
    say(page);
    process.exit(0);
  }
  if (process.argv[2] === 'practice') {
    const page = measureBundled('practice.ts');
    writeFileSync(join(root, 'docs', 'practice.md'), `${page}\n`);
    say(page);
    process.exit(0);
  }
  if (process.argv[2] === 'judgement') {
    say(measureBundled('judgement.ts'));
    process.exit(0);
  }
  if (onlyFuzz) {
    await fuzz();
    process.exit(0);
  }
  if (process.argv[2] === 'many') {
    await many();
    process.exit(0);
  }
  if (process.argv[2] === 'phone') {
    await phone();
    process.exit(0);
  }
  if (process.argv[2] === 'pictures') {
    await pictures();
    process.exit(0);
  }
  if (onlyLoad) {
    await load();
    process.exit(0);
  }
  if (process.argv[2] === 'flood') {
    await flood();
    process.exit(0);
  }
  await ensureDebian(['ngspice'], () => spawnSync('ngspice', ['--version']).status === 0);
  const core = measureBundled('core.ts')
    .split('\n')
    .map((line) => JSON.parse(line));
  say(table(core));
  if (!onlyCore) {
    writeFileSync(join(root, 'docs', 'ring-diagnosis.md'), `${measureBundled('ring-accuracy.ts')}\n`);
    await ensureChromium();
    await ensureBuilt();
    const app = await serveDemo('bench');
    let served;
    let benches;
    let pages;
    try {
      const { figures, note } = measure('server.ts', app.env);
      served = [
        ...figures,
        ...(await browserFigures(app, JSON.parse(note.split('\n').at(-1)))),
        await memoryFigure(app),
      ];
      benches = await benchFigures(app);
      pages = await pageScores(app);
    } finally {
      await app.stop();
    }
    served.push(await warmStart());
    say(`\n${table(served)}\n\n${table(benches)}\n\n${scores(pages)}`);
    const file = join(root, 'docs', 'benchmarks.md');
    const page = readFileSync(file, 'utf8');
    const figures = `Measured ${today} on ${machine}, PostgreSQL and browser on the same machine.\n\n### Core\n\n${table(core)}\n\n### Server and browser\n\n${table(served)}\n\n### Dead-test benches\n\n${table(benches)}\n\n### Pages, by Lighthouse\n\n${scores(pages)}\n`;
    writeFileSync(
      file,
      page.replace(/(<!-- figures -->\n)[\s\S]*?(<!-- end -->)/, (_, open, close) => `${open}${figures}${close}`),
    );
  }
} catch (error) {
  say(error instanceof Stop ? error.message : error.stack);
  process.exitCode = 1;
}
