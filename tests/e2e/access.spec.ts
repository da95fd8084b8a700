import AxeBuilder from '@axe-core/playwright';
import { type Browser, type BrowserContext, chromium, type Page } from '@playwright/test';
import jsqr from 'jsqr';
import { createHash, X509Certificate } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { launchOptions } from './chromium.mjs';
import { did, expect, Program, saved, test as base } from './program.ts';

// The package is made for require: what it exports stands under default once more.
const decode = (jsqr as unknown as { default: typeof jsqr }).default;

const passphrase = 'keel hook on a tuesday';
const phone = { width: 390, height: 844 };
const theirs = /^What (?!I did)\w+ did$/;

interface Fixtures {
  /** The program on a second address of this machine, over HTTPS, with a passphrase and the demo's log. */
  away: Program;
  /** A browser that trusts that program's certificate by its key, as a phone does that trusts its authority. */
  trusting: Browser;
}

const test = base.extend<Fixtures>({
  away: async ({ demoLog }, use) => {
    const program = new Program(demoLog, ['--listen', '127.0.0.2']);
    expect(program.command(['passphrase'], `${passphrase}\n`)).toBe(0);
    await program.start();
    await use(program);
    await program.end();
  },
  trusting: async ({ away }, use) => {
    const certificate = new X509Certificate(readFileSync(join(away.folder, 'access', 'machine.crt')));
    const key = createHash('sha256').update(certificate.publicKey.export({ type: 'spki', format: 'der' }));
    const browser = await chromium.launch({
      ...launchOptions,
      args: [...launchOptions.args, `--ignore-certificate-errors-spki-list=${key.digest('base64')}`],
    });
    await use(browser);
    await browser.close();
  },
});

const device = (browser: Browser): Promise<BrowserContext> =>
  browser.newContext({ viewport: phone, locale: 'en-GB', ignoreHTTPSErrors: true });

async function signIn(page: Page, said = passphrase): Promise<void> {
  await page.getByLabel('Passphrase').fill(said);
  await page.getByRole('button', { name: 'Sign in' }).click();
}

const axe = async (page: Page) => (await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id);

/** What somebody does most often from where the roll stands. */
const likeliest = (page: Page, whose: RegExp) => page.getByRole('region', { name: whose }).getByRole('button').first();

const doers = (listed: Listed) => listed.items[0]!.rolls.at(-1)!.exchanges[0]!.moments.map((m) => m.actor);

interface Listed {
  items: { rolls: { partnerId: string; exchanges: { moments: { actor: string }[] }[] }[] }[];
  total: number;
}

test('on a phone over HTTPS: sign in, log with the program gone, come back, and nothing is lost', async ({
  away,
  trusting,
}) => {
  const context = await device(trusting);
  const page = await context.newPage();
  await page.goto(away.url + '/#/log');
  await expect(page).toHaveURL(away.url + '/sign-in/#/log');
  for (const scheme of ['light', 'dark'] as const) {
    // Without motion, or colours that are still on their way would be measured.
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' });
    expect(await axe(page)).toEqual([]);
  }
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
  await signIn(page, 'not it at all');
  await expect(page.getByRole('alert')).toContainText('That is not the passphrase.');
  await signIn(page);
  // The page that was asked for opens, and the cookie is out of the reach of scripts.
  await expect(page).toHaveURL(away.url + '/#/log');
  await expect(page.getByRole('button', { name: 'Add a roll' })).toBeVisible();
  expect(await page.evaluate(() => document.cookie)).toBe('');
  const [cookie] = await context.cookies();
  expect(cookie).toMatchObject({
    name: '__Host-ash-notch',
    httpOnly: true,
    secure: true,
    sameSite: 'Strict',
    path: '/',
  });
  expect(cookie!.expires - Date.now() / 1000).toBeGreaterThan(29 * 86_400);
  // Over this line the pages stay on the phone.
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));

  const before = ((await (await context.request.get(away.url + '/api/rolls?size=1')).json()) as Listed).total;
  await page.getByRole('button', { name: 'Add a roll' }).click();
  await page.getByRole('button', { name: /Cosmo/ }).click();
  await did(page, theirs, 'Double-leg takedown').click();
  await saved(page);
  await away.kill();
  await likeliest(page, /^What I did$/).click();
  await expect(page.locator('[data-state=kept]')).toBeVisible();
  await page.reload();
  await expect(page.locator('[data-state=kept]')).toBeVisible();
  await page.getByRole('button', { name: /Cosmo/ }).click();
  await likeliest(page, theirs).click();

  await away.start();
  await saved(page);
  const now = (await (await context.request.get(away.url + '/api/rolls?size=1')).json()) as Listed;
  expect(now.total).toBe(before + 1);
  const sessions = (await (await context.request.get(away.url + '/api/sessions?size=1')).json()) as Listed;
  expect(doers(sessions)).toEqual(['them', 'me', 'them']);
});

