import jstat from 'jstat';
import { expect, saved, test } from './program.ts';

test('the demo export imported into an empty log gives the same soft spots', async ({ page, demo, empty }) => {
  const file = Buffer.from(await (await fetch(demo.url + '/api/export/logbook.json')).arrayBuffer());
  await page.goto(empty.url + '/#/data');
  await page.getByLabel('Logbook file (JSON)').setInputFiles({
    name: 'log.json',
    mimeType: 'application/json',
    buffer: file,
  });
  await expect(page.getByText('51 sessions added, 0 changed, 0 already the same')).toBeVisible();
  expect(await empty.get('/api/soft-spots')).toEqual(await demo.get('/api/soft-spots'));
  await page.getByRole('link', { name: 'Game', exact: true }).click();
  await page.getByRole('link', { name: 'Soft spots', exact: true }).click();
  await expect(page.getByRole('article').first()).toContainText('Half guard, bottom');
});

test('a file with faults is refused with every place named', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/data');
  const wrong = {
    format: 'ash-notch-logbook',
    version: 1,
    athlete: { name: 'A', belt: 'white' },
    partners: [{ id: 'p' }],
    sessions: [{ id: 's', date: '2026-13-01', kind: 'class', attire: 'gi' }],
  };
  await page.getByLabel('Logbook file (JSON)').setInputFiles({
    name: 'log.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(wrong)),
  });
  const refusal = page.getByRole('alert');
  await expect(refusal).toContainText('/partners/0/name');
  await expect(refusal).toContainText('/sessions/0/date');
  await expect(refusal).toContainText('nothing was changed');
});

test('a soft spot opens to its moments and a moment to its roll with that notch lit', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/soft-spots');
  await page.getByRole('button', { name: /Half guard, bottom/ }).click();
  await expect(page).toHaveURL(/soft-spots\/half-guard\/bottom/);
  const table = page.getByRole('table', { name: 'What they do here' });
  await expect(table.getByRole('row').nth(1)).toContainText('Knee cut pass');
  const first = page.locator('.evidence li a:has(.day)').first();
  const technique = /(?:my|their) ([^,]+),/.exec((await first.innerText()).replace(/\s+/g, ' '))![1]!.trim();
  await first.click();
  await expect(page.locator('.moment.on strong')).toHaveText(new RegExp(`^${technique}$`, 'i'));
  await expect(page.locator('path.lit')).toHaveCount(1);
});

test('another objective changes the order, says what counts, and stays in the address with the list', async ({
  page,
  demo,
}) => {
  await page.goto(demo.url + '/#/soft-spots');
  await page.getByText('Heartwood', { exact: true }).click();
  const names = () => page.locator('article .name').allInnerTexts();
  await expect(page.getByText('What counts: taps', { exact: false })).toBeVisible();
  const bySubmissions = await names();
  await page.getByRole('button', { name: /against my own level$/ }).click();
  await page.getByLabel('What counts').selectOption('points');
  await expect(
    page.getByText('points for takedowns, sweeps, passes and pins', {
      exact: false,
    }),
  ).toBeVisible();
  await expect(page.getByText(/earns .* points a roll/).first()).toBeVisible();
  expect(await names()).not.toEqual(bySubmissions);
  await expect(page).toHaveURL(/list=heartwood/);
  await expect(page).toHaveURL(/objective=points/);
  const before = await page.getByRole('article').first().textContent();
  await page.reload();
  await expect(page.getByRole('article').first()).toHaveText(before!);
  await page.getByRole('link', { name: 'Growth rings' }).click();
  await expect(page.getByText(/under control and points/)).toBeVisible();
});

test('the story of the season: half guard first before the block, and not after it', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/soft-spots?to=2026-04-13');
  await expect(page.getByText(/What costs you most is Half guard, bottom: .*knee cut pass/)).toBeVisible();
  await page.goto(demo.url + '/#/soft-spots?from=2026-05-12');
  await expect(page.getByText(/What costs you most is/)).toBeVisible();
  await expect(page.getByText(/What costs you most is Half guard, bottom/)).toHaveCount(0);
  await page.goto(demo.url + '/#/patterns');
  await expect(page.getByText(/Back control, mine is reached/)).toBeVisible();
});

test('the ground map is read by keyboard and as a table, and leads to the evidence', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/ground-map');
  const knot = page.getByRole('button', { name: /^Half guard, bottom/ });
  await knot.focus();
  const panel = page.locator('.reading');
  await expect(panel).toContainText('Half guard, bottom');
  await expect(panel).toContainText('Side control, bottom by them');
  await page.getByText('All spots as a table').click();
  await expect(page.getByRole('row', { name: /^Half guard, bottom bad/ })).toBeVisible();
  await panel.getByRole('link', { name: 'See the moments' }).click();
  await expect(page).toHaveURL(/soft-spots\/half-guard\/bottom/);
});

