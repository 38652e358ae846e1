import { spawnSync } from 'node:child_process';
import { createHmac } from 'node:crypto';
import type { Page } from '@playwright/test';
import { minorWorksByKeyboard } from '../../scripts/bench/minor-works.mjs';
import { beginJob, demo, expect, openBegunJob, test } from './ledger-page';

/** A passkey belongs to a name: on one machine to this one. */
test.use({ baseURL: `http://localhost:${new URL(process.env.APP_URL ?? '').port}` });

/** Somebody of a firm of the test's own, added by the server's own command; answers their password. */
function add(email: string, name: string): string {
  const how = ['--conditions=react-server', '--import', 'tsx', 'scripts/firm.ts'];
  const who = ['--firm', 'Two Steps Electrical', '--name', name, '--email', email, '--roles', 'inspector,supervisor'];
  const added = spawnSync(process.execPath, [...how, ...who], { encoding: 'utf8' });
  if (added.status !== 0) throw new Error(added.stderr);
  return added.stdout.trim().split(' ').at(-1) ?? '';
}

/** A device that asks its owner's finger each time, and gets it. */
async function withAuthenticator(page: Page): Promise<void> {
  const chromium = await page.context().newCDPSession(page);
  await chromium.send('WebAuthn.enable');
  await chromium.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  });
}

async function password(page: Page, email: string, said: string): Promise<void> {
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').fill(email);
  await page.getByLabel('Password').fill(said);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
}
const inside = (page: Page) => expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
async function leave(page: Page): Promise<void> {
  await page.context().clearCookies();
  await page.goto('/sign-in');
}

/** The six digits of this half minute, by RFC 6238 from its text. */
function digits(key: string): string {
  const alphabet = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567';
  const bits = [...key].map((letter) => alphabet.indexOf(letter).toString(2).padStart(5, '0')).join('');
  const secret = Buffer.from((bits.match(/.{8}/g) ?? []).map((byte) => parseInt(byte, 2)));
  const counter = Buffer.alloc(8);
  counter.writeBigUInt64BE(BigInt(Math.floor(Date.now() / 30_000)));
  const mac = createHmac('sha1', secret).update(counter).digest();
  const at = (mac.at(-1) ?? 0) & 15;
  return String((mac.readUInt32BE(at) & 0x7fffffff) % 1_000_000).padStart(6, '0');
}

