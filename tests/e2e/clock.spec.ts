import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { did, expect, saved, test } from './program.ts';

interface Listed {
  items: {
    date: string;
    rolls: {
      partnerId?: string;
      kind?: string;
      minutes?: number;
      told?: string;
      exchanges: { moments: { technique: string }[]; end?: { kind: string; by?: string; clock?: number } }[];
    }[];
  }[];
  total: number;
}

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true });
const axe = async (page: Page) => (await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id);

/** Sets the clock to short rounds. */
async function set(page: Page, preset: string, work: string) {
  await button(page, preset).click();
  await button(page, /Set it otherwise/).focus();
  await button(page, /Set it otherwise/).click();
  await page.getByLabel('Round (m:ss)').fill(work);
  await page.getByLabel('Round (m:ss)').press('Tab');
}

test('a gauntlet of three rounds goes on with the program gone, and its drafts are there afterwards', async ({
  page,
  demo,
}) => {
  await page.goto(demo.url + '/#/clock');
  await set(page, 'Gauntlet', '0:08');
  await page.getByLabel(/^Rounds/).fill('3');
  await page.getByLabel(/^Rounds/).press('Tab');
  await expect(page.getByText('3 rounds of 0:08, a fresh partner each.')).toBeVisible();
  for (const name of ['Odalys B.', 'Cosmo V.', 'Ebele C.']) await button(page, name).click();
  await button(page, 'Start').click();
  await button(page, /^Odalys got a tap/).click();
  await expect(page.getByText('round 1 of 3 with Odalys B.')).toBeVisible();
  await expect(page.getByText('Last ten')).toBeVisible();

  await expect(page.getByText('round 2 of 3 with Cosmo V.')).toBeVisible();
  await demo.kill();
  await button(page, 'Reset').click();
  await button(page, 'End this round').click();
  await expect(page.getByText('round 3 of 3 with Ebele C.')).toBeVisible();
  await button(page, /^I got a tap/).click();
  await expect(page.getByText('3 rolls lie in the session of the day as drafts.')).toBeVisible();

  await page.getByRole('link', { name: 'Tell or build them' }).click();
  await expect(page.getByRole('heading', { name: 'Still to be told' })).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'Odalys' })).toContainText('their tap at 0:0');
  await demo.start();
  await saved(page);
  const session = (await demo.get<Listed>('/api/sessions?size=1')).items[0]!;
  expect(
    session.rolls.map((r) => [r.partnerId, r.exchanges.map((e) => `${e.end?.kind} ${e.end?.by ?? ''}`.trim())]),
  ).toEqual([
    ['odalys', ['tap them', 'time']],
    ['cosmo', ['reset', 'time']],
    ['ebele', ['tap me', 'time']],
  ]);
  expect(session.rolls[0]!.exchanges[1]!.end!.clock).toBe(8);
});

test('a draft is built exchange by exchange up to the tap that the clock kept', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/clock');
  await button(page, 'Gauntlet').click();
  await button(page, 'Odalys B.').click();
  await button(page, 'Start').click();
  await button(page, /^Odalys got a tap/).click();
  await button(page, 'That was the last').click();
  await page.getByRole('link', { name: 'Tell or build them' }).click();
  await page.getByRole('button', { name: /^1\. Odalys/ }).click();
  await expect(page.getByText('Exchange 1 of 2, known by its end:')).toBeVisible();
  await did(page, /^What Odalys did$/, 'Double-leg takedown').click();
  await button(page, 'That led to it: next').click();
  await expect(page.getByText('Exchange 2 of 2, known by its end:')).toBeVisible();
  await button(page, 'That led to it: next').click();
  await saved(page);
  const [roll] = (await demo.get<Listed>('/api/sessions?size=1')).items[0]!.rolls;
  expect(roll!.exchanges[0]!.moments.map((m) => m.technique)).toEqual(['double-leg']);
  expect(roll!.exchanges[0]!.end).toMatchObject({ kind: 'tap', by: 'them', clock: 0 });
});

test('a draft is told in words, and the tap that was told gets the time of the clock', async ({ page, demo }) => {
  // Time stands until it is put on, so that the tap falls on a second that is known.
  await page.clock.install({ time: new Date('2026-06-23T18:59:00') });
  await page.goto(demo.url + '/#/clock');
  await button(page, 'Class').click();
  await button(page, 'Cosmo V.').click();
  await page.clock.pauseAt(new Date('2026-06-23T19:00:00'));
  await button(page, 'Start').click();
  await page.clock.runFor(72_000);
  await button(page, /^Cosmo got a tap/).click();
  await page.clock.runFor(20_000);
  await button(page, 'That was the last').click();
  await page.clock.resume();
  await page.getByRole('link', { name: 'Tell or build them' }).click();
  await button(page, 'Tell roll 1, with Cosmo V.').click();
  await page
    .getByLabel('Tell it, in your own words')
    .fill('He shot a double leg, passed my guard and armbarred me. I tapped.');
  await page.getByRole('button', { name: /^Take it/ }).click();
  await saved(page);
  const listed = (await demo.get<Listed>('/api/sessions?size=5')).items;
  const session = listed.find((s) => s.date === '2026-06-23')!;
  expect(session.rolls[0]!.exchanges.map((e) => [e.end?.kind, e.end?.by, e.end?.clock])).toEqual([['tap', 'them', 72]]);
  expect(session.rolls[0]!.exchanges[0]!.moments.map((m) => m.technique)).toContain('armbar');
});

