import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { did, expect, saved, test } from './program.ts';

const screens = [
  '/',
  '/log',
  '/log/n48',
  '/log/n48/n48-1',
  '/clock',
  '/tag',
  '/tag/n44/n44-1',
  '/rolls',
  '/rolls/n48/n48-1',
  '/soft-spots',
  '/soft-spots/half-guard/bottom?list=levers',
  '/ground-map',
  '/rings?objective=points',
  '/patterns',
  '/ratings',
  '/load',
  '/block',
  '/block/half-guard-spring',
  '/block/half-guard-spring/verdict',
  '/block/choose?spot=half-guard:bottom&purpose=plug',
  '/tonight',
  '/matches',
  '/matches/rules',
  '/matches/n44',
  '/matches/lantern-open/before',
  '/rolls/n44/n44-2',
  '/partners',
  '/partners/odalys',
  '/partners/new',
  '/data',
  '/data/bring',
  '/data/coach',
  '/data/phone',
  '/nowhere',
];

for (const { width, height } of [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
]) {
  for (const colorScheme of ['light', 'dark'] as const) {
    test.describe(`${width} wide, ${colorScheme}`, () => {
      test.use({ viewport: { width, height }, colorScheme });

      test('axe finds nothing on any screen and none scrolls sideways', async ({ page, demo }) => {
        for (const screen of screens) {
          await open(page, demo.url, screen);
          await check(page, screen);
        }
      });
    });
  }
}

test('axe finds nothing while a roll is told', async ({ page, demo }) => {
  for (const size of [
    { width: 1280, height: 800 },
    { width: 390, height: 844 },
  ]) {
    await page.setViewportSize(size);
    await page.goto(`${demo.url}/#/log/n48/n48-1`);
    await page.getByText('Tell it', { exact: true }).click();
    await page
      .getByLabel('Tell it, in your own words')
      .fill('He shot a double and I sprawled, got a flumpet going, and maybe passed. Need to breathe.');
    await page.getByRole('list', { name: 'As read' }).getByRole('button').first().click();
    await expect(page.getByRole('button', { name: 'take it out' })).toBeVisible();
    await check(page, `telling, ${size.width} wide`);
    await page.goto(`${demo.url}/#/nowhere`);
  }
});

test('axe finds nothing on the steps of logging, nor on the empty screens', async ({ page, empty }) => {
  await page.goto(empty.url);
  await expect(page.getByRole('heading', { name: 'Whose log is this?' })).toBeVisible();
  await check(page, 'first visit');
  await empty.send('PUT', '/api/athlete', { name: 'Runa', belt: 'blue' }, { 'if-none-match': '*' });
  for (const screen of [
    '/',
    '/rolls',
    '/soft-spots',
    '/ground-map',
    '/rings',
    '/patterns',
    '/ratings',
    '/load',
    '/block',
    '/block/choose',
    '/tonight',
    '/partners',
    '/data',
  ]) {
    await open(page, empty.url, screen);
    await check(page, `empty ${screen}`);
  }
  await page.goto(empty.url + '/#/log');
  await page.getByRole('button', { name: 'Add a roll' }).click();
  await page.getByLabel('Name').fill('Odalys B.');
  await check(page, 'new partner');
  await page.getByRole('button', { name: 'Add and roll' }).click();
  await check(page, 'start of a roll');
  await did(page, /^What (?!I did)\w+ did$/, 'Single-leg takedown').click();
  await saved(page);
  await check(page, 'middle of a roll');
  await page.getByRole('button', { name: 'more…' }).click();
  await check(page, 'a moment opened');
  await page.getByRole('button', { name: 'ready' }).click();
  await page.getByRole('button', { name: 'Something else…' }).click();
  await check(page, 'search');
  await page.getByRole('button', { name: 'Back' }).click();
  await page.keyboard.press('?');
  await check(page, 'keys');
});

