import AxeBuilder from '@axe-core/playwright';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { did, expect, Program, saved, test } from './program.ts';

interface Listed {
  items: {
    id: string;
    aim?: string;
    rolls: {
      partnerId: string;
      partnerBelt?: string;
      exchanges: { moments: { technique: string }[] }[];
    }[];
  }[];
  total: number;
}

test('the profile is shown in pounds and kept in kilograms', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/data');
  await expect(page.getByLabel('Weight in kg')).toHaveValue('61');
  await page.getByLabel('Units').selectOption('lb');
  await expect(page.getByLabel('Weight in lb')).toHaveValue('134.5');
  await page.getByLabel('What counts most').selectOption('survival');
  await page.getByRole('button', { name: 'Save the profile' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  expect(await demo.get('/api/athlete')).toMatchObject({
    units: 'lb',
    objective: 'survival',
    weightKg: 61,
  });
  await page.getByRole('link', { name: 'People', exact: true }).click();
  await expect(page.getByRole('link', { name: /Sunniva G\./ })).toContainText('128 lb');
  await page.getByRole('link', { name: 'Game', exact: true }).click();
  await page.getByRole('link', { name: 'Soft spots', exact: true }).click();
  await expect(page.getByText(/tap less against you/).first()).toBeVisible();
});

test('a technique of my own can be added and logged', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/data');
  await page.getByText('Add a technique or a position of my own').click();
  await page.getByLabel('Its name').fill('Keel hook');
  await page.getByLabel('Kind').selectOption('sweep');
  await page.getByLabel('Starts, for whoever does it, in').selectOption('half-guard:bottom');
  await page.getByLabel('and leads to').selectOption('mount:top');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByRole('button', { name: 'Take Keel hook away' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take Net roll away' })).toBeVisible();
  await page.getByRole('button', { name: 'Forget the barnacle' }).click();
  await expect(page.getByText('the barnacle')).toHaveCount(0);

  await page.goto(demo.url + '/#/log');
  await page.getByRole('button', { name: 'Add a roll' }).click();
  await page.getByRole('button', { name: /Cosmo/ }).click();
  await page.getByRole('button', { name: 'Half guard, bottom' }).click();
  await page.getByRole('button', { name: 'Something else…' }).click();
  await page.getByRole('combobox', { name: 'What was it? Any name will do.' }).fill('keel');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('here')).toHaveText('Mount, top');
  await saved(page);
  const { items } = await demo.get<Listed>('/api/sessions?size=1');
  expect(items[0]!.rolls[0]!.exchanges[0]!.moments[0]!.technique).toBe('own-keel-hook');
});

test('any moment of a roll can be corrected afterwards', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/log/n48/n48-1');
  const before = await demo.get<{
    exchanges: { moments: { actor: string }[] }[];
  }>('/api/sessions/n48/rolls/n48-1');
  await page.locator('#moment-0-0 .what').click();
  const other = before.exchanges[0]!.moments[0]!.actor === 'me' ? 'them' : 'me';
  await page
    .getByRole('radiogroup', { name: 'Who did it' })
    .getByText(other === 'me' ? 'I did it' : /^(?!I |Who ).* did it$/)
    .click();
  await page.getByLabel('Clock (m:ss)').fill('1:05');
  await page.getByLabel('What I should have done').fill('frame first');
  await page.getByRole('button', { name: 'ready' }).click();
  await saved(page);
  const after = await demo.get<typeof before>('/api/sessions/n48/rolls/n48-1');
  expect(after.exchanges[0]!.moments[0]).toMatchObject({
    actor: other,
    clock: 65,
    better: 'frame first',
  });
  expect(after.exchanges[0]!.moments.slice(1)).toEqual(before.exchanges[0]!.moments.slice(1));
});

