import { did, expect, saved, test } from './program.ts';

interface Session {
  id: string;
  rolls: {
    partnerId?: string;
    partnerWeightKg?: number;
    told?: string;
    takeaways?: string[];
    notes?: string;
    corrections?: { text: string; moments: object[] }[];
    exchanges: {
      moments: {
        technique: string;
        actor: string;
        outcome: string;
        clock?: number;
      }[];
      end?: { kind: string; by?: string };
    }[];
  }[];
}
interface Listed {
  items: Session[];
  total: number;
}

const account =
  'Started on the feet. She shot a double and I sprawled. Tried a guillotine, she popped her head out and pulled half guard. ' +
  'I knee cut to side control. Armbar from there, tap. Need to keep my elbows in.';
const wanted = ['double-leg', 'sprawl', 'guillotine', 'guillotine-defence', 'guard-pull', 'knee-cut', 'armbar'];
const box = 'Tell it, in your own words';

async function openRoll(page: import('@playwright/test').Page, url: string) {
  await page.goto(url + '/#/log');
  await page.getByRole('button', { name: 'Add a roll' }).click();
  await page.getByRole('button', { name: /Sunniva G\./ }).click();
  await expect(page.getByRole('radiogroup', { name: 'How to log this roll' })).toBeVisible();
}

const techniques = (session: Session, roll = 0) =>
  session.rolls[roll]!.exchanges.flatMap((e) => e.moments.map((m) => m.technique));

test('a told roll is read while it is typed and kept with two keys beyond the words', async ({ page, demo }) => {
  await openRoll(page, demo.url);
  let keys = 0;
  const press = async (key: string) => {
    await page.keyboard.press(key);
    keys++;
  };
  await press('t');
  await page.keyboard.type(account);
  await expect(page.getByText('7 moments read')).toBeVisible();
  await expect(page.getByText('Sunniva tapped to the armbar')).toBeVisible();
  await press('Control+Enter');
  await saved(page);
  console.log(`keys beyond the words for a told roll: ${keys}`);
  // Building the reference roll of five moments takes nine.
  expect(keys).toBeLessThan(9);
  const session = (await demo.get<Listed>('/api/sessions?size=1')).items[0]!;
  expect(techniques(session)).toEqual(wanted);
  expect(session.rolls[0]).toMatchObject({
    told: account,
    takeaways: ['Need to keep my elbows in'],
  });
  expect(session.rolls[0]!.exchanges[0]!.end).toMatchObject({
    kind: 'tap',
    by: 'me',
  });
});