test('the phone slept for ten minutes: the clock is right, and asks whether those rounds were rolled', async ({
  page,
  demo,
}) => {
  await page.clock.install({ time: new Date('2026-06-23T19:00:00') });
  await page.goto(demo.url + '/#/clock');
  await button(page, 'Class').click();
  await button(page, 'Start').click();
  await page.clock.runFor(30_000);
  // The clock of the page goes on by itself as well while the machine is slow.
  await expect(page.getByRole('timer')).toHaveText(/^5:(30|2\d)$/);
  // Six minutes of work and one of rest: ten minutes on, the second round has run for three and a half.
  await page.clock.fastForward(600_000);
  await expect(page.getByText(/round 2 of 5/)).toBeVisible();
  await expect(page.getByRole('timer')).toHaveText(/^2:(30|[12]\d)$/);
  await button(page, 'No, it ended before that').click();
  await expect(page.getByText('1 roll lies in the session of the day as a draft.')).toBeVisible();
  await button(page, 'Undo').click();
  await expect(page.getByText(/round 2 of 5/)).toBeVisible();
});

test('a page that is loaded again finds the clock running', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/clock');
  await button(page, 'Long roll').click();
  await button(page, 'Anneke D.').click();
  await button(page, 'Start').click();
  await button(page, /^I got a tap/).click();
  await page.reload();
  await expect(page.getByText('round 1 of 1 with Anneke D.')).toBeVisible();
  await expect(button(page, 'I got a tap · 1')).toBeVisible();
  await button(page, 'Undo').click();
  await expect(button(page, 'I got a tap')).toBeVisible();
});

test('a setting is kept under a name of ones own, also with the program away, and goes to the bin', async ({
  page,
  demo,
}) => {
  await page.goto(demo.url + '/#/clock');
  await expect(button(page, 'Net Loft Thursday')).toBeVisible();
  await demo.kill();
  await set(page, 'Positional', '0:45');
  await page.getByLabel('Keep it under a name of yours').fill('Half guard goes');
  await button(page, 'Keep').click();
  await expect(button(page, 'Half guard goes')).toHaveAttribute('aria-pressed', 'true');
  await demo.start();
  await page.reload();
  await button(page, 'Half guard goes').click();
  await expect(page.getByText('8 goes of 0:45, 0:10 rest, sides swapped each time.')).toBeVisible();
  const names = async () => (await demo.get<{ items: { name: string }[] }>('/api/clocks')).items.map((c) => c.name);
  await expect.poll(names).toContain('Half guard goes');
  await button(page, /Set it otherwise/).focus();
  await button(page, /Set it otherwise/).click();
  await button(page, 'Move “Half guard goes” to the bin').click();
  await expect(button(page, 'Half guard goes')).toHaveCount(0);
});

test('what cannot be a time is said in a sentence', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/clock');
  await set(page, 'Class', 'soon');
  await expect(page.getByRole('alert')).toContainText('written as minutes and seconds, such as 5:00');
  await page.getByLabel(/^Rounds/).fill('1.5');
  await page.getByLabel(/^Rounds/).press('Tab');
  await expect(page.getByRole('alert')).toContainText('whole number from 1 to 60');
});

for (const colorScheme of ['light', 'dark'] as const)
  for (const viewport of [
    { width: 390, height: 844 },
    { width: 1280, height: 800 },
  ])
    test(`axe finds nothing on the running clock, ${viewport.width} wide, ${colorScheme}`, async ({ page, demo }) => {
      await page.setViewportSize(viewport);
      await page.emulateMedia({ colorScheme });
      await page.clock.install({ time: new Date('2026-06-23T19:00:00') });
      await page.goto(demo.url + '/#/clock');
      await button(page, 'Class').click();
      await button(page, 'Mirek Z.').click();
      await button(page, 'Start').click();
      for (const [until, word] of [
        [10_000, 'Work'],
        [355_000, 'Last ten'],
        [380_000, 'Rest'],
        [415_000, 'Get ready'],
      ] as const) {
        const now = await page.evaluate(() => Date.now());
        await page.clock.runFor(until - (now - new Date('2026-06-23T19:00:00').getTime()));
        await expect(page.getByText(word, { exact: true })).toBeVisible();
        expect(await axe(page)).toEqual([]);
        expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
      }
      await button(page, 'That was the last').click();
      expect(await axe(page)).toEqual([]);
    });
