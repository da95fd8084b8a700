import { did, expect, saved, test } from './program.ts';

interface Session {
  id: string;
  rolls: {
    partnerId: string;
    told?: string;
    exchanges: {
      start: unknown;
      moments: { technique: string; outcome: string; actor: string }[];
      end?: { kind: string; by?: string };
    }[];
  }[];
}
interface Listed {
  items: Session[];
  total: number;
}

const mine = /^What I did$/;
const theirs = /^What (?!I did)\w+ did$/;

test.describe('on a phone, by touch', () => {
  test.use({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });

  test('a roll of five moments with a known partner takes at most 14 taps', async ({ page, demo }) => {
    await page.goto(demo.url + '/#/log');
    let taps = 0;
    const tap = async (target: ReturnType<typeof did>) => {
      await target.tap();
      taps++;
    };
    await tap(page.getByRole('button', { name: 'Add a roll' }));
    await tap(page.getByRole('button', { name: /Sunniva G\./ }));
    await tap(did(page, theirs, 'Single-leg takedown'));
    await tap(did(page, theirs, 'Torreando pass'));
    await tap(did(page, theirs, 'Knee cut pass'));
    await tap(did(page, mine, 'Frame and hip escape'));
    // It led elsewhere than usual: one more tap.
    await tap(page.getByRole('button', { name: 'Open guard, bottom', exact: true }));
    await tap(did(page, mine, 'Scissor sweep'));
    await tap(page.getByRole('button', { name: 'Bell: roll done' }));
    await saved(page);
    console.log(`taps for the reference roll: ${taps}`);
    expect(taps).toBeLessThanOrEqual(14);

    const session = (await demo.get<Listed>('/api/sessions?size=1')).items[0]!;
    expect(session.rolls).toHaveLength(1);
    expect(session.rolls[0]!.partnerId).toBe('sunniva');
    expect(session.rolls[0]!.exchanges[0]!.moments.map((m) => m.technique)).toEqual([
      'single-leg',
      'torreando',
      'knee-cut',
      'frame-and-hip-escape',
      'scissor-sweep',
    ]);
    expect(session.rolls[0]!.exchanges[0]!.moments[3]).toMatchObject({
      to: { position: 'open-guard', role: 'bottom' },
    });
    expect(session.rolls[0]!.exchanges[0]!.end).toEqual({ kind: 'time' });
  });

  test('sides, doubt, reasons, stopped tries and taking back are kept', async ({ page, demo }) => {
    await page.goto(demo.url + '/#/log');
    await page.getByRole('button', { name: 'Add a roll' }).tap();
    await page.getByRole('button', { name: /Fenwick/ }).tap();
    await page.getByRole('button', { name: 'Half guard, bottom' }).tap();
    await did(page, theirs, 'Knee cut pass').tap();
    await page.getByRole('button', { name: 'take back' }).tap();
    await expect(page.getByRole('region', { name: 'What happened so far' })).toHaveCount(0);
    await did(page, theirs, 'Knee cut pass, stopped').tap();
    await page.getByRole('button', { name: 'left', exact: true }).tap();
    await page.getByRole('button', { name: 'not sure' }).tap();
    await page.getByLabel('Why').selectOption('gave-space');
    await expect(page.getByTestId('here')).toHaveText('Half guard, bottom');
    await saved(page);
    const roll = (await demo.get<Listed>('/api/sessions?size=1')).items[0]!.rolls[0]!;
    expect(roll.exchanges[0]!.moments).toEqual([
      {
        actor: 'them',
        technique: 'knee-cut',
        outcome: 'stopped',
        side: 'left',
        from: { position: 'half-guard', role: 'bottom' },
        reasons: ['gave-space'],
        sure: false,
      },
    ]);
  });
});

