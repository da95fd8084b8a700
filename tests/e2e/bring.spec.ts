import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import Graph from 'graphology';
import graphml from 'graphology-graphml';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect, test } from './program.ts';

const axe = async (page: Page) => (await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id);
const file = (name: string, text: string, mimeType = 'text/csv') => ({ name, mimeType, buffer: Buffer.from(text) });

interface Total {
  total: number;
}

const table = [
  'Tag;Mit wem;Gürtel;Ergebnis;Bemerkung',
  '3/4/2026;Cosmo V.;blue;won by armbar;all went well',
  '5/4/2026;Zoë Å.;purple 2;2-1;she is new here',
  ';Cosmo V.;sky-blue;lost;',
  'some day;Cosmo V.;blue;won;',
  '',
].join('\r\n');

test('a spreadsheet of anybody’s is shown, set right, taken, and taken back by one button', async ({ page, demo }) => {
  const sessions = async () => (await demo.get<Total>('/api/sessions?size=1')).total;
  const before = await sessions();
  await page.goto(demo.url + '/#/data');
  await page.getByRole('link', { name: 'Spreadsheet or diary' }).click();
  await page.getByLabel('A table (CSV)').setInputFiles(file('rounds.csv', table));
  // The day was found by what stands in the column, its heading being of another language.
  await expect(page.getByLabel('What “Tag” holds')).toHaveValue('date');
  await expect(page.getByLabel('What “Gürtel” holds')).toHaveValue('belt');
  await expect(page.getByText('Nothing in the file says which number is the month.')).toBeVisible();
  await page.getByLabel('What “Mit wem” holds').selectOption('partner');
  await page.getByLabel('What “Ergebnis” holds').selectOption('result');
  await page.getByLabel('What “Bemerkung” holds').selectOption('notes');
  await expect(page.getByText('Row 4: “sky-blue”')).toBeVisible();
  await expect(page.getByText('Row 5: “some day” is no day')).toBeVisible();
  await expect(page.getByText('2 sessions with 3 rolls, 1 new partner.')).toBeVisible();
  await expect(page.getByText('New: Zoë Å.')).toBeVisible();
  await expect(page.getByText('Fri 3 Apr, gi: Cosmo V. · taps 1 to 0')).toBeVisible();
  await page.getByText('4th of March').click();
  await expect(page.getByText('Wed 4 Mar, gi: Cosmo V. · taps 1 to 0')).toBeVisible();
  expect(await axe(page)).toEqual([]);
  expect(await sessions()).toBe(before);

  await page.getByRole('button', { name: 'Take it', exact: true }).click();
  await expect(page.getByText('In the log now: 2 sessions with 3 rolls, 1 new partner.')).toBeVisible();
  expect(await sessions()).toBe(before + 2);
  await page.getByRole('button', { name: 'Undo it' }).click();
  await expect(page.getByText('Taken back.')).toBeVisible();
  expect(await sessions()).toBe(before);
});

test('a file that is no table is refused in a sentence', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/data/bring');
  await page.getByLabel('A table (CSV)').setInputFiles(file('diary.csv', 'Dear diary'));
  await expect(page.getByRole('alert')).toContainText('There is no table in this file');
});

test('a year’s diary is read day by day, one day taken by itself, then the rest, and taken back', async ({
  page,
  demo,
}) => {
  const sessions = async () => (await demo.get<Total>('/api/sessions?size=1')).total;
  const before = await sessions();
  const year = fileURLToPath(new URL('../AshNotch.Core.Tests/Intake/year.md', import.meta.url));
  const days = readFileSync(year, 'utf8').match(/^\*\*/gm)!.length;
  await page.goto(demo.url + '/#/data/bring');
  await page.getByText('a diary', { exact: true }).click();
  await page.getByLabel('A diary (text or Markdown)').setInputFiles(year);
  await expect(page.getByText(`${days} entries, the oldest first.`)).toBeVisible();
  await expect(page.getByRole('button', { name: `Take all ${days} evenings` })).toBeVisible({ timeout: 120_000 });
  const first = page.getByRole('button', { name: /Tue 4 Mar 2025, gi: Sunniva G\., Fenwick L\./ });
  await first.click();
  await expect(page.getByText('First with Sunniva: she pulled guard')).toBeVisible();
  expect(await axe(page)).toEqual([]);
  await page.getByRole('button', { name: 'Take Tue 4 Mar 2025' }).click();
  await expect.poll(sessions).toBe(before + 1);
  await page.getByRole('button', { name: `Take all ${days - 1} evenings` }).click();
  await expect.poll(sessions, { timeout: 60_000 }).toBe(before + days);
  // Lately: the year and the day, each with a button of its own.
  await page.getByRole('button', { name: 'Take back year.md', exact: true }).click();
  await expect.poll(sessions).toBe(before + 1);
  await page.getByRole('button', { name: /Take back year\.md, Tue 4 Mar/ }).click();
  await expect.poll(sessions).toBe(before);
});

