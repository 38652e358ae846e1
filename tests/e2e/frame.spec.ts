import type { Page } from '@playwright/test';
import { expect, sallowRiseJob, settled, test } from './ledger-page';

const stages = [
  '',
  '/brief',
  '/origin',
  '/isolation',
  '/inspection',
  '/circuits',
  '/observations',
  '/review',
  '/options',
];
const benches = [
  'plan',
  'board',
  'continuity',
  'ring',
  'insulation',
  'origin',
  'loop',
  'residual',
  'function',
  'leaving',
];
const pages = [...stages, ...benches.map((bench) => `/tests?bench=${bench}`)];

type Measured = { readonly begins: number; readonly over: number; readonly small: readonly string[] };

/** Where the work of a page begins, how far it runs off the side, and what of the frame is too small for a thumb. */
const measured = (page: Page): Promise<Measured> =>
  page.evaluate(() => {
    window.scrollTo(0, 0);
    const main = document.querySelector('main') as HTMLElement;
    const work = main.querySelector('[data-testid=work]') ?? main;
    const frame = [...document.querySelectorAll<HTMLElement>('header a, header button')];
    return {
      begins: work.getBoundingClientRect().top + Number.parseFloat(getComputedStyle(work).paddingTop),
      over: document.documentElement.scrollWidth - window.innerWidth,
      small: frame
        .map((each) => ({ each, box: each.getBoundingClientRect() }))
        .filter(({ each, box }) => box.width > 0 && box.height < 44 && !each.matches('p *, a.block'))
        .map(({ each }) => each.textContent ?? ''),
    };
  });

async function open(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await settled(page);
  await page.locator('main').locator('h1, h2, input, button').first().waitFor();
}

test('the work stands at the top of every page of a job, on a desktop and on a phone, with nothing cut off', async ({
  page,
}) => {
  const job = await sallowRiseJob(page, 'FRAME-1');
  for (const at of pages) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await open(page, job + at);
    const wide = await measured(page);
    expect.soft(wide.begins, `${at} at 1280: where the work begins`).toBeLessThanOrEqual(120);
    expect.soft(wide.over, `${at} at 1280: beyond the side`).toBeLessThanOrEqual(0);
    await page.setViewportSize({ width: 390, height: 844 });
    await page.getByTestId('foot').waitFor();
    const narrow = await measured(page);
    expect.soft(narrow.begins, `${at} at 390: where the work begins`).toBeLessThanOrEqual(150);
    expect.soft(narrow.over, `${at} at 390: beyond the side`).toBeLessThanOrEqual(0);
    expect.soft(narrow.small, `${at} at 390: too small for a thumb`).toEqual([]);
    // Twice the size of text: still nothing beyond the side.
    await page.evaluate(() => void (document.documentElement.style.fontSize = '200%'));
    expect.soft((await measured(page)).over, `${at} at 390 and 200 %: beyond the side`).toBeLessThanOrEqual(0);
  }
});

test.describe('by thumb', () => {
  test.use({ hasTouch: true });

  test('pages, what is next, the choice of circuit and the keypad are at the foot, and readings stay in sight', async ({
    page,
  }) => {
    const job = await sallowRiseJob(page, 'FRAME-2');
    await page.setViewportSize({ width: 390, height: 844 });
    await open(page, `${job}/tests?bench=insulation`);
    const foot = page.getByTestId('foot');
    const box = await foot.boundingBox();
    expect((box?.y ?? 0) + (box?.height ?? 0)).toBeCloseTo(844, 0);
    await expect(foot.getByRole('combobox', { name: 'Page of the job' })).toBeVisible();
    await expect(foot.getByRole('link', { name: /Next:/ })).toBeVisible();
    const cells = page.locator('main input[aria-label*="way "]');
    await cells.last().tap();
    const pad = page.getByRole('region', { name: 'Keypad' });
    await expect(pad).toBeVisible();
    const top = (await pad.boundingBox())?.y ?? 0;
    const inSight = async () => {
      const boxes = await Promise.all((await cells.all()).map((each) => each.boundingBox()));
      return new Set(boxes.filter((each) => each && each.y > 90 && each.y + each.height < top).map((each) => each?.y));
    };
    await expect.poll(async () => (await inSight()).size).toBeGreaterThanOrEqual(4);
    for (const key of await pad.getByRole('button').all())
      expect((await key.boundingBox())?.height ?? 0).toBeGreaterThanOrEqual(44);
  });
});