test.describe('on a laptop, by keyboard', () => {
  test.use({ viewport: { width: 1280, height: 800 } });

  test('the same roll takes at most 14 keys and no mouse', async ({ page, demo }) => {
    await page.goto(demo.url + '/#/log');
    await expect(page.getByRole('button', { name: 'Add a roll' })).toBeVisible();
    let keys = 0;
    const press = async (key: string) => {
      await page.keyboard.press(key);
      keys++;
    };
    const keyOf = async (whose: RegExp, what: string) => {
      const names = await page.getByRole('region', { name: whose }).locator('.done').allTextContents();
      const nth = names.findIndex((n) => n.trim().startsWith(what));
      expect(nth, `${what} among ${names.join(' | ')}`).toBeGreaterThanOrEqual(0);
      return whose === mine ? String(nth + 1) : 'asdfgh'[nth]!;
    };
    await press('n');
    await expect(page.getByRole('button', { name: /Sunniva/ })).toBeVisible();
    const partners = await page.locator('button.who').allTextContents();
    await press(String(partners.findIndex((p) => p.includes('Sunniva')) + 1));
    await expect(page.getByRole('heading', { name: /Sunniva/ }).first()).toBeVisible();
    for (const [whose, what] of [
      [theirs, 'Single-leg takedown'],
      [theirs, 'Torreando pass'],
      [theirs, 'Knee cut pass'],
      [mine, 'Frame and hip escape'],
      [mine, 'Scissor sweep'],
    ] as const) {
      await press(await keyOf(whose, what));
      await expect(page.locator('.last strong')).toHaveText(what);
    }
    await press('k');
    await press('b');
    await saved(page);
    console.log(`keys for the reference roll: ${keys}`);
    expect(keys).toBeLessThanOrEqual(14);
    const roll = (await demo.get<Listed>('/api/sessions?size=1')).items[0]!.rolls[0]!;
    expect(roll.exchanges[0]!.moments).toHaveLength(5);
    expect(roll.exchanges[0]!.moments[4]).toMatchObject({
      technique: 'scissor-sweep',
      side: 'right',
    });
  });

  test('anything can be looked for by any of its names, and a finish ends the exchange', async ({ page, demo }) => {
    await page.goto(demo.url + '/#/log');
    await page.getByRole('button', { name: 'Add a roll' }).click();
    await page.getByRole('button', { name: /Mirek/ }).click();
    await expect(page.getByRole('heading', { name: /Mirek/ }).first()).toBeVisible();
    await page.keyboard.press('/');
    await page.getByRole('combobox', { name: 'What was it? Any name will do.' }).fill('rnc');
    await page.keyboard.press('Enter');
    await expect(page.getByText('Mirek tapped to the rear naked choke')).toBeVisible();
    await page.keyboard.press('x');
    await saved(page);
    const roll = (await demo.get<Listed>('/api/sessions?size=1')).items[0]!.rolls[0]!;
    expect(roll.exchanges.map((e) => e.end)).toEqual([
      { kind: 'tap', by: 'me', technique: 'rear-naked-choke' },
      { kind: 'tap', by: 'them' },
    ]);
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog')).toContainText('take back the last thing');
  });
});

test('a new user says who they are, adds a partner while logging and keeps the words they tell', async ({
  page,
  empty,
}) => {
  await page.goto(empty.url);
  await page.getByLabel('Name').fill('Runa Halvick');
  await page.getByLabel('Belt').selectOption('blue');
  await page.getByLabel('Units').selectOption('lb');
  await page.getByLabel('Weight').fill('134.5');
  await page.getByRole('button', { name: 'Begin the log' }).click();
  await page.getByRole('link', { name: "Log tonight's rolls" }).click();
  await page.getByRole('button', { name: 'Add a roll' }).click();
  await page.getByLabel('Name').fill('Odalys B.');
  await page.getByLabel('Weight in lb').fill('145');
  await page.getByRole('button', { name: 'Add and roll' }).click();
  await page.getByText('Tell it', { exact: true }).click();
  await page.getByLabel('Tell it, in your own words').fill('She pulled guard and I never got out.');
  await page.getByLabel('Takeaways, one a line').fill('Posture first.\nThen the knee.');
  await saved(page);

  const session = (await empty.get<Listed>('/api/sessions?size=1')).items[0]!;
  expect(session.rolls[0]).toMatchObject({
    told: 'She pulled guard and I never got out.',
    takeaways: ['Posture first.', 'Then the knee.'],
  });
  const partner = (await empty.get<{ items: { name: string; weightKg: number }[] }>('/api/partners')).items[0]!;
  expect(partner.name).toBe('Odalys B.');
  expect(partner.weightKg).toBeCloseTo(65.7709, 3);
  expect((await empty.get<{ weightKg: number }>('/api/athlete')).weightKg).toBeCloseTo(61.0082, 3);
});
