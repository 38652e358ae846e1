// npm test: everything that must hold, from a clean clone, ending with one line: N passed, N failed.
// npm test -- unit (or lint, types, made-up, integration, e2e) runs only those; more words go to the runner.
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureChromium } from './setup/browser.mjs';
import { ensureDebian, ensureNodeModules } from './setup/packages.mjs';
import { ensureBuilt } from './setup/application.mjs';
import { lint, types } from './setup/checks.mjs';
import { serveDemo, temporaryDatabase } from './setup/serve.mjs';
import { Stop, local, locked, root, say } from './setup/state.mjs';
import { bin, show } from './setup/run.mjs';

const parts = ['lint', 'types', 'unit', 'made-up', 'integration', 'e2e'];
const [chosen, ...rest] = process.argv.slice(2);
const runs = (part) => !parts.includes(chosen) || chosen === part;
const totals = { passed: 0, failed: 0 };
const began = Date.now();

async function stage(name, work) {
  if (!runs(name)) return;
  const from = Date.now();
  say(`\n— ${name} —`);
  try {
    const { passed, failed } = await work();
    totals.passed += passed;
    totals.failed += failed;
    say(`${name}: ${passed} passed, ${failed} failed (${((Date.now() - from) / 1000).toFixed(0)} s)`);
  } catch (error) {
    totals.failed += 1;
    say(`${name} could not run: ${error instanceof Stop ? error.message : error.stack}`);
  }
}

const one = (code) => ({ passed: code === 0 ? 1 : 0, failed: code === 0 ? 0 : 1 });

async function vitest(project, env = {}) {
  const file = join(local, `${project}.json`);
  rmSync(file, { force: true });
  const code = await show(
    bin('vitest'),
    ['run', '--project', project, '--reporter=dot', '--reporter=json', `--outputFile.json=${file}`, ...rest],
    { env: { ...process.env, ...env } },
  );
  const report = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null;
  if (!report || report.numTotalTests === 0) throw new Stop(`No ${project} test ran.`);
  const failed = Math.max(
    report.numFailedTests,
    report.numFailedTestSuites && !report.numFailedTests ? 1 : 0,
    code === 0 ? 0 : 1,
  );
  return { passed: report.numPassedTests, failed };
}

async function playwright() {
  const app = await serveDemo('e2e');
  const file = join(local, 'e2e.json');
  rmSync(file, { force: true });
  try {
    const env = {
      ...process.env,
      ...app.env,
      PLAYWRIGHT_JSON_OUTPUT_NAME: file,
      LEDGER_POST: app.postPage,
      LEDGER_DEMO: JSON.stringify(app.demo),
    };
    const code = await show(bin('playwright'), ['test', '--reporter=list,json', ...rest], { env });
    const { stats } = JSON.parse(readFileSync(file, 'utf8'));
    const passed = stats.expected + stats.flaky;
    if (passed + stats.unexpected === 0) throw new Stop('No end-to-end test ran.');
    return { passed, failed: Math.max(stats.unexpected, code === 0 ? 0 : 1) };
  } finally {
    await app.stop();
  }
}

try {
  mkdirSync(local, { recursive: true, mode: 0o700 });
  await locked(async () => {
    await ensureNodeModules();
    if (runs('integration') || runs('made-up'))
      await ensureDebian(
        ['poppler-utils', 'qpdf'],
        () => existsSync('/usr/bin/pdftotext') && existsSync('/usr/bin/qpdf'),
      );
    if (runs('unit')) await ensureDebian(['ngspice'], () => existsSync('/usr/bin/ngspice'));
    if (runs('e2e')) {
      await ensureChromium();
      await ensureDebian(['nginx', 'openssl'], () => existsSync('/usr/sbin/nginx') && existsSync('/usr/bin/openssl'));
    }
    if (!existsSync(join(root, 'next-env.d.ts')))
      writeFileSync(
        join(root, 'next-env.d.ts'),
        '/// <reference types="next" />\n/// <reference types="next/image-types/global" />\n',
      );
  });
  // Two processors: the types and the form of the code on one, what it answers and the build on the other.
  await Promise.all([
    (async () => {
      await stage('types', async () => one(await types()));
      await stage('lint', async () => one(await lint()));
    })(),
    (async () => {
      await stage('unit', () => vitest('unit'));
      await stage('made-up', () => vitest('made-up'));
      if (runs('integration') || runs('e2e')) await locked(ensureBuilt);
    })(),
  ]);
  await stage('integration', async () => {
    const base = await temporaryDatabase('test');
    try {
      return await vitest('integration', { ...base.env });
    } finally {
      await base.drop();
    }
  });
  await stage('e2e', playwright);
} catch (error) {
  totals.failed += 1;
  say(error instanceof Stop ? error.message : error.stack);
}
say(`\nin ${((Date.now() - began) / 60000).toFixed(1)} minutes`);
say(`${totals.passed} passed, ${totals.failed} failed`);
process.exit(totals.failed === 0 && totals.passed > 0 ? 0 : 1);