test('a session goes to the bin and comes back with its rolls', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/log/n30');
  await page.getByRole('button', { name: 'Move this session to the bin' }).click();
  await expect(page.getByRole('heading', { name: 'After class', exact: true })).toBeVisible();
  expect((await fetch(demo.url + '/api/sessions/n30')).status).toBe(404);
  await page.goto(demo.url + '/#/data');
  await page.getByRole('button', { name: /Take back: session/ }).click();
  await expect(page.getByText('Empty. What you delete')).toBeVisible();
  expect((await demo.get<{ rolls: unknown[] }>('/api/sessions/n30')).rolls.length).toBeGreaterThan(0);
});

test('a partner is changed without changing the rolls of earlier days', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/partners/sunniva');
  await page.getByRole('button', { name: 'Edit' }).click();
  await page.getByRole('combobox', { name: 'Belt' }).selectOption('purple');
  await page.getByRole('combobox', { name: 'Stripes' }).selectOption('0');
  await page.getByLabel('Weight in kg (may stay empty)').fill('60,5');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('link', { name: /Sunniva G\./ })).toContainText('purple, 60.5 kg');
  const rolls = await demo.get<{ items: { roll: { partnerBelt: string } }[] }>('/api/rolls?partner=sunniva&size=200');
  expect(new Set(rolls.items.map((r) => r.roll.partnerBelt))).toEqual(new Set(['blue']));

  await page.goto(demo.url + '/#/log/n49/n49-1');
  await page.getByLabel('Partner').selectOption('Sunniva G.');
  await saved(page);
  const session = await demo.get<Listed['items'][0]>('/api/sessions/n49');
  expect(session.rolls[0]).toMatchObject({
    partnerId: 'sunniva',
    partnerBelt: 'purple',
  });
});

test('what is wrong with an entry is said, and the entry stays', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/log/n48');
  await page.getByText('change', { exact: true }).click();
  await page.getByLabel('Effort, 0 to 10').fill('99');
  await page.getByRole('textbox', { name: 'Aim' }).fill('still here');
  await expect(page.getByRole('alert')).toContainText('Effort must lie between 0 and 10');
  await expect(page.getByRole('textbox', { name: 'Aim' })).toHaveValue('still here');
  await page.getByLabel('Effort, 0 to 10').fill('7');
  await page.getByRole('textbox', { name: 'Aim' }).press('Tab');
  await saved(page);
  expect(await demo.get('/api/sessions/n48')).toMatchObject({
    aim: 'still here',
    effort: 7,
  });
});

test('light or dark is the owner’s choice and stays', async ({ page, demo }) => {
  await page.emulateMedia({ colorScheme: 'light' });
  await page.goto(demo.url + '/#/data');
  const shows = (mode: string) => expect(page.locator('html')).toHaveAttribute('data-mode', mode);
  await shows('light');
  await page.getByText('dark', { exact: true }).click();
  await shows('dark');
  await page.reload();
  await shows('dark');
  await page.getByText('as this device').click();
  await shows('light');
  await page.emulateMedia({ colorScheme: 'dark' });
  await shows('dark');
});

test('every page can be reached and used with the tab key alone', async ({ page, demo }) => {
  await page.goto(demo.url);
  await expect(page.getByRole('heading', { name: 'After class', exact: true })).toBeVisible();
  await page.keyboard.press('Tab');
  await expect(page.getByText('To the page')).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.locator('#main')).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: "Log tonight's rolls" })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Log after class' })).toBeVisible();
  await page.getByRole('link', { name: 'Game', exact: true }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'Soft spots', exact: true }).focus();
  await page.keyboard.press('Enter');
  const first = page.getByRole('article').first().getByRole('heading').getByRole('button').first();
  await first.focus();
  await page.keyboard.press('Enter');
  await expect(first).toHaveAttribute('aria-expanded', 'true');
});

test('two devices log at the same time and neither loses anything', async ({ page, browser, demo }) => {
  const other = await (await browser.newContext()).newPage();
  for (const [who, device] of [
    ['Cosmo', page],
    ['Halima', other],
  ] as const) {
    await device.goto(demo.url + '/#/log');
    await device.getByRole('button', { name: 'Add a roll' }).click();
    await device.getByRole('button', { name: new RegExp(who) }).click();
    await did(device, /^What (?!I did)\w+ did$/, 'Single-leg takedown').click();
  }
  await saved(page);
  await saved(other);
  const { items } = await demo.get<Listed>('/api/sessions?size=2');
  expect(items.map((s) => s.rolls[0]!.partnerId).sort()).toEqual(['cosmo', 'halima']);
});

