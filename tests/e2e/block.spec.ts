import ICAL from 'ical.js';
import type { Page } from '@playwright/test';
import { expect, saved, test } from './program.ts';

const phone = { width: 390, height: 844 };
const laptop = { width: 1280, height: 800 };

/** The page believes it is this day, at six in the evening. */
const on = (page: Page, day: string) => page.clock.setFixedTime(new Date(`${day}T18:00:00`));

const tap = async (page: Page, name: string, times: number) => {
  for (let i = 0; i < times; i++) await page.getByRole('button', { name, exact: true }).click();
};

test('from a soft spot to a block: chosen with evidence, planned, drilled without a signal, and the ladder moves', async ({
  page,
  demo,
  empty,
}) => {
  // A log that outlives a restart: the demo's own is a fresh copy every time.
  const file = await (await fetch(`${demo.url}/api/export/logbook.json`)).text();
  expect((await empty.send('POST', '/api/import', file)).ok).toBe(true);
  await on(page, '2026-07-06');
  await page.setViewportSize(laptop);
  await page.goto(`${empty.url}/#/soft-spots/half-guard/bottom`);
  await page.getByRole('link', { name: 'Drill this: plug it' }).click();

  // Two or three candidates side by side; the one that led here is chosen already.
  const card = page.getByRole('article', { name: 'Half guard, bottom' });
  await expect(card.getByRole('button', { name: /^Chosen/ })).toBeVisible();
  await expect(page.getByRole('article')).toHaveCount(3);
  await expect(card).toContainText('stop their knee cut pass');
  await expect(card).toContainText('You are there about');
  await card.getByText(/^From what\?/).click();
  await expect(card.getByRole('link').first()).toBeVisible();
  await page.getByLabel('Cue: what to keep in mind').fill('Shield first.');
  await page.getByLabel('Thin side').selectOption('left');
  await page.getByLabel('tuesday: minutes in class').fill('15');
  await page.getByRole('button', { name: 'Begin the block' }).click();

  await expect(page.getByRole('heading', { name: 'Week 4' })).toBeVisible();
  await expect(page.getByText('Stop the knee cut pass in half guard, from below').first()).toBeVisible();
  await expect(page.getByText(/The first goes from the spot measure/).first()).toBeVisible();

  // Tuesday: the cards are on the phone, the hall has no signal, and the program stops.
  await on(page, '2026-07-07');
  await page.setViewportSize(phone);
  await page.goto(`${empty.url}/#/tonight`);
  await expect(page.getByText('“Shield first.”')).toBeVisible();
  await empty.kill();
  await expect(page.getByText('Go 1 of')).toContainText('left side');
  await tap(page, 'kept', 3);
  await tap(page, 'not kept', 2);
  await page.getByRole('button', { name: 'Take the last one back' }).click();
  await expect(page.getByRole('img', { name: '4 goes, 3 kept' })).toBeVisible();
  await expect(page.getByText('Kept on this device')).toBeVisible();

  // The phone throws the page away between two goes: the cards and the goes are still there.
  await page.reload();
  await expect(page.getByText('“Shield first.”')).toBeVisible();
  await expect(page.getByRole('img', { name: '4 goes, 3 kept' })).toBeVisible();
  await page.goto(`${empty.url}/#/block`);
  await page.goto(`${empty.url}/#/tonight`);
  await expect(page.getByText(/No signal/)).toBeVisible();
  await expect(page.getByRole('img', { name: '4 goes, 3 kept' })).toBeVisible();
  await empty.start();
  await saved(page);

  // Two good evenings from the first rung.
  for (const day of ['2026-07-09', '2026-07-14']) {
    await on(page, day);
    await page.goto(`${empty.url}/#/nowhere`);
    await page.reload();
    await page.goto(`${empty.url}/#/tonight`);
    const goes = page.getByRole('button', { name: 'Goes', exact: true });
    await goes.click();
    await tap(page, 'kept', 5);
    await expect(page.getByRole('img', { name: '5 goes, 5 kept' })).toBeVisible();
    await saved(page);
  }

  await page.setViewportSize(laptop);
  await page.goto(`${empty.url}/#/block`);
  const ladder = page.getByRole('region', { name: /^Ladder/ });
  await expect(ladder.locator('[aria-current=step]')).toContainText('Half guard, bottom, settled');
  await expect(ladder).toContainText('Last step: up');
  await expect(page.getByText('3 of 4 goes kept')).toBeVisible();

  // The goes from the spot count where contests are counted.
  const { items } = await empty.get<{ items: { id: string }[] }>('/api/blocks');
  const verdicts = await empty.get<{ verdicts: { since: { goes: number } }[] }>(`/api/blocks/${items[0]!.id}/verdict`);
  expect(verdicts.verdicts[0]!.since.goes).toBe(4);
});

