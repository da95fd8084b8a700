import jstat from 'jstat';
import { expect, test } from './program.ts';

interface Spot {
  position: string;
  role: 'top' | 'bottom' | 'even';
  gain: number;
  won: number;
  lost: number;
  rate: number;
  rateLow: number;
  rateHigh: number;
}
interface Judged {
  spots: Spot[];
}

test('the demo export imported into an empty log gives the same soft spots', async ({ page, demo, empty }) => {
  const file = Buffer.from(await (await fetch(demo.url + '/api/export/logbook.json')).arrayBuffer());
  await page.goto(empty.url + '/#/data');
  await page
    .getByLabel('Logbook file (JSON)')
    .setInputFiles({ name: 'log.json', mimeType: 'application/json', buffer: file });
  await expect(page.getByText('50 sessions added, 0 changed, 0 already the same')).toBeVisible();
  expect(await empty.get('/api/soft-spots')).toEqual(await demo.get('/api/soft-spots'));
  await page.getByRole('link', { name: 'Soft spots' }).click();
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
  await page
    .getByLabel('Logbook file (JSON)')
    .setInputFiles({ name: 'log.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(wrong)) });
  const refusal = page.getByRole('alert');
  await expect(refusal).toContainText('/partners/0/name');
  await expect(refusal).toContainText('/sessions/0/date');
  await expect(refusal).toContainText('nothing was changed');
});

test('a soft spot opens to its moments and a moment to its roll with that notch lit', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/soft-spots');
  await page.getByRole('button', { name: /Half guard, bottom/ }).click();
  await expect(page).toHaveURL(/soft-spots\/half-guard\/bottom/);
  const table = page.getByRole('table', { name: 'What they try here' });
  await expect(table.getByRole('row').nth(1)).toContainText('Knee cut pass');
  const first = page.locator('.evidence li a').first();
  const technique = /(?:my|their) ([^,]+),/.exec((await first.innerText()).replace(/\s+/g, ' '))![1]!.trim();
  await first.click();
  await expect(page.locator('.moment.on strong')).toHaveText(new RegExp(`^${technique}$`, 'i'));
  await expect(page.locator('path.lit')).toHaveCount(1);
});

test('objective and list stay in the address, and the order follows them', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/soft-spots');
  await page.getByRole('button', { name: 'Levers' }).click();
  await page.getByLabel('What counts').selectOption('points');
  await expect(page).toHaveURL(/list=levers/);
  await expect(page).toHaveURL(/objective=points/);
  await expect(page.getByText(/points a roll/).first()).toBeVisible();
  const before = await page.getByRole('article').first().textContent();
  await page.reload();
  await expect(page.getByRole('article').first()).toHaveText(before!);
});

// The Beta quantiles of the rates against a second library (jstat), with the prior that the method states: four tries at the
// usual rate of the spot.
test('rates and their intervals agree with a second library', async ({ demo }) => {
  const { positions } = await demo.get<{ positions: { id: string; level: number }[] }>('/api/vocabulary');
  const level = new Map(positions.map((p) => [p.id, p.level]));
  const { spots } = await demo.get<Judged>('/api/soft-spots');
  for (const spot of spots.slice(0, 15)) {
    const sign = { top: 1, bottom: -1, even: 0 }[spot.role];
    const usual = 1 / (1 + Math.exp(-sign * level.get(spot.position)!));
    const [a, b] = [spot.won + 4 * usual, spot.lost + 4 * (1 - usual)];
    expect(spot.rate).toBeCloseTo(a / (a + b), 9);
    expect(spot.rateLow).toBeCloseTo(jstat.beta.inv(0.1, a, b), 5);
    expect(spot.rateHigh).toBeCloseTo(jstat.beta.inv(0.9, a, b), 5);
  }
});

test('rolls are narrowed by partner and found by their words', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/rolls');
  await expect(page.getByText('220 rolls, latest first')).toBeVisible();
  await page.getByText('Narrow down').click();
  await page.getByLabel('Partner').selectOption('Tarquin P.');
  await expect(page.locator('ol a').first()).toContainText('Tarquin P.');
  await page.getByLabel('Search in accounts, notes and takeaways').fill('zebra');
  await expect(page.getByText('No roll fits all of that')).toBeVisible();
  await page.getByRole('button', { name: 'Show all rolls' }).click();
  await expect(page.getByText('220 rolls, latest first')).toBeVisible();
});
