import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { did, expect, saved, test } from './program.ts';

const mine = /^What I did$/;

/** A day as the log writes it, so many days from now. */
const inDays = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);

test('a match is logged by keyboard: points, a near pass, a tap, the reason at each line, and a hold set right', async ({
  page,
  demo,
}) => {
  await demo.send(
    'PUT',
    '/api/sessions/shed-cup',
    {
      id: 'shed-cup',
      date: inDays(-1),
      kind: 'tournament',
      attire: 'gi',
      event: { name: 'Shed Cup', ruleset: 'points' },
    },
    { 'if-none-match': '*' },
  );
  await page.goto(`${demo.url}/#/matches/shed-cup`);
  await page.getByRole('link', { name: 'Log a match' }).click();
  await expect(page.getByRole('button', { name: 'Add a roll' })).toBeVisible();
  await page.keyboard.press('n');
  await page.keyboard.press('1');
  const bar = page.getByRole('region', { name: 'Running score' });
  await expect(bar).toContainText('You 0 points');

  /** What stands under my keys, by name. */
  const press = async (name: string, stopped = false) => {
    const buttons = page.getByRole('region', { name: mine }).getByRole('button');
    const names = await buttons.evaluateAll((all) =>
      all.map((b) => b.getAttribute('aria-label') ?? b.textContent ?? ''),
    );
    const at = [
      ...new Set(
        names.map((n) =>
          n
            .replace(/, stopped$/, '')
            .replace(/^\d/, '')
            .trim(),
        ),
      ),
    ].findIndex((n) => n.includes(name));
    expect(at, `${name} among ${names.join(' | ')}`).toBeGreaterThanOrEqual(0);
    await page.keyboard.press(`${stopped ? 'Shift+' : ''}Digit${at + 1}`);
  };
  await press('Single-leg takedown');
  await expect(bar).toContainText('You 2 points');
  await page.keyboard.press('/');
  await page.getByRole('combobox').first().fill('knee cut');
  await page.keyboard.press('Enter');
  await expect(bar).toContainText('You 2 points');
  // The pass did not come off after all, but it was near.
  await page.keyboard.press('z');
  await page.keyboard.press('/');
  await page.getByText('stopped', { exact: true }).first().click();
  await page.getByRole('combobox').first().fill('knee cut');
  await page.keyboard.press('Enter');
  await page.keyboard.press('n');
  await expect(bar).toContainText('1 advantage');
  await page.keyboard.press('p');
  await expect(bar).toContainText('1 penalty');
  await page.keyboard.press('c');
  await saved(page);

  await page.goto(`${demo.url}/#/matches/shed-cup`);
  await expect(page.locator('.first')).toHaveText('The match was won.');
  await page.getByRole('link', { name: /Tapped them/ }).click();
  const score = page.getByRole('region', { name: 'Score' });
  await expect(score).toContainText('Won by a tap');
  const lines = score.getByRole('list', { name: 'Line by line' }).getByRole('listitem');
  await expect(lines.first()).toContainText('from the feet to on top');
  await expect(lines.nth(1)).toContainText('near guard pass');
  await expect(lines.nth(1)).toContainText('all but came off');

  // Marked as not held, the takedown is an advantage; held again, two points.
  await lines
    .first()
    .getByRole('button', { name: /was not held/ })
    .click();
  await expect(score).toContainText('0 points, 2 advantages');
  await score.getByRole('button', { name: /was held/ }).click();
  await expect(score).toContainText('2 points, 1 advantage');
});

test('held or not changes who won, and the lead says what would have turned it', async ({ page, demo }) => {
  await demo.send(
    'PUT',
    '/api/sessions/close',
    {
      id: 'close',
      date: inDays(-2),
      kind: 'tournament',
      attire: 'gi',
      event: { ruleset: 'points' },
      rolls: [
        {
          id: 'final',
          kind: 'match',
          partnerId: 'sunniva',
          exchanges: [
            {
              start: { position: 'standing', role: 'even' },
              moments: [
                {
                  actor: 'me',
                  technique: 'double-leg',
                  outcome: 'done',
                  clock: 20,
                  to: { position: 'open-guard', role: 'top' },
                },
                {
                  actor: 'them',
                  technique: 'tripod-sweep',
                  outcome: 'stopped',
                  near: true,
                  clock: 90,
                },
              ],
              end: { kind: 'time' },
            },
          ],
        },
      ],
    },
    { 'if-none-match': '*' },
  );
  await page.goto(`${demo.url}/#/rolls/close/final`);
  const score = page.getByRole('region', { name: 'Score' });
  await expect(score).toContainText('Won on points');
  await score.getByRole('button', { name: /What the lead asked for/ }).click();
  await expect(score).toContainText('you lead by 2 points');
  await expect(score).toContainText('a guard pass, mount or back of theirs takes it');
  await score.getByRole('button', { name: /was not held/ }).click();
  await expect(score).toContainText('The referee decides');
});