test('axe finds nothing on a running block, its cards and the note in the log', async ({ page, demo }) => {
  await page.clock.setFixedTime(new Date('2026-07-07T18:00:00'));
  await demo.send('POST', '/api/niggles', { part: 'ribs', from: '2026-07-01' });
  await demo.send('POST', '/api/blocks', {
    from: '2026-07-06',
    weeks: 2,
    days: [
      { day: 'tuesday', time: '18:30', before: 6, after: 16 },
      { day: 'saturday', during: 20 },
    ],
    focuses: [
      {
        id: 'f',
        spot: { position: 'half-guard', role: 'bottom' },
        purpose: 'plug',
        cue: 'Shield first.',
      },
      {
        id: 'g',
        spot: { position: 'back-control', role: 'top' },
        purpose: 'sharpen',
      },
    ],
  });
  for (const size of [
    { width: 1280, height: 800 },
    { width: 390, height: 844 },
  ]) {
    await page.setViewportSize(size);
    for (const screen of ['/block', '/tonight', '/log', '/']) {
      await open(page, demo.url, screen);
      if (screen === '/block') await expect(page.getByText(/loads the ribs/).first()).toBeVisible();
      if (screen === '/tonight') await page.getByRole('button', { name: 'kept', exact: true }).click();
      await check(page, `${screen} with a block, ${size.width} wide`);
    }
  }
});

test('a server that is away is said so, with a way on', async ({ page, demo }) => {
  await page.goto(demo.url);
  await expect(page.getByRole('heading', { name: 'After class', exact: true })).toBeVisible();
  await demo.kill();
  await page.getByRole('link', { name: 'Rolls', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('does not answer');
  await demo.start();
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByText(/rolls, latest first/)).toBeVisible();
});

test('a page closed off before its worker came says nothing of it', async ({ page, demo, complaints }) => {
  await page.context().route('**/sw.js', (route) => route.abort());
  await page.goto(demo.url);
  await expect(page.getByRole('heading', { name: 'After class', exact: true })).toBeVisible();
  await page.evaluate(() => new Promise((done) => setTimeout(done, 500)));
  expect(complaints).toEqual([]);
});

test.describe('while an answer is held back', () => {
  test.use({ serviceWorkers: 'block' });

  /** Keeps what is asked waiting until it is let go. */
  async function held(page: Page, what: string): Promise<() => void> {
    let go = (): void => undefined;
    const gate = new Promise<void>((resolve) => (go = resolve));
    await page.route(what, async (route) => {
      await gate;
      await route.continue().catch(() => undefined);
    });
    return go;
  }

  test('the first page lets one log before the judgement is there', async ({ page, demo }) => {
    const letGo = await held(page, '**/api/soft-spots');
    await page.goto(demo.url);
    await expect(page.getByText('Weighing what costs you most…')).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Last sessions' })).toBeVisible();
    await expect(page.getByRole('link', { name: "Log tonight's rolls" })).toBeVisible();
    letGo();
    await expect(page.getByRole('heading', { name: 'What costs you most' })).toBeVisible();
  });

  test('a session closed before its block was looked up closes without a complaint', async ({ page, demo }) => {
    const letGo = await held(page, '**/api/blocks');
    await page.goto(demo.url + '/#/log/n30');
    await page.getByRole('button', { name: 'Done with this session' }).click();
    await expect(page.getByText('Looking at your log…')).toBeVisible();
    letGo();
    await expect(page.getByRole('heading', { name: 'After class', exact: true })).toBeVisible();
  });
});

test('the first page weighs under 200 KB packed, fonts aside', async ({ page, demo }) => {
  const client = await page.context().newCDPSession(page);
  await client.send('Network.enable');
  const fonts = new Set<string>();
  let bytes = 0;
  client.on('Network.responseReceived', (e) => e.response.url.endsWith('.woff2') && fonts.add(e.requestId));
  client.on('Network.loadingFinished', (e) => {
    if (!fonts.has(e.requestId)) bytes += e.encodedDataLength;
  });
  await page.goto(demo.url);
  await expect(page.getByText('What costs you most')).toBeVisible();
  await page.waitForLoadState('networkidle');
  console.log(`first page over the wire, fonts aside: ${(bytes / 1024).toFixed(1)} KB`);
  expect(bytes).toBeGreaterThan(10_000);
  expect(bytes).toBeLessThan(200 * 1024);
});

async function check(page: import('@playwright/test').Page, what: string) {
  const { violations } = await new AxeBuilder({ page }).analyze();
  const found = violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 120)).join(' | ')}`);
  expect(found, what).toEqual([]);
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  expect(wide, `${what} scrolls sideways`).toBeLessThanOrEqual(0);
}

test('the places stand in their order, old addresses lead where they led, and a phone reaches all of them', async ({
  page,
  demo,
}) => {
  await page.goto(demo.url);
  const head = page.getByRole('navigation', { name: 'Places', exact: true });
  await expect(head.getByRole('link')).toHaveText(['Today', 'Log', 'Rolls', 'Game', 'Drill', 'People', 'Data']);
  for (const [address, heading, place] of [
    ['/soft-spots', 'Soft spots', 'Game'],
    ['/rings', 'Growth rings', 'Game'],
    ['/load', 'Load and niggles', 'Drill'],
    ['/tonight', 'Tonight', 'Drill'],
    ['/drill', 'Drill block', 'Drill'],
    ['/partners', 'Partners', 'People'],
    ['/people', 'Partners', 'People'],
    ['/game', 'Game', 'Game'],
  ] as const) {
    await page.goto(`${demo.url}/#${address}`);
    await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible();
    await expect(head.getByRole('link', { name: place, exact: true })).toHaveAttribute('aria-current', 'page');
  }
  await page.setViewportSize({ width: 390, height: 844 });
  const foot = page.getByRole('navigation', { name: 'Places, at the foot' });
  await expect(foot.getByRole('link')).toHaveText(['Today', 'Rolls', 'Log', 'Game', 'Drill']);
  for (const box of await foot.getByRole('link').all())
    expect((await box.boundingBox())!.height).toBeGreaterThanOrEqual(48);
  await page.getByRole('button', { name: 'More' }).click();
  await check(page, 'more places');
  await page.getByRole('dialog').getByRole('link', { name: 'Data' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Data' })).toBeVisible();
});

