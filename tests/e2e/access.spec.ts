import AxeBuilder from '@axe-core/playwright';
import { expect, settled, signIn, signOut, signInByForm, test } from './ledger-page';

const stages = [
  '',
  '/brief',
  '/origin',
  '/isolation',
  '/inspection',
  '/tests',
  '/tests?bench=board',
  '/tests?bench=continuity',
  '/tests?bench=ring',
  '/tests?bench=insulation',
  '/circuits',
  '/observations',
  '/review',
  '/options',
];

for (const [name, use] of [
  ['light, at a desk', { colorScheme: 'light', viewport: { width: 1280, height: 800 } }],
  ['dark, on a phone', { colorScheme: 'dark', viewport: { width: 390, height: 844 } }],
] as const) {
  test.describe(name, () => {
    test.use(use);
    test('axe finds nothing on any page', async ({ page }) => {
      test.slow();
      const clean = async (place: string) => {
        // One frame only, so the slow walk through frames is left out.
        const { violations } = await new AxeBuilder({ page })
          .setLegacyMode()
          .options({ resultTypes: ['violations'] })
          .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
          .analyze();
        expect(violations.map((v) => `${place}: ${v.id} ${v.nodes.map((n) => n.target.join(' ')).join('; ')}`)).toEqual(
          [],
        );
      };
      await page.goto('/sign-in');
      await clean('sign-in');
      await page.goto('/practice');
      await page.getByRole('heading', { name: 'Exercises' }).waitFor();
      await clean('practice');
      await page.goto('/practice?quiz=code-ten');
      await expect(page.getByRole('heading', { name: 'Code these ten' })).toBeVisible();
      await clean('practice, ten to code');
      await page.goto('/practice?house=bath-room-bonding.abc12');
      for (const sheet of ['Ways', 'Tester', 'Found']) {
        await page.getByRole('tab', { name: sheet }).click();
        await clean(`practice, ${sheet}`);
      }
      await page.getByRole('button', { name: 'Show me' }).click();
      await page.getByRole('alertdialog').getByRole('button', { name: 'Show me' }).click();
      await page.getByRole('heading', { name: 'What was wrong' }).waitFor();
      await clean('practice, result');
      await page.goto('/practice/bath-room-bonding.abc12/review');
      await page.getByRole('heading', { name: /^PRACTICE: / }).waitFor();
      await clean('practice, paper');
      await signIn(page);
      await clean('jobs');
      const job = (await page.getByRole('link', { name: 'FW-118' }).getAttribute('href')) ?? '';
      for (const stage of stages) {
        await page.goto(`${job}${stage}`);
        await settled(page);
        await clean(stage || 'job');
      }
      for (const own of ['/diary', '/due', '/jobs', '/money', '/clients', '/firm', '/account']) {
        await page.goto(own);
        await page.getByRole('heading', { level: 1 }).waitFor();
        await clean(own);
      }
      await page.goto('/firm');
      await page.getByRole('link', { name: 'Multifunction tester' }).click();
      await page.getByRole('heading', { name: 'Drift' }).waitFor();
      await clean('instrument');
      await page.goto('/clients');
      await page.getByRole('link', { name: '27 Sallow Rise' }).click();
      await page.getByRole('heading', { name: /Visits/ }).waitFor();
      await clean('installation');
      await page.goto('/');
      await page
        .getByRole('link', { name: /^EICR-/ })
        .first()
        .click();
      await page.getByRole('link', { name: 'Download PDF' }).waitFor();
      await clean('document');
      await page.getByRole('link', { name: 'Verification page' }).click();
      await page.getByRole('heading', { name: /intact/ }).waitFor();
      await clean('verification');
    });
  });
}

test('a page that is not there says so', async ({ page }) => {
  await signIn(page);
  const answer = await page.goto(`/jobs/${crypto.randomUUID()}`);
  expect(answer?.status()).toBe(404);
  await expect(page.getByRole('heading')).toBeVisible();
});

test('a wrong password is refused in words, and leads nowhere', async ({ page }) => {
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').fill('nobody@firm.example');
  await page.getByLabel('Password').fill('guess');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Wrong e-mail or password' })).toBeVisible();
  await page.goto('/');
  await expect(page).toHaveURL(/sign-in/);
});

test('signing out ends the session', async ({ page }) => {
  await signInByForm(page);
  await signOut(page);
  await expect(page).toHaveURL(/sign-in/);
  await page.goto('/');
  await expect(page).toHaveURL(/sign-in/);
});
