import AxeBuilder from '@axe-core/playwright';
import { did, expect, saved, test } from './program.ts';

interface Listed {
  items: {
    id: string;
    rolls: { exchanges: { moments: { technique: string }[] }[] }[];
  }[];
  total: number;
}

const theirs = /^What (?!I did)\w+ did$/;
const mine = /^What I did$/;

test('the server is killed between two moments: the log goes on and nothing is lost or doubled', async ({
  page,
  empty,
}) => {
  await empty.send('PUT', '/api/athlete', { name: 'Runa', belt: 'blue' }, { 'if-none-match': '*' });
  await empty.send('POST', '/api/partners', {
    id: 'p1',
    name: 'Cosmo V.',
    belt: 'blue',
  });
  await page.goto(empty.url + '/#/log');
  await page.getByRole('button', { name: 'Add a roll' }).click();
  await page.getByRole('button', { name: /Cosmo/ }).click();
  await did(page, theirs, 'Double-leg takedown').click();
  await saved(page);

  await empty.kill();
  await did(page, mine, 'Frame and hip escape').click();
  await expect(page.locator('[data-state=kept]')).toBeVisible();
  await did(page, theirs, 'Knee cut pass').click();
  await expect(page.getByRole('region', { name: 'What happened so far' }).locator('.moment')).toHaveCount(3);

  await empty.start();
  await saved(page);
  const listed = await empty.get<Listed>('/api/sessions');
  expect(listed.total).toBe(1);
  expect(listed.items[0]!.rolls).toHaveLength(1);
  expect(listed.items[0]!.rolls[0]!.exchanges[0]!.moments.map((m) => m.technique)).toEqual([
    'double-leg',
    'frame-and-hip-escape',
    'knee-cut',
  ]);
});

test('a page that is closed with the server dead brings its moments up when both are back', async ({
  page,
  context,
  demo: _,
  empty,
}) => {
  await empty.send('PUT', '/api/athlete', { name: 'Runa', belt: 'blue' }, { 'if-none-match': '*' });
  await page.goto(empty.url + '/#/log');
  await page.getByRole('button', { name: 'Add a roll' }).click();
  await page.getByLabel('Name').fill('Halima S.');
  await empty.kill();
  await page.getByRole('button', { name: 'Add and roll' }).click();
  await did(page, theirs, 'Double-leg takedown').click();
  await expect(page.locator('[data-state=kept]')).toBeVisible();
  await page.close();

  await empty.start();
  const again = await context.newPage();
  await again.goto(empty.url);
  await expect.poll(async () => (await empty.get<Listed>('/api/sessions')).total).toBe(1);
  expect((await empty.get<Listed>('/api/sessions')).items[0]!.rolls[0]!.exchanges[0]!.moments[0]!.technique).toBe(
    'double-leg',
  );
  await again.goto(empty.url + '/#/log');
  await expect(again.getByRole('button', { name: /Halima/ })).toBeVisible();
});

test('a reload in the middle of a roll shows it again', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/log');
  await page.getByRole('button', { name: 'Add a roll' }).click();
  await page.getByRole('button', { name: /Cosmo/ }).click();
  await did(page, theirs, 'Single-leg takedown').click();
  await page.reload();
  await page.getByRole('button', { name: /Cosmo/ }).click();
  await expect(page.getByRole('region', { name: 'What happened so far' }).locator('.moment')).toHaveCount(1);
  await saved(page);
  expect((await demo.get<Listed>('/api/sessions?size=1')).items[0]!.rolls).toHaveLength(1);
});

test('what somebody else changed meanwhile is not overwritten without asking', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/log/n49');
  await page.getByText('change', { exact: true }).click();
  await page.getByRole('textbox', { name: 'Aim' }).fill('mine');
  await saved(page);
  const read = await fetch(demo.url + '/api/sessions/n49');
  const session = (await read.json()) as Record<string, unknown> & {
    rolls: { notes?: string }[];
  };
  session.rolls[0]!.notes = 'from elsewhere';
  session.rolls = session.rolls.slice(0, 1).concat([{ ...session.rolls[0]!, id: 'elsewhere' } as never]);
  await demo.send('PUT', '/api/sessions/n49', session, {
    'if-match': read.headers.get('etag')!,
  });
  await page.getByRole('textbox', { name: 'Aim' }).fill('mine again');
  await page.getByRole('button', { name: 'Keep what is on this page' }).click();
  await saved(page);
  expect(await demo.get('/api/sessions/n49')).toMatchObject({
    aim: 'mine again',
  });
  expect((await demo.get<{ items: { id: string }[] }>('/api/bin')).items.map((b) => b.id)).toContain('elsewhere');
});

test('a roll goes to the bin and comes back', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/rolls/n50/n50-2');
  await page.getByRole('button', { name: 'To the bin' }).click();
  await expect(page.getByRole('heading', { name: 'Rolls' })).toBeVisible();
  await page.goto(demo.url + '/#/data');
  await page.getByRole('button', { name: /Take back: roll/ }).click();
  await expect(page.getByText('Empty. What you delete')).toBeVisible();
  await demo.get('/api/sessions/n50/rolls/n50-2');
});

test('two devices that changed the same session see both versions and make one of them', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/log/n49');
  await page.getByText('change', { exact: true }).click();
  await page.getByRole('textbox', { name: 'Aim' }).fill('frames first');
  await saved(page);
  const read = await fetch(demo.url + '/api/sessions/n49');
  const session = (await read.json()) as { notes?: string; rolls: { id: string; notes?: string }[] };
  const rolls = session.rolls.length;
  session.notes = 'said elsewhere';
  session.rolls = [...session.rolls, { ...session.rolls[0]!, id: 'elsewhere', notes: 'a roll from the phone' }];
  await demo.send('PUT', '/api/sessions/n49', session, { 'if-match': read.headers.get('etag')! });
  await page.getByRole('textbox', { name: 'Aim' }).fill('frames first, then hips');
  await expect(page.getByText('3 differences: see both')).toBeVisible();
  await expect(page.getByText('a roll from the phone')).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
  await page.getByRole('button', { name: 'Keep it so' }).click();
  await saved(page);
  const now = await demo.get<{ aim: string; notes: string; rolls: { id: string }[] }>('/api/sessions/n49');
  expect(now).toMatchObject({ aim: 'frames first, then hips', notes: 'said elsewhere' });
  expect(now.rolls).toHaveLength(rolls + 1);
  expect(now.rolls.at(-1)!.id).toBe('elsewhere');
});