for (const [size, viewport] of Object.entries({
  laptop: { width: 1280, height: 800 },
  phone: { width: 390, height: 844 },
}))
  test.describe(`loading on a ${size}`, () => {
    test.use({ viewport });

    test('nothing jumps while a page loads', async ({ page, demo }) => {
      await page.addInitScript(() => {
        let sum = 0;
        new PerformanceObserver((list) => {
          for (const entry of list.getEntries() as unknown as {
            value: number;
            hadRecentInput: boolean;
          }[])
            if (!entry.hadRecentInput) sum += entry.value;
          (window as unknown as { shifted: number }).shifted = sum;
        }).observe({ type: 'layout-shift', buffered: true });
      });
      const shifts: Record<string, number> = {};
      for (const screen of screens.filter((s) => s !== '/nowhere')) {
        await open(page, demo.url, screen);
        shifts[screen] = await page.evaluate(() => (window as unknown as { shifted?: number }).shifted ?? 0);
      }
      console.log(`layout shift on a ${size}: ${JSON.stringify(shifts)}`);
      for (const [screen, shift] of Object.entries(shifts)) expect(shift, screen).toBeLessThan(0.05);
    });
  });

test('letters twice as large: no screen scrolls sideways', async ({ page, demo }) => {
  // WCAG 2.2, 1.4.4: text can be made twice as large without losing what is there.
  await page.addInitScript(() => {
    document.addEventListener('DOMContentLoaded', () => (document.documentElement.style.fontSize = '200%'));
  });
  const over: string[] = [];
  for (const screen of screens) {
    await open(page, demo.url, screen);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
    if (wide > 0) over.push(`${screen} by ${wide} px`);
  }
  expect(over).toEqual([]);
});

/** Opens a screen from a blank page, so that nothing of the one before is taken for it, and waits until it stands. */
async function open(page: Page, url: string, screen: string) {
  await page.goto('about:blank');
  await page.goto(`${url}/#${screen}`);
  await expect(page.locator('main h1').first(), screen).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: '…' }), screen).toHaveCount(0);
}