test('a ring leads to the rolls of its week, and a pattern to its moments', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/rings');
  await page.getByRole('button', { name: /^Week of Mon 9 Mar/ }).focus();
  await page.getByRole('link', { name: 'Its rolls' }).click();
  await expect(page.getByText(/rolls?, latest first/)).toBeVisible();
  await expect(page).toHaveURL(/from=2026-03-09&to=2026-03-15/);
  await page.goto(demo.url + '/#/patterns');
  await page
    .getByText(/you are caught by the knee cut pass/)
    .first()
    .click();
  const moment = page.locator('.behind li a').first();
  await expect(moment).toContainText('knee cut pass');
  await moment.click();
  await expect(page.locator('.moment.on strong')).toHaveText('Knee cut pass');
});

test('the first bad trade of a lost exchange is marked on the stick and in words', async ({ page, demo }) => {
  const { badTrades } = await demo.get<{ badTrades: { contests: string }[] }>('/api/patterns');
  const { items } = await demo.get<{
    items: { place: { session: string; roll: string } }[];
  }>(badTrades[0]!.contests);
  const { session, roll } = items[0]!.place;
  await page.goto(`${demo.url}/#/rolls/${session}/${roll}`);
  await expect(page.locator('path.bad').first()).toBeVisible();
  await expect(page.getByText('first bad trade').first()).toBeVisible();
});

test('own ratings are kept and set beside the log', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/ratings');
  // The part that the log puts first is rated last.
  const { parts } = await demo.get<{
    parts: { part: { name: string }; rank?: number }[];
  }>('/api/self-ratings');
  const first = parts.find((p) => p.rank === 1)!.part.name;
  const row = page.getByRole('listitem').filter({ has: page.getByText(first, { exact: true }) });
  await expect(row).toContainText('1st of 9 by the log');
  await row.getByRole('slider', { name: first }).press('Home');
  await page.getByRole('button', { name: /Keep/ }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  await expect(row).toContainText('The log thinks better of it than you do');
  await page.reload();
  await expect(row.getByRole('slider', { name: first })).toHaveAttribute('aria-valuenow', '0');
});

test('what a class taught is noted with the session', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/log/n48');
  await page.getByText('change', { exact: true }).click();
  await page.getByRole('combobox', { name: 'Taught in class' }).fill('torre');
  await page.getByRole('option', { name: /^Torreando pass/ }).click();
  await expect(page.getByRole('list', { name: 'Taught' })).toContainText('Torreando pass');
  await saved(page);
  const session = await demo.get<{ taught: string[] }>('/api/sessions/n48');
  expect(session.taught).toContain('torreando');
  await page.getByRole('button', { name: 'Take out Torreando pass' }).click();
  await expect(page.getByRole('list', { name: 'Taught' }).getByText('Torreando pass')).toHaveCount(0);
});

// A second library (jstat) on the same counts: the Poisson tail of a trap, and the chance that one Beta lies above another by
// integrating density times distribution (Simpson's rule, two thousand steps).
test('chances in patterns agree with a second library', async ({ demo }) => {
  interface Tally {
    good: number;
    of: number;
  }
  const { traps, oneSided } = await demo.get<{
    traps: { count: number; expected: number; chance: number }[];
    oneSided: {
      weak: 'left' | 'right';
      left: Tally;
      right: Tally;
      chance: number;
    }[];
  }>('/api/patterns');
  expect(traps.length).toBeGreaterThan(2);
  // Figures are written to five digits, the expected count that is reckoned with here among them.
  for (const trap of traps) {
    const tail = 1 - jstat.poisson.cdf(trap.count - 1, trap.expected);
    expect(Math.abs(trap.chance - tail)).toBeLessThan(0.005 * tail + 1e-9);
  }
  expect(oneSided.length).toBeGreaterThan(0);
  for (const one of oneSided) {
    const [weak, strong] = one.weak === 'left' ? [one.left, one.right] : [one.right, one.left];
    const steps = 2000;
    let sum = 0;
    for (let i = 0; i <= steps; i++) {
      const x = i / steps;
      const f =
        jstat.beta.pdf(x, 1 + strong.good, 1 + strong.of - strong.good) *
        jstat.beta.cdf(x, 1 + weak.good, 1 + weak.of - weak.good);
      sum += f * (i === 0 || i === steps ? 1 : i % 2 ? 4 : 2);
    }
    expect(one.chance).toBeCloseTo(sum / (3 * steps), 5);
  }
});

test('rolls are narrowed by partner and found by their words', async ({ page, demo }) => {
  const { total } = await demo.get<{ total: number }>('/api/rolls?size=1');
  await page.goto(demo.url + '/#/rolls');
  await expect(page.getByText(`${total} rolls, latest first`)).toBeVisible();
  // A row says what decided the roll.
  await expect(
    page
      .locator('ol a')
      .filter({ hasText: /[Tt]apped|taps|No tap/ })
      .first(),
  ).toBeVisible();
  await page.getByText('Narrow down').click();
  await page.getByLabel('Partner').selectOption('Tarquin P.');
  await expect(page.locator('ol a').first()).toContainText('Tarquin P.');
  await page.getByLabel('Search in accounts, notes and takeaways').fill('zebra');
  await expect(page.getByText('No roll fits all of that')).toBeVisible();
  await page.getByRole('button', { name: 'Show all rolls' }).click();
  await expect(page.getByText(`${total} rolls, latest first`)).toBeVisible();
  await page.getByText('By session', { exact: true }).click();
  await expect(page.getByText(/sessions, latest first/)).toBeVisible();
});