test('the days of a running block are changed: half a change is kept, and the rest is planned anew', async ({
  page,
  demo,
}) => {
  await on(page, '2026-07-08');
  await demo.send('POST', '/api/blocks', {
    id: 'change',
    from: '2026-07-06',
    weeks: 2,
    days: [
      { day: 'tuesday', before: 6, after: 12 },
      { day: 'thursday', during: 20 },
    ],
    focuses: [
      {
        id: 'f',
        spot: { position: 'half-guard', role: 'bottom' },
        purpose: 'plug',
        cue: 'Old cue.',
      },
    ],
  });
  await page.goto(`${demo.url}/#/block`);
  await page.getByText('Change or end this block').click();
  await page.getByRole('link', { name: 'Days, minutes, cues' }).click();
  await page.getByRole('checkbox', { name: 'Thursday' }).uncheck();
  await page.getByRole('checkbox', { name: 'Saturday' }).check();
  await page.getByLabel('saturday: minutes in class').fill('30');
  await page.getByLabel('Cue: what to keep in mind').fill('Knee to chest.');
  await page.reload();
  await expect(page.getByLabel('Cue: what to keep in mind')).toHaveValue('Knee to chest.');
  await expect(page.getByRole('checkbox', { name: 'Thursday' })).not.toBeChecked();
  await page.getByRole('button', { name: 'Save the change' }).click();
  await expect(page.getByRole('heading', { name: 'Week 2' })).toBeVisible();
  await expect(page.getByText('“Knee to chest.”').first()).toBeVisible();
  const { plan } = await demo.get<{ plan: { sessions: { date: string }[] } }>(
    '/api/blocks/change/plan?today=2026-07-08',
  );
  expect(plan.sessions.map((s) => s.date)).toContain('2026-07-18');
  expect(plan.sessions.map((s) => s.date)).not.toContain('2026-07-16');
});

// RFC 5545, read by ical.js as a calendar would.
test('the calendar file is valid, and imported again it updates instead of doubling', async ({ page, demo }) => {
  const day = new Date().toISOString().slice(0, 10);
  const answer = await demo.send('POST', '/api/blocks', {
    from: day,
    weeks: 2,
    days: [
      { day: 'monday', time: '18:30', before: 6, after: 12 },
      { day: 'friday', during: 20 },
    ],
    focuses: [
      {
        id: 'f',
        spot: { position: 'half-guard', role: 'bottom' },
        purpose: 'plug',
      },
    ],
  });
  const { id } = (await answer.json()) as { id: string };
  await page.goto(`${demo.url}/#/block/${id}`);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Calendar file' }).click();
  expect((await download).suggestedFilename()).toBe('ash-notch-block.ics');

  const read = async () => {
    const text = await (await fetch(`${demo.url}/api/blocks/${id}/calendar.ics`)).text();
    const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
    expect(calendar.getFirstPropertyValue('version')).toBe('2.0');
    return calendar.getAllSubcomponents('vevent').map((c) => new ICAL.Event(c));
  };
  const calendar = new Map((await read()).map((e) => [e.uid, e]));
  expect(calendar.size).toBe(4);
  const monday = [...calendar.values()].find((e) => e.startDate.toJSDate().getDay() === 1)!;
  expect([monday.startDate.hour, monday.startDate.minute, monday.startDate.zone.tzid]).toEqual([18, 24, 'floating']);
  expect(monday.duration.toSeconds()).toBe(18 * 60);
  expect([...calendar.values()].every((e) => e.summary.startsWith('Drill: Stop the knee cut pass'))).toBe(true);
  expect(monday.description).toContain('Kept when');

  await demo.send('POST', '/api/niggles', { part: 'hip', from: day });
  for (const event of await read()) {
    expect(event.sequence).toBeGreaterThan(calendar.get(event.uid)!.sequence);
    calendar.set(event.uid, event);
  }
  expect(calendar.size).toBe(4);
  expect([...calendar.values()][0]!.description).toContain('hip');
});