async function addPasskey(page: Page, said: string): Promise<void> {
  await page.goto('/account');
  await page.getByRole('button', { name: 'Add passkey' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Your password').fill('not this one');
  await dialog.getByRole('button', { name: 'Add passkey' }).click();
  await expect(dialog.getByRole('alert')).toContainText('nothing was changed');
  await dialog.getByLabel('Your password').fill(said);
  await dialog.getByRole('button', { name: 'Add passkey' }).click();
  await expect(page.getByRole('list', { name: 'Your passkeys' })).toContainText('Chrome on Linux');
}

test('a firm asks supervisors for two steps: passkeys, codes, recovery codes, and one who lost the phone', async ({
  page,
  browser,
}) => {
  const vera = { email: 'vera@two-steps.example', said: add('vera@two-steps.example', 'Vera Sallow') };
  const odd = { email: 'odd@two-steps.example', said: add('odd@two-steps.example', 'Odd Tarn') };
  await withAuthenticator(page);
  await password(page, vera.email, vera.said);
  await inside(page);

  // Nobody asks of others what they have not set up.
  await page.goto('/firm');
  const asks = page.getByRole('checkbox', { name: 'Require two-step sign-in for supervisors' });
  await asks.click();
  await expect(page.getByText('Set up your own two-step sign-in first')).toBeVisible();
  await expect(asks).not.toBeChecked();
  await addPasskey(page, vera.said);
  await page.goto('/firm');
  await asks.click();
  await expect(asks).toBeChecked();

  // The other one has a password alone: signed in, and no supervisor.
  const other = await (await browser.newContext()).newPage();
  await password(other, odd.email, odd.said);
  await inside(other);
  await expect(other.getByText('Your firm requires two-step sign-in for supervisors')).toBeVisible();
  await other.goto('/firm');
  await expect(other.getByText('Only a supervisor can invite people.')).toBeVisible();
  await other.goto('/account');
  await other.getByRole('button', { name: 'Set up codes' }).click();
  const dialog = other.getByRole('dialog');
  await dialog.getByLabel('Your password').fill(odd.said);
  await dialog.getByRole('button', { name: 'Continue' }).click();
  await expect(dialog.getByRole('img')).toBeVisible();
  const key = (await dialog.getByText(/^[A-Z2-7]{32,}$/).textContent()) ?? '';
  await dialog.getByLabel('Six digits').fill('12 34');
  await dialog.getByRole('button', { name: 'Verify code' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Enter six digits');
  await dialog.getByLabel('Six digits').fill(digits(key));
  await dialog.getByRole('button', { name: 'Verify code' }).click();
  const shown = dialog.getByRole('list', { name: 'Recovery codes' }).getByRole('listitem');
  await expect(shown).toHaveCount(10);
  const recovery = await shown.allTextContents();
  expect(new Set(recovery).size).toBe(10);
  await dialog.getByRole('button', { name: 'Done' }).click();
  await expect(other.getByText('On. You enter a code from your app')).toBeVisible();
  await other.goto('/firm');
  await expect(other.getByRole('heading', { name: 'Invite' })).toBeVisible();

  // From now on the password is half of the way.
  await leave(other);
  await password(other, odd.email, odd.said);
  await other.getByLabel('Six digits').fill(digits(key) === '000000' ? '000001' : '000000');
  await other.getByRole('button', { name: 'Sign in' }).click();
  await expect(other.getByRole('alert').first()).toContainText('not the current code');
  await other.getByRole('button', { name: /Use a recovery code/ }).click();
  await other.getByLabel('Recovery code').fill(recovery[3] ?? '');
  await other.getByRole('button', { name: 'Sign in' }).click();
  await inside(other);
  await leave(other);
  await password(other, odd.email, odd.said);
  await other.getByRole('button', { name: /Use a recovery code/ }).click();
  await other.getByLabel('Recovery code').fill(recovery[3] ?? '');
  await other.getByRole('button', { name: 'Sign in' }).click();
  await expect(other.getByRole('alert').first()).toContainText('used before');
  await other.getByRole('button', { name: 'Use the app instead' }).click();
  await other.getByLabel('Six digits').fill(digits(key));
  await other.getByRole('button', { name: 'Sign in' }).click();
  await inside(other);

  // A password alone changes nothing of the second step, asked by the page or by a script.
  await leave(page);
  await password(page, vera.email, vera.said);
  await inside(page);
  await page.goto('/account');
  await expect(page.getByRole('button', { name: 'Add passkey' })).toBeDisabled();
  await expect(page.getByRole('button', { name: 'Remove Chrome on Linux' })).toBeDisabled();
  await expect(page.getByRole('main').getByRole('alert')).toContainText('Sign out, then sign in');
  const byScript = await page.evaluate(async (said) => {
    const ask = async (path: string, body?: unknown) => {
      const init = body
        ? { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }
        : {};
      return (await fetch(`/api/auth${path}`, init)).status;
    };
    return [
      await ask('/passkey/generate-register-options'),
      await ask('/two-factor/enable', { password: said }),
      await ask('/two-factor/send-otp', {}),
    ];
  }, vera.said);
  expect(byScript).toEqual([403, 403, 404]);

  // The passkey alone is both steps. The one who lost the phone is let in with the password, signed out everywhere.
  await leave(page);
  await page.getByRole('button', { name: 'Sign in with a passkey' }).click();
  await inside(page);
  await page.goto('/firm');
  const theirs = page.getByRole('listitem').filter({ hasText: odd.email });
  await theirs.getByRole('button', { name: 'Edit' }).click();
  await theirs.getByRole('button', { name: 'Reset two-step sign-in' }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Reset' }).click();
  await expect(page.getByText('now signs in with the password alone')).toBeVisible();
  await other.goto('/');
  await expect(other).toHaveURL(/sign-in/);
  await password(other, odd.email, odd.said);
  await inside(other);
});

test('a declaration is signed with a passkey in place of the password', async ({ page }) => {
  await withAuthenticator(page);
  await password(page, demo.people[0]?.email ?? '', demo.password);
  await inside(page);
  await addPasskey(page, demo.password);
  await beginJob(page, 'Addition or alteration of a circuit');
  await page
    .getByRole('dialog')
    .getByLabel('What, where, on which circuit')
    .fill('Double socket added in the back bedroom beside the window, from circuit 3');
  await openBegunJob(page, 'TS-1');
  await minorWorksByKeyboard(page, '', (at: Page) => at.getByRole('button', { name: 'Sign with a passkey' }).click());
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^MWC-\d{4}-\d{4}$/);
});