test('from a roll to the partner, and from what they do to the moments', async ({ page, demo }) => {
  const { items } = await demo.get<{
    items: { sessionId: string; roll: { id: string; partnerId: string } }[];
  }>('/api/rolls?partner=odalys&size=1');
  await page.goto(`${demo.url}/#/rolls/${items[0]!.sessionId}/${items[0]!.roll.id}`);
  await page.getByRole('heading', { level: 1 }).getByRole('link', { name: 'Odalys B.' }).click();
  await expect(page.locator('.first')).toContainText('you come out better in');
  const doing = page.getByRole('region', { name: 'What they do' });
  await doing.getByRole('button', { name: /Knee cut pass/ }).click();
  await doing.getByRole('link').first().click();
  await expect(page.getByRole('heading', { level: 1, name: /Odalys B\./ })).toBeVisible();
  await expect(page.locator('.moment.on')).toContainText('Knee cut pass');

  // On paper: one page, black on white, whatever the screen shows.
  await page.goto(`${demo.url}/#/partners/odalys`);
  await expect(page.getByRole('region', { name: 'Rolls' }).getByRole('listitem').first()).toBeVisible();
  const paper = await getDocument({ data: new Uint8Array(await page.pdf({ format: 'A4' })), useSystemFonts: true })
    .promise;
  expect(paper.numPages).toBe(1);

  await page.goto(`${demo.url}/#/people`);
  const names = page.locator('main li strong');
  await expect(names).toHaveCount(10);
  await page.getByText('level', { exact: true }).click();
  await expect(names.first()).toHaveText('Ysolde R.');
  await expect(page.getByRole('link', { name: /Ysolde R\./ })).toContainText('Harder than your own level');
});

test('a coming match is added and prepared for; the page prints with all of it', async ({ page, demo }) => {
  await page.goto(`${demo.url}/#/matches`);
  await page.getByRole('button', { name: 'Add a coming day of matches' }).click();
  await page.getByLabel('What it is called').fill('Lamp Cup');
  await page.getByLabel('Day', { exact: true }).fill(inDays(10));
  await page.getByLabel('Expected opponent, or somebody like them').selectOption({ label: 'Anneke D.' });
  await page.getByLabel(/Class entered/).fill('60');
  await page.getByLabel('One cue').fill('Knees in, then grips.');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Before Lamp Cup' })).toBeVisible();
  await expect(page.getByText('1 kg above it today')).toBeVisible();

  await page.emulateMedia({ media: 'print' });
  const pdf = await page.pdf({ format: 'A4' });
  const document = await getDocument({
    data: new Uint8Array(pdf),
    useSystemFonts: true,
  }).promise;
  expect(document.numPages).toBe(1);
  const content = await (await document.getPage(1)).getTextContent();
  const text = content.items
    .map((item) => ('str' in item ? item.str : ''))
    .join(' ')
    .replace(/\s+/g, ' ');
  for (const part of [
    'Before Lamp Cup',
    'Your roads',
    'With a minute to go',
    'Anneke D.',
    'Knees in, then grips.',
    'talk to your coach',
  ])
    expect(text).toContain(part);
  // Heel hooks are hers, and barred for blue belts in the gi.
  expect(text).toMatch(/Barred, and they use it.*[Hh]eel hook/);
});

test('the weight class is asked before a match alone, and may stay unsaid', async ({ page, demo }) => {
  const { version: _, sex: __, ...athlete } = await demo.get<Record<string, unknown>>('/api/athlete');
  await demo.send('PUT', '/api/athlete', athlete, { 'if-match': '*' });
  await demo.send(
    'PUT',
    '/api/sessions/soon',
    {
      id: 'soon',
      date: inDays(5),
      kind: 'tournament',
      attire: 'no-gi',
      event: { ruleset: 'points' },
    },
    { 'if-none-match': '*' },
  );
  await page.goto(`${demo.url}/#/matches/soon/before`);
  await expect(page.getByText('it may stay unsaid')).toBeVisible();
  await page.getByText('female', { exact: true }).click();
  await expect(page.getByText('in the class up to 61.5 kg')).toBeVisible();
});

test('rules are copied, changed and score a match', async ({ page, demo }) => {
  await page.goto(`${demo.url}/#/matches/rules`);
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Points and advantages' })
    .first()
    .getByRole('button', { name: 'Copy' })
    .click();
  const form = page.getByRole('form', { name: 'Rules of my own' });
  await form.getByLabel('Name').fill('Kettle rules');
  await form.getByLabel('takedown', { exact: true }).fill('five');
  await form.getByRole('button', { name: 'Save the rules' }).click();
  await expect(form.getByRole('alert')).toContainText('no number');
  await form.getByLabel('takedown', { exact: true }).fill('5');
  await form.getByRole('button', { name: 'Save the rules' }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Kettle rules' })).toBeVisible();
  const { items } = await demo.get<{ items: { id: string; name: string }[] }>('/api/rulesets');
  const id = items.find((r) => r.name === 'Kettle rules')!.id;
  const score = await demo.send('POST', '/api/score', {
    ruleset: id,
    moments: [{ actor: 'me', technique: 'double-leg', outcome: 'done', held: true }],
  });
  expect(((await score.json()) as { me: { points: number } }).me.points).toBe(5);
});