test('a safety copy is made, looked at, put back and undone', async ({ page, demo }) => {
  const total = async () => (await demo.get<{ total: number }>('/api/rolls?size=1')).total;
  const before = await total();
  await page.goto(demo.url + '/#/data');
  const section = page.locator('section').filter({ has: page.getByRole('heading', { name: 'Safety copies' }) });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    section.getByRole('button', { name: 'Make one now' }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/^log-\d{4}-\d\d-\d\d-\d{6}\.db$/);
  await expect(section.getByText(/^The newest was made (just now|1 minute ago)/)).toBeVisible();

  const rolls = [{ id: 'late', exchanges: [] }];
  await demo.send('POST', '/api/sessions', { id: 'late', date: '2026-06-21', kind: 'class', attire: 'gi', rolls });
  expect(await total()).toBe(before + 1);
  await section.locator('input[type=file]').setInputFiles({
    name: 'wrong.db',
    mimeType: 'application/vnd.sqlite3',
    buffer: Buffer.from('dear diary'),
  });
  await expect(section.getByRole('alert')).toContainText('no sound copy');
  await section.locator('input[type=file]').setInputFiles((await download.path())!);
  await expect(section.getByText(new RegExp(`holds 5\\d sessions with ${before} rolls`))).toBeVisible();
  expect(await total()).toBe(before + 1);
  await section.getByRole('button', { name: 'Put it in the log’s place' }).click();
  await expect(section.getByText('What was there before is kept.')).toBeVisible();
  expect(await total()).toBe(before);
  await section.getByRole('button', { name: 'Undo it' }).click();
  await expect.poll(total).toBe(before + 1);
});

test('a damaged log is said at the start, what can be read is saved, and put in its place', async ({
  page,
  demoLog,
}) => {
  const program = new Program(demoLog);
  // Once, so that all of it stands in its one file.
  await program.start();
  await program.stop();
  const path = join(program.folder, 'log.db');
  // Some pages in the middle are overwritten, as a failing disk would; the first ones, by which a file is known, stay.
  const bytes = readFileSync(path);
  const size = bytes.readUInt16BE(16);
  const pages = Math.floor(bytes.length / size);
  for (const share of [0.55, 0.7])
    bytes.fill(0xa5, Math.floor(pages * share) * size, (Math.floor(pages * share) + 1) * size);
  writeFileSync(path, bytes);
  await program.start();
  try {
    await page.goto(program.url + '/#/data');
    const section = page.locator('section').filter({ has: page.getByRole('heading', { name: 'Safety copies' }) });
    await expect(section.getByText(/is damaged/)).toBeVisible();
    const refused = await program.send('POST', '/api/partners', { name: 'Halima S.' });
    expect(refused.status).toBe(503);
    await section.getByRole('button', { name: 'Save what can be read' }).click();
    await expect(section.getByText(/^Saved as rescued-/)).toBeVisible();
    expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
    await section.getByRole('button', { name: /The one there is|All \d+ of them/ }).click();
    await section
      .getByRole('button', { name: /Put back the copy made/ })
      .first()
      .click();
    await section.getByRole('button', { name: 'Put it in the log’s place' }).click();
    await expect(section.getByText(/^The log now holds/)).toBeVisible();
    await expect(section.getByText(/is damaged/)).toBeHidden();
    await expect(page.getByRole('heading', { name: 'Data', exact: true })).toBeVisible();
    expect((await program.send('POST', '/api/partners', { name: 'Halima S.' })).status).toBe(201);
    expect((await program.get<{ status: string }>('/healthz')).status).toBe('ok');
  } finally {
    await program.end();
  }
});