test('words and moments light up together, and one tap sets a moment right', async ({ page, demo }) => {
  await openRoll(page, demo.url);
  await page.getByText('Tell it', { exact: true }).click();
  await page.getByLabel(box).fill('He knee cut me and got a blorptwist on the way. Then he mounted.');
  const read = page.getByRole('list', { name: 'As read' });
  const cut = read.getByRole('button', { name: /Knee cut pass/ });
  await cut.hover();
  await expect(page.locator('.behind .lit')).toHaveText(/knee cut/);
  await cut.click();
  await page.getByRole('button', { name: 'it was stopped' }).click();
  await expect(read.getByRole('button', { name: /Knee cut pass, stopped/ })).toBeVisible();
  await page.getByRole('button', { name: 'I did it' }).click();
  await expect(read.getByRole('button', { name: /^I: Knee cut pass/ })).toBeVisible();

  // Told in another order than it happened: put right by a tap, and back by a key.
  const order = read.locator('button.what strong');
  await page.getByRole('button', { name: /it was later/ }).click();
  await expect(order).toHaveText([/Step to mount/, /Knee cut pass/]);
  await page.keyboard.press('Alt+ArrowUp');
  await expect(order).toHaveText([/Knee cut pass/, /Step to mount/]);

  // What was set right stays right while the account goes on before and behind it.
  await page.getByLabel(box).press('Control+Home');
  await page.keyboard.type('Half guard. ');
  await expect(read.getByRole('button', { name: /^I: Knee cut pass, stopped/ })).toBeVisible();

  // A word that was not read becomes a word of the owner's.
  await page.getByRole('button', { name: 'blorptwist' }).click();
  await page.getByRole('combobox', { name: 'What was it? Any name will do.' }).fill('americana');
  await page.keyboard.press('Enter');
  await expect(read.getByRole('button', { name: /Americana/ })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Not read' })).toHaveCount(0);
  expect((await demo.get<{ aliases: unknown[] }>('/api/vocabulary')).aliases).toContainEqual({
    says: 'blorptwist',
    means: 'americana',
  });

  await read.getByRole('button', { name: /Step to mount/ }).click();
  await page.getByRole('button', { name: 'take it out' }).click();
  await expect(read.getByRole('button', { name: /Step to mount/ })).toHaveCount(0);
  await page.getByRole('button', { name: /^Take it/ }).click();
  await saved(page);
  const session = (await demo.get<Listed>('/api/sessions?size=1')).items[0]!;
  expect(session.rolls[0]!.exchanges.flatMap((e) => e.moments.map((m) => [m.actor, m.technique, m.outcome]))).toEqual([
    ['me', 'knee-cut', 'stopped'],
    ['them', 'americana', 'stopped'],
  ]);
});

test('the doubtful moments of an account are gone through by key, set right and taken', async ({ page, demo }) => {
  await openRoll(page, demo.url);
  await page.keyboard.press('t');
  // Told the way most people do: no names for half of it.
  const words =
    'Rolled with Sunniva. I went for a trip and she stuffed it. She hit some kind of throw. I got my knee back in ' +
    'somehow, tried a sweep, no. ' +
    'She passed, sort of, and fished for a choke till the buzzer.';
  await page.keyboard.type(words);
  const next = page.getByRole('button', { name: /^Next doubtful one/ });
  const read = page.getByRole('list', { name: 'As read' });
  await expect(read).toContainText('Choke');
  await expect(next).toContainText(/\([2-9]\)/);
  const chosen = read.locator('button.what[aria-expanded="true"]');
  const seen: string[] = [];
  for (let n = 0; n < 2; n++) {
    await page.keyboard.press('Alt+n');
    await expect(chosen).toBeFocused();
    await expect(chosen).toContainText('doubtful');
    seen.push(await chosen.innerText());
    await page.getByRole('button', { name: 'it is right' }).click();
    await expect(chosen).not.toContainText('doubtful');
  }
  expect(new Set(seen).size).toBe(2);
  await page.keyboard.press('Control+Enter');
  await saved(page);
  const session = (await demo.get<Listed>('/api/sessions?size=1')).items[0]!;
  const moments = session.rolls[0]!.exchanges.flatMap((e) => e.moments as { sure?: boolean }[]);
  expect(session.rolls[0]!.told).toBe(words);
  expect(moments.filter((m) => m.sure !== false).length).toBeGreaterThanOrEqual(2);
});

test('building and telling mix on one roll, and several told rolls become several', async ({ page, demo }) => {
  await openRoll(page, demo.url);
  await did(page, /^What (?!I did)\w+ did$/, 'Single-leg takedown').click();
  await page.getByText('Tell it', { exact: true }).click();
  await page
    .getByLabel(box)
    .fill('I got back to half guard and swept her. Second round with Cosmo. I pulled guard and he passed.');
  await page.getByRole('button', { name: 'Put it after what is there' }).click();
  await saved(page);
  const session = (await demo.get<Listed>('/api/sessions?size=1')).items[0]!;
  expect(session.rolls).toHaveLength(2);
  expect(techniques(session)).toEqual(['single-leg', 're-guard', 'half-guard-sweep']);
  expect(session.rolls[1]!.partnerId).toBe('cosmo');
  expect(techniques(session, 1)).toEqual(['guard-pull', 'pass']);
});

test('captions of a spoken review can be opened, and the clock comes with them', async ({ page, demo }) => {
  await openRoll(page, demo.url);
  await page.getByText('Tell it', { exact: true }).click();
  const captions = [
    'WEBVTT',
    '',
    '00:12.000 --> 00:15.000',
    'okay so i pulled half guard',
    '',
    '01:40.500 --> 01:44.000',
    '<v Runa>and then he knee cut me',
  ];
  await page.locator('input[type=file]').setInputFiles({
    name: 'review.vtt',
    mimeType: 'text/vtt',
    buffer: Buffer.from(captions.join('\n')),
  });
  await expect(page.getByLabel(box)).toHaveValue('okay so i pulled half guard and then he knee cut me');
  await page.getByRole('button', { name: /^Take it/ }).click();
  await saved(page);
  const session = (await demo.get<Listed>('/api/sessions?size=1')).items[0]!;
  expect(session.rolls[0]!.exchanges[0]!.moments).toMatchObject([
    { technique: 'guard-pull', clock: 12 },
    { technique: 'knee-cut', clock: 100.5, actor: 'them' },
  ]);
});

test('with the program gone the log opens, takes rolls and words, and all go up once when it is back', async ({
  page,
  empty,
}) => {
  await empty.send('PUT', '/api/athlete', { name: 'Runa Halvick', belt: 'blue' }, { 'if-none-match': '*' });
  await empty.send('POST', '/api/partners', {
    id: 'sunniva',
    name: 'Sunniva G.',
    belt: 'blue',
  });
  await empty.send('POST', '/api/partners', {
    id: 'cosmo',
    name: 'Cosmo V.',
    belt: 'blue',
  });
  await page.goto(empty.url + '/#/log');
  await page.getByRole('button', { name: 'Add a roll' }).click();
  await page.getByRole('button', { name: /Sunniva G\./ }).click();
  await did(page, /^What I did$/, 'Single-leg takedown').click();
  await saved(page);
  // The pages' files are on the device by now.
  await page.waitForFunction(() => navigator.serviceWorker.ready.then(() => true));
  const before = await empty.get<Listed>('/api/sessions?size=1');
  await empty.kill();

  await page.reload();
  await page.getByRole('button', { name: 'Add a roll' }).click();
  await page.getByRole('button', { name: /Cosmo V\./ }).click();
  await did(page, /^What I did$/, 'Single-leg takedown').click();
  await page.getByText('Tell it', { exact: true }).click();
  await page.getByLabel(box).fill('He opened the guard and passed.');
  await expect(page.getByText('Your words are kept on this device')).toBeVisible();
  await expect(page.locator('[data-state=kept]')).toBeVisible();

  // Another reload in the dark: still there.
  await page.reload();
  await page.getByRole('button', { name: /Cosmo V\./ }).click();
  await page.getByText('Tell it', { exact: true }).click();
  await expect(page.getByLabel(box)).toHaveValue('He opened the guard and passed.');

  await empty.start();
  await saved(page);
  await expect(page.getByText('2 moments read')).toBeVisible();
  await page.getByRole('button', { name: 'Put it after what is there' }).click();
  await saved(page);
  const after = await empty.get<Listed>('/api/sessions?size=1');
  expect(after.total).toBe(before.total);
  expect(after.items[0]!.id).toBe(before.items[0]!.id);
  expect(after.items[0]!.rolls.map((r) => r.partnerId)).toEqual(['sunniva', 'cosmo']);
  expect(techniques(after.items[0]!, 1)).toEqual(['single-leg', 'open-the-guard', 'pass']);
});

test('words can be selected to say what they tell, and the reader learns from it', async ({ page, demo }) => {
  await openRoll(page, demo.url);
  await page.keyboard.press('t');
  const words = 'He played closed guard. I opened it and did my wombat and was on his back until the bell.';
  await page.keyboard.type(words);
  await expect(page.getByText(/moments? read/)).toBeVisible();
  await page.getByLabel(box).evaluate((field: HTMLTextAreaElement) => {
    const at = field.value.indexOf('my wombat');
    field.focus();
    field.setSelectionRange(at, at + 'my wombat'.length);
  });
  await page.getByRole('button', { name: 'Say what “my wombat” tells' }).click();
  await page.getByRole('combobox', { name: 'What was it? Any name will do.' }).fill('smash pass');
  await page.getByRole('option', { name: /^Smash pass/ }).click();
  await expect(page.getByRole('button', { name: /I: Smash pass/ })).toBeVisible();
  await page.getByRole('button', { name: /^Take it/ }).click();
  await saved(page);
  const session = (await demo.get<Listed>('/api/sessions?size=1')).items[0]!;
  expect(techniques(session)).toContain('smash-pass');
  const [correction] = session.rolls[0]!.corrections!;
  expect(correction!.text).toBe(words);
  expect(correction!.moments).toContainEqual({
    ...{ at: words.indexOf('my wombat'), length: 9, actor: 'me', technique: 'smash-pass', outcome: 'done' },
    added: true,
  });
  await page.goto(demo.url + '/#/data');
  await expect(page.getByText('The reader has learned from 1 account that you set right.')).toBeVisible();
});

test('an evening is told in one go, and each partner of it gets a roll', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/log');
  await page.getByRole('button', { name: 'Tell the evening in one go' }).click();
  await page
    .getByLabel(box)
    .fill(
      'Rolled with Odalys, then Sunniva, then Otto. Odalys passed my guard and tapped me with an armbar. Got Sunniva ' +
        'with two triangles. Otto and I were even.',
    );
  await expect(page.getByText('in 3 rolls')).toBeVisible();
  await expect(page.getByText('Roll 3, with Otto: no moment was read')).toBeVisible();
  const strangers = page.getByRole('region', { name: 'Not among your partners yet' });
  await expect(strangers.getByRole('button')).toHaveText(['Add Otto']);
  await strangers.getByRole('button', { name: 'Add Otto' }).click();
  await strangers.getByLabel('Belt').selectOption('purple');
  await strangers.getByLabel(/^Weight/).fill('84');
  await strangers.getByRole('button', { name: 'Add Otto to the partners' }).click();
  await expect(strangers).toBeHidden();
  await page.getByRole('button', { name: /^Take it/ }).click();
  await saved(page);
  const session = (await demo.get<Listed>('/api/sessions?size=1')).items[0]!;
  expect(session.rolls.map((r) => r.exchanges.map((e) => `${e.end?.by} ${e.moments.at(-1)?.technique}`))).toEqual([
    ['them armbar'],
    ['me triangle', 'me triangle'],
    [],
  ]);
  expect(session.rolls.map((r) => r.partnerId !== undefined && r.partnerId !== null)).toEqual([true, true, true]);
  expect(session.rolls[2]!.partnerWeightKg).toBe(84);
  const people = (await demo.get<{ items: { id: string; name: string; belt: string }[] }>('/api/partners')).items;
  expect(people.find((p) => p.id === session.rolls[2]!.partnerId)).toMatchObject({ name: 'Otto', belt: 'purple' });
});
