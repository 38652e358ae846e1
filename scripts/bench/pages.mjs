// Lighthouse on every main view, at a desk and on a phone: what it makes of speed, access, practice and findability.
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { launch } from '../setup/browser.mjs';
import { ensureLighthouse } from '../setup/lighthouse.mjs';

const categories = ['performance', 'accessibility', 'best-practices', 'seo'];

const freePort = () =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });

/** Score rows `{page, on, performance, accessibility, …, blocking, transferred}`; `only` keeps those whose name has it. */
export async function pageScores(app, only = '') {
  const { lighthouse, desktop } = await ensureLighthouse();
  const { chromium } = await import('@playwright/test');
  const home = mkdtempSync(join(tmpdir(), 'ledger-pages-'));
  const port = await freePort();
  const context = await chromium.launchPersistentContext(home, {
    ...launch,
    args: [...launch.args, `--remote-debugging-port=${port}`],
    baseURL: app.baseUrl,
  });
  const rows = [];
  const run = async (page, path) => {
    if (only && !page.includes(only)) return;
    for (const on of ['desk', 'phone']) {
      const flags = { port, output: 'json', logLevel: 'error', disableStorageReset: true, onlyCategories: categories };
      const { lhr } = await lighthouse(`${app.baseUrl}${path}`, flags, on === 'desk' ? desktop : undefined);
      const score = (name) => Math.round((lhr.categories[name]?.score ?? 0) * 100);
      const below = Object.values(lhr.categories).flatMap(({ auditRefs }) =>
        auditRefs.filter(({ id, weight }) => weight > 0 && (lhr.audits[id]?.score ?? 1) < 0.9).map(({ id }) => id),
      );
      rows.push({
        page,
        on,
        scores: categories.map(score),
        blocking: Math.round(lhr.audits['total-blocking-time']?.numericValue ?? NaN),
        paint: Math.round(lhr.audits['largest-contentful-paint']?.numericValue ?? NaN),
        below: [...new Set(below)],
        said: (lhr.audits['errors-in-console']?.details?.items ?? []).map(({ description }) => description),
      });
    }
  };
  try {
    const [page] = context.pages();
    await run('sign-in', '/sign-in');
    await page.request.post('/api/auth/sign-in/email', {
      data: { email: app.demo.people[0].email, password: app.demo.password },
      headers: { Origin: app.baseUrl },
    });
    await page.goto('/');
    const job = await page.getByRole('link', { name: 'FW-118' }).getAttribute('href');
    const sealed = await page.getByRole('link', { name: /^EICR-/ }).getAttribute('href');
    await page.goto('about:blank');
    await run('jobs', '/');
    await run('firm', '/firm');
    await run('job', job);
    for (const stage of ['brief', 'origin', 'inspection', 'circuits', 'observations', 'review'])
      await run(stage, `${job}/${stage}`);
    await run('ring bench', `${job}/tests?bench=ring`);
    await run('insulation bench', `${job}/tests?bench=insulation`);
    await run('document', sealed);
  } finally {
    await context.close();
    rmSync(home, { recursive: true, force: true });
  }
  return rows;
}