test('a diary without days says what it wants, and what was typed stays', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/data/bring');
  await page.getByText('a diary', { exact: true }).click();
  await page.getByLabel('or put it in here').fill('I rolled with Cosmo.');
  await page.getByRole('button', { name: 'Look for the days' }).click();
  await expect(page.getByText('No day was found')).toBeVisible();
  await expect(page.getByLabel('or put it in here')).toHaveValue('I rolled with Cosmo.');
});

test('the page for the coach: what stands on it is chosen, and it goes out as Markdown', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/data/coach');
  const article = page.getByRole('article');
  await expect(article.getByRole('heading', { name: 'What costs me most' })).toBeVisible();
  await expect(article.getByText(/Half guard, from below/).first()).toBeVisible();
  await page.getByLabel('My question for the coach').fill('Why does *it* collapse?');
  await expect(article.getByText('Why does *it* collapse?')).toBeVisible();
  await page.getByRole('button', { name: 'What stands on it' }).click();
  // The demo's weeks lie in spring.
  await page.getByLabel('Weeks back').selectOption('52');
  await page.getByText('partners by their initials').click();
  await expect(article.getByText(/^O\. B\. \(purple\)/)).toBeVisible();
  await page.getByText('levers', { exact: true }).click();
  await expect(article.getByRole('heading', { name: 'Where getting better would pay' })).toHaveCount(0);
  expect(await axe(page)).toEqual([]);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download as Markdown' }).click(),
  ]);
  const text = readFileSync((await download.path())!, 'utf8');
  expect(text).toContain('- Why does \\*it\\* collapse?');
  expect(text).not.toContain('Odalys');
  expect(text).not.toContain('Where getting better would pay');
  // The choice stays for the next time, and each moment leads to its roll.
  await page.reload();
  await expect(page.getByLabel('My question for the coach')).toHaveValue('Why does *it* collapse?');
  await expect(article.getByText(/^O\. B\. \(purple\)/)).toBeVisible();
  await article
    .getByRole('link', { name: /^To the roll/ })
    .first()
    .click();
  await expect(page).toHaveURL(/#\/rolls\/n\d+\//);
});

test('the page for the coach prints on one page of paper', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/data/coach');
  await page.getByRole('button', { name: 'What stands on it' }).click();
  await page.getByLabel('Weeks back').selectOption('52');
  await expect(page.getByRole('article').getByRole('heading', { name: 'With whom' })).toBeVisible();
  const pdf = await page.pdf({ format: 'A4' });
  expect(pdf.toString('latin1').match(/\/Type\s*\/Page\b(?!s)/g)).toHaveLength(1);
});

test('the ground map goes out as a graph that a graph library reads, and as a picture that stands alone', async ({
  page,
  demo,
}) => {
  const map = await demo.get<{ roads: { seen: number }[]; spots: unknown[] }>('/api/ground-map');
  const answer = await fetch(demo.url + '/api/export/ground-map.graphml');
  expect(answer.headers.get('content-type')).toBe('application/graphml+xml');
  const graph = graphml.parse(Graph, await answer.text(), { addMissingNodes: false });
  expect(graph.size).toBe(map.roads.length);
  expect(graph.order).toBeGreaterThan(map.spots.length);
  expect(graph.getNodeAttribute('half-guard.bottom', 'name')).toBe('Half guard, bottom');
  expect(graph.reduceEdges((sum, _, road) => sum + Number(road['seen']), 0)).toBe(
    map.roads.reduce((sum, road) => sum + road.seen, 0),
  );

  await page.goto(demo.url + '/#/ground-map');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'the picture (SVG)' }).click(),
  ]);
  const svg = readFileSync((await download.path())!, 'utf8');
  expect(svg).not.toMatch(/oklch|class=|var\(--/);
  // Drawn by itself, as any program that knows SVG would: it has its size, and the ink is there.
  await page.goto('about:blank');
  const ink = await page.evaluate(async (text) => {
    const picture = new Image();
    picture.src = URL.createObjectURL(new Blob([text], { type: 'image/svg+xml' }));
    await picture.decode();
    const canvas = Object.assign(document.createElement('canvas'), {
      width: picture.naturalWidth,
      height: picture.naturalHeight,
    });
    const pen = canvas.getContext('2d')!;
    pen.drawImage(picture, 0, 0);
    const { data } = pen.getImageData(0, 0, canvas.width, canvas.height);
    const colours = new Set<number>();
    for (let i = 0; i < data.length; i += 4) colours.add((data[i]! << 16) | (data[i + 1]! << 8) | data[i + 2]!);
    return { width: canvas.width, colours: colours.size };
  }, svg);
  expect(ink.width).toBeGreaterThan(500);
  expect(ink.colours).toBeGreaterThan(20);
});