test('five wrong tries, and the sixth has to wait', async ({ away, trusting }) => {
  const page = await (await device(trusting)).newPage();
  await page.goto(away.url);
  for (let i = 0; i < 5; i++) {
    await signIn(page, `wrong one ${i}`);
    await expect(page.getByRole('alert')).toContainText('That is not the passphrase.');
    await expect(page.getByRole('button', { name: 'Sign in' })).toBeEnabled();
  }
  await signIn(page);
  await expect(page.getByRole('alert')).toContainText(/Try again in \d+ seconds/);
  // After the wait that was said, the right one opens.
  const wait = Number(/in (\d+) seconds/.exec((await page.getByRole('alert').textContent())!)![1]);
  expect(wait).toBeLessThanOrEqual(15);
  await page.waitForTimeout((wait + 1) * 1000);
  await signIn(page);
  await expect(page.getByRole('heading', { name: 'After class', exact: true })).toBeVisible();
});

test('signing out everywhere ends the other device, which keeps what was entered until it signs in again', async ({
  away,
  trusting,
}) => {
  const [other, here] = [await (await device(trusting)).newPage(), await (await device(trusting)).newPage()];
  for (const [page, at] of [
    [other, '/#/log'],
    [here, '/#/data/phone'],
  ] as const) {
    await page.goto(away.url + at);
    await signIn(page);
  }
  await other.getByRole('button', { name: 'Add a roll' }).click();
  await other.getByRole('button', { name: /Halima/ }).click();
  await did(other, theirs, 'Double-leg takedown').click();
  await saved(other);

  await expect(here.getByText('A computer').first()).toBeVisible();
  expect(await axe(here)).toEqual([]);
  await here.getByRole('button', { name: 'Sign out everywhere' }).click();
  await expect(here).toHaveURL(away.url + '/sign-in/#/data/phone');

  await likeliest(other, /^What I did$/).click();
  await expect(other.getByText('This device is not signed in.')).toBeVisible();
  await expect(other.locator('[data-state=kept]')).toBeVisible();
  await other.getByRole('link', { name: 'signed in' }).click();
  await signIn(other);
  await saved(other);
  const sessions = await (await other.context().request.get(away.url + '/api/sessions?size=1')).json();
  expect(doers(sessions as Listed)).toEqual(['them', 'me']);
});

test('the code for the phone says the address, and the certificate is the one whose fingerprint stands there', async ({
  away,
  trusting,
}) => {
  const page = await (await device(trusting)).newPage();
  await page.goto(away.url + '/#/data/phone');
  await signIn(page);
  const picture = page.getByRole('img', { name: /as a QR code/ });
  await expect(picture).toBeVisible();
  const { data, width, height } = await picture.evaluate(async (img: HTMLImageElement) => {
    await img.decode();
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [400, 400];
    const pen = canvas.getContext('2d')!;
    pen.fillStyle = 'white';
    pen.fillRect(0, 0, 400, 400);
    pen.drawImage(img, 20, 20, 360, 360);
    const { data, width, height } = pen.getImageData(0, 0, 400, 400);
    return { data: [...data], width, height };
  });
  expect(decode(new Uint8ClampedArray(data), width, height)?.data).toBe(away.url + '/');

  const file = await page.context().request.get(away.url + '/authority.crt');
  const authority = new X509Certificate(await file.body());
  await expect(page.getByText(authority.fingerprint256)).toBeVisible();
  expect(authority.ca).toBe(true);
  const machine = new X509Certificate(readFileSync(join(away.folder, 'access', 'machine.crt')));
  expect(machine.verify(authority.publicKey)).toBe(true);
});

test('without another address the page says how a phone is let in', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/data');
  await page.getByRole('link', { name: 'On my phone' }).click();
  await expect(page.getByText('./run --listen 0.0.0.0')).toBeVisible();
  await expect(page.getByText('./run passphrase')).toBeVisible();
  await expect(page.getByText('No passphrase is set')).toBeVisible();
  expect(await axe(page)).toEqual([]);
});