test('the verdict of the demo’s spring block reads like a note, and opens to its moments', async ({ page, demo }) => {
  await page.goto(`${demo.url}/#/block`);
  await page
    .getByRole('region', { name: 'Blocks so far' })
    .getByRole('link', { name: /^Did it hold\? Half guard/ })
    .click();
  const note = page.getByRole('article', {
    name: 'Stop the knee cut pass in half guard, from below',
  });
  await expect(note.getByRole('heading', { level: 2 })).toHaveText(/^(It held|Probably better)\.$/);
  await expect(note).toContainText('partners and goes allowed for');
  await expect(note).toContainText('The counts and the judgement differ because');
  await note
    .getByText(/^From what\?/)
    .first()
    .click();
  await note.getByRole('link').first().click();
  await expect(page.getByRole('heading', { name: /^With / })).toBeVisible();
  await page.goto(`${demo.url}/#/rings`);
  await expect(page.getByText('Dotted lines: weeks of a drill block.')).toBeVisible();
});

test('refreshers that are due are done without a block, and the next gap is longer', async ({ page, demo }) => {
  // The demo's running block is over by then.
  await on(page, '2026-07-20');
  await page.setViewportSize(phone);
  await page.goto(`${demo.url}/#/tonight`);
  await expect(page.getByText('Refreshers that are due.')).toBeVisible();
  await tap(page, 'kept', 4);
  await saved(page);
  await page.goto(`${demo.url}/#/block`);
  await expect(page.getByRole('region', { name: 'Refreshers' }).getByRole('listitem').first()).toContainText(
    'Mon 14 Sept',
  );
});

test('the session log knows the block and asks only what it cannot know', async ({ page, demo }) => {
  await on(page, '2026-07-07');
  await demo.send('POST', '/api/blocks', {
    from: '2026-07-06',
    weeks: 2,
    days: [{ day: 'tuesday', after: 12 }],
    focuses: [
      {
        id: 'f',
        spot: { position: 'half-guard', role: 'bottom' },
        purpose: 'plug',
        cue: 'Shield first.',
      },
    ],
  });
  await page.goto(`${demo.url}/#/log`);
  const note = page.getByRole('region', { name: 'The block' });
  await note.getByRole('button', { name: 'Take it as the aim' }).click();
  await expect(page.getByText('Aim: Shield first.')).toBeVisible();
  await expect(note.getByText('How hard was it')).toHaveCount(0);
  await page.getByRole('button', { name: 'Add a roll' }).click();
  await page.getByRole('button', { name: /Sunniva/ }).click();
  await saved(page);
  await page.goto(`${demo.url}/#/`);
  await page.goto(`${demo.url}/#/log`);
  await note.getByLabel('Goes').fill('8');
  await note.getByLabel('Kept').fill('5');
  await note.getByRole('button', { name: 'Add them' }).click();
  await expect(note).toContainText('8 goes counted this evening.');
  await note
    .getByRole('group', { name: /^How hard/ })
    .getByRole('button', { name: '7', exact: true })
    .click();
  await saved(page);
  const { items } = await demo.get<{
    items: {
      aim: string;
      effort: number;
      rolls: { goes?: { tries: unknown[] } }[];
    }[];
  }>('/api/sessions?size=1');
  expect(items[0]).toMatchObject({ aim: 'Shield first.', effort: 7 });
  expect(items[0]!.rolls.find((r) => r.goes)!.goes!.tries).toHaveLength(8);
});

test('a niggle is noted, takes what loads it out of the plan, and is gone again', async ({ page, demo }) => {
  await on(page, '2026-07-06');
  await demo.send('POST', '/api/blocks', {
    from: '2026-07-06',
    weeks: 2,
    days: [{ day: 'tuesday', after: 16 }],
    focuses: [
      {
        id: 'f',
        spot: { position: 'half-guard', role: 'bottom' },
        purpose: 'plug',
      },
    ],
  });
  await page.goto(`${demo.url}/#/load`);
  const niggles = page.getByRole('region', { name: 'Niggles' });
  await niggles.getByLabel('Where').selectOption('hip');
  await niggles.getByLabel('How much').selectOption('clear');
  await niggles.getByRole('button', { name: 'Note the niggle' }).click();
  await expect(niggles.getByText('licensed professional')).toBeVisible();
  // Only what is kept takes anything out of a plan.
  await expect(niggles.getByRole('button', { name: 'Gone today: hip' })).toBeVisible();
  await page.goto(`${demo.url}/#/block`);
  await expect(page.getByText(/loads the hip \(niggle since Mon 6 Jul\)/).first()).toBeVisible();
  await page.goto(`${demo.url}/#/load`);
  await niggles.getByRole('button', { name: 'Gone today: hip' }).click();
  await expect(niggles.getByRole('button', { name: 'Back again: hip' })).toBeVisible();
});
