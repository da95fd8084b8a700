import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { closeSync, ftruncateSync, mkdtempSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { did, expect, saved, test } from './program.ts';

interface TaggedRoll {
  video?: { name: string; size: number; length: number; start?: number };
  exchanges: {
    moments: { technique: string; clock?: number; actor: string }[];
    end?: { kind: string; clock?: number };
  }[];
}
interface Listed {
  items: { id: string; date: string; rolls: TaggedRoll[] }[];
}

const clip = fileURLToPath(new URL('../../web/public/clips/stand-in.webm', import.meta.url));
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true });
const video = (page: Page) => page.locator('video');
const at = (page: Page) => video(page).evaluate((v: HTMLVideoElement) => v.currentTime);
const chooser = (page: Page) => page.locator('input[type=file]').first();

/** As if it had been played up to there. */
async function playedTo(page: Page, seconds: number) {
  await video(page).evaluate(
    (v: HTMLVideoElement, to) =>
      new Promise<void>((resolve) => {
        v.addEventListener('seeked', () => resolve(), { once: true });
        v.currentTime = to;
      }),
    seconds,
  );
}

/** Opens the stand-in for a roll with Cosmo that is not in the log yet. */
async function begin(page: Page, url: string) {
  await page.goto(url + '/#/tag');
  await chooser(page).setInputFiles(clip);
  await button(page, 'A roll that is not in the log yet').click();
  await page.getByRole('button', { name: /^Cosmo/ }).click();
  await expect(page.getByRole('heading', { name: 'Tag it: Cosmo V.' })).toBeVisible();
  await saved(page);
}

const tagged = async (get: <T>(path: string) => Promise<T>, file = 'stand-in.webm') =>
  (await get<{ items: { sessionId: string; roll: TaggedRoll }[] }>(`/api/rolls?video=${file}`)).items;

test('five moments are tagged by keys, found by their notches, saved as captions and read again', async ({
  page,
  context,
  demo,
}) => {
  await begin(page, demo.url);
  let keys = 0;
  const press = async (key: string) => {
    keys++;
    await page.keyboard.press(key);
  };
  await playedTo(page, 3);
  await press('m');
  for (const [seconds, key] of [
    [20, '1'],
    [38, 'a'],
    [52, 'Shift+2'],
    [60, 'Shift+S'],
    [76, '1'],
  ] as const) {
    await playedTo(page, seconds);
    await press(key);
  }
  await playedTo(page, 96);
  await press('b');
  console.log(`keys for a tagged roll of five moments, play and pause aside: ${keys}`);
  expect(keys).toBeLessThanOrEqual(12);
  await saved(page);
  const kept = (await tagged((path) => demo.get(path))).find((line) => line.roll.exchanges[0]?.moments.length === 5)!;
  expect(kept.roll.video).toMatchObject({ name: 'stand-in.webm', start: 3 });
  expect(kept.roll.video!.size).toBe(readFileSync(clip).length);
  const moments = kept.roll.exchanges.flatMap((e) => e.moments);
  expect(moments.map((m) => m.clock)).toEqual([17, 35, 49, 57, 73]);
  expect(kept.roll.exchanges.at(-1)!.end).toMatchObject({ kind: 'time', clock: 93 });

  // A notch of the stick, and a line of the list, lead to their place in the picture.
  const stick = (await page.locator('.box svg').boundingBox())!;
  await page.mouse.click(stick.x + stick.width * 0.38, stick.y + 20);
  await expect.poll(() => at(page)).toBeCloseTo(38, 1);
  await page.keyboard.press('Escape');
  await page.getByRole('region', { name: 'What happened so far' }).locator('.what').nth(3).click();
  await expect.poll(() => at(page)).toBeCloseTo(60, 1);

  // The browser's own reader of captions finds a chapter for the exchange and a cue for each moment.
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    button(page, 'Save the moments as captions').click(),
  ]);
  expect(download.suggestedFilename()).toBe('stand-in.vtt');
  const text = readFileSync((await download.path())!, 'utf8');
  const cues = await page.evaluate(
    (vtt) =>
      new Promise<[string, number, number, string][]>((resolve) => {
        const track = document.createElement('track');
        track.src = URL.createObjectURL(new Blob([vtt], { type: 'text/vtt' }));
        track.default = true;
        const player = document.createElement('video');
        player.append(track);
        document.body.append(player);
        track.addEventListener('load', () => {
          const read = [...(track.track.cues ?? [])] as VTTCue[];
          player.remove();
          resolve(read.map((cue) => [cue.id, cue.startTime, cue.endTime, cue.text]));
        });
        track.track.mode = 'hidden';
      }),
    text,
  );
  expect(cues.map(([id, from]) => [id, from])).toEqual([
    ['exchange 1', 3],
    ['moment 1.1', 20],
    ['moment 1.2', 38],
    ['moment 1.3', 52],
    ['moment 1.4', 60],
    ['moment 1.5', 76],
  ]);

  // Another day, another page: the file is known again by its name, its size and its length.
  const next = await context.newPage();
  await next.goto(demo.url + '/#/tag');
  await chooser(next).setInputFiles(clip);
  const known = next.getByRole('button', { name: /^Go on with Cosmo/ });
  await expect(known).toHaveCount(2);

  // Read in again beside another roll, the moments are proposed, one and all.
  await button(next, 'A roll that is not in the log yet').click();
  await next.getByRole('button', { name: /^Odalys/ }).click();
  await expect(next.getByRole('heading', { name: 'Tag it: Odalys B.' })).toBeVisible();
  await chooser(next).setInputFiles({ name: 'again.vtt', mimeType: 'text/vtt', buffer: Buffer.from(text) });
  const proposed = next.getByRole('region', { name: 'Proposed by again.vtt' });
  await expect(proposed.getByRole('heading')).toHaveText('5 moments proposed by again.vtt');
  await proposed.getByRole('button', { name: /^Take .* at 0:38$/ }).click();
  await expect(proposed.getByRole('heading')).toHaveText('4 moments proposed by again.vtt');
  await button(next, 'Take all').click();
  await expect(proposed.getByRole('heading')).toHaveText('All of again.vtt is in');
  await saved(next);
  const rolls = (await tagged((path) => demo.get(path))).map((line) => line.roll.exchanges.flatMap((e) => e.moments));
  const twice = rolls.filter((of) => of.length === 5);
  expect(twice).toHaveLength(2);
  expect(twice[1]!.map((m) => [m.technique, m.actor])).toEqual(twice[0]!.map((m) => [m.technique, m.actor]));
});

test('See it on a roll plays from two seconds before the moment', async ({ page, demo }) => {
  await page.goto(demo.url + '/#/rolls/n44/n44-1');
  await button(page, /^See Throw-by pass at 1:13$/).click();
  await expect(page.getByText('This roll was tagged in “stand-in.webm”')).toBeVisible();
  await button(page, 'Take the clip that comes with the demo').click();
  await expect.poll(() => at(page)).toBeGreaterThanOrEqual(74);
  expect(await at(page)).toBeLessThan(80);
  await expect(button(page, 'Pause')).toBeVisible();
  // The file stays open on the way to the page where it is tagged.
  await page.getByRole('link', { name: 'Tag more of it' }).click();
  await expect(video(page)).toBeVisible();
  await expect(page.getByRole('region', { name: 'Running score' })).toContainText('You');
});

test('the picture is played, stepped, slowed and looped by keys', async ({ page, demo }) => {
  await begin(page, demo.url);
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => at(page)).toBeCloseTo(5, 1);
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('ArrowLeft');
  await expect.poll(() => at(page)).toBeCloseTo(2, 1);
  await page.keyboard.press('.');
  expect(await at(page)).toBeGreaterThan(2);
  await page.keyboard.press('-');
  await expect(page.getByText('0.75×')).toBeVisible();
  await page.keyboard.press('Space');
  await expect(button(page, 'Pause')).toBeVisible();
  await page.keyboard.press('Space');
  await expect(button(page, 'Play')).toBeVisible();
  await playedTo(page, 50);
  await page.keyboard.press('l');
  await expect(button(page, 'again and again')).toHaveAttribute('aria-pressed', 'true');
  await expect.poll(() => at(page)).toBeLessThan(50);
});

test('a mark is told in words, nudged, drawn elsewhere and taken back', async ({ page, demo }) => {
  await begin(page, demo.url);
  await playedTo(page, 3);
  await page.keyboard.press('m');
  await playedTo(page, 30);
  await page.keyboard.press('y');
  await page.keyboard.type("now he's on my back, hunting the choke");
  await expect(page.getByText(/^\d+ moments?: /)).toBeVisible();
  await page.keyboard.press('Enter');
  const list = page.getByRole('region', { name: 'What happened so far' }).locator('.moment');
  await expect(list.first()).toContainText('0:27');
  const before = await list.count();
  await page.getByRole('heading', { name: /^Tag it/ }).click();
  await playedTo(page, 27.9 + 3);
  await page.keyboard.press(']');
  await page.keyboard.press(']');
  await expect(list.nth(before - 1)).toContainText('0:28');
  const stick = (await page.locator('.box svg').boundingBox())!;
  const notch = await page.locator('.box svg .touch').last().boundingBox();
  await page.mouse.move(notch!.x + 8, stick.y + 20);
  await page.mouse.down();
  await page.mouse.move(stick.x + stick.width * 0.6, stick.y + 20, { steps: 5 });
  await page.mouse.up();
  await expect(list.nth(before - 1)).toContainText('0:57');
  await page.keyboard.press('z');
  await expect(list.nth(before - 1)).toContainText('0:28');
});

test('what somebody said in captions is proposed; what cannot be read of them is listed', async ({ page, demo }) => {
  await begin(page, demo.url);
  const captions = [
    'WEBVTT',
    '',
    '00:12.000 --> 00:15.000',
    'he shot a double leg and took me down',
    '',
    '00:99.000 --> 00:15.000',
    'lost',
    '',
    '00:40.500 --> 00:44.000',
    'and then he knee cut me',
  ];
  await chooser(page).setInputFiles({
    name: 'review.vtt',
    mimeType: 'text/vtt',
    buffer: Buffer.from(captions.join('\n')),
  });
  await expect(page.getByRole('alert')).toContainText('line 6');
  await button(page, 'Take all').click();
  await saved(page);
  const [line] = (await tagged((path) => demo.get(path))).filter(
    (l) => l.roll.exchanges.length > 0 && l.sessionId !== 'n44',
  );
  expect(line!.roll.exchanges.flatMap((e) => e.moments)).toMatchObject([
    { technique: 'double-leg', clock: 12, actor: 'them' },
    { technique: 'knee-cut', clock: 40.5, actor: 'them' },
  ]);
});

test('a file that does not play, one that was changed, and a mark before the start are each said in a sentence', async ({
  page,
  demo,
  complaints: _,
}) => {
  await page.goto(demo.url + '/#/tag');
  await chooser(page).setInputFiles({
    name: 'old.avi',
    mimeType: 'video/x-msvideo',
    buffer: Buffer.from('RIFF0000AVI '),
  });
  await expect(page.getByRole('alert')).toContainText('cannot play “old.avi”');
  await expect(page.getByRole('alert')).toContainText('WebM');

  await page.goto(demo.url + '/#/tag/n44/n44-1');
  await button(page, 'Another file').click();
  // Changed since: the same name, a little longer.
  const longer = Buffer.concat([readFileSync(clip), Buffer.from([0xec, 0x84, 0, 0, 0, 0])]);
  await chooser(page).setInputFiles({ name: 'stand-in.webm', mimeType: 'video/webm', buffer: longer });
  await expect(page.getByText(/it was changed since/)).toBeVisible();
  await playedTo(page, 1);
  await did(page, /^What I did$/, 'Single-leg takedown').click();
  await expect(page.getByRole('alert')).toContainText('before the roll starts');
  await playedTo(page, 60);
  await page.keyboard.press('m');
  await expect(page.getByRole('alert')).toContainText('lie before this place');
});

test('sound alone is tagged as well, and two hours of it are not taken into memory', async ({ page, demo }) => {
  // A sound file of two hours of silence: PCM, 8 bit, 8000 a second, as its head says (RIFF WAVE, common practice).
  const folder = mkdtempSync(join(tmpdir(), 'ash-notch-sound-'));
  const path = join(folder, 'evening.wav');
  const seconds = 7200;
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + seconds * 8000, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt32LE(8000, 24);
  head.writeUInt32LE(8000, 28);
  head.writeUInt16LE(1, 32);
  head.writeUInt16LE(8, 34);
  head.write('data', 36);
  head.writeUInt32LE(seconds * 8000, 40);
  const file = openSync(path, 'w');
  writeSync(file, head);
  ftruncateSync(file, 44 + seconds * 8000);
  closeSync(file);
  const heap = () =>
    page.evaluate(() => (performance as unknown as { memory: { usedJSHeapSize: number } }).memory.usedJSHeapSize);

  await page.goto(demo.url + '/#/tag');
  const before = await heap();
  await chooser(page).setInputFiles(path);
  await expect(page.getByText('Sound only: evening.wav')).toBeVisible();
  await expect(page.getByText('0:00 of 120:00')).toBeVisible();
  await button(page, 'A roll that is not in the log yet').click();
  await page.getByRole('button', { name: /^Cosmo/ }).click();
  await playedTo(page, 3700);
  await page.keyboard.press('m');
  for (let i = 0; i < 40; i++) {
    await playedTo(page, 3701 + i * 80);
    await page.keyboard.press(i % 2 ? '1' : 'a');
  }
  await expect(page.getByText(/The moments reach further than/)).toBeVisible();
  await saved(page);
  expect((await heap()) - before).toBeLessThan(30e6);
  rmSync(folder, { recursive: true });
});

for (const colorScheme of ['light', 'dark'] as const)
  for (const viewport of [
    { width: 390, height: 844 },
    { width: 1280, height: 800 },
  ])
    test(`axe finds nothing while a recording is tagged, ${viewport.width} wide, ${colorScheme}`, async ({
      page,
      demo,
    }) => {
      await page.setViewportSize(viewport);
      await page.emulateMedia({ colorScheme });
      await page.goto(demo.url + '/#/tag/n44/n44-1');
      await button(page, 'Take the clip that comes with the demo').click();
      await expect(page.locator('.box svg .mark')).toHaveCount(4);
      await page.getByLabel('Say what you see').fill('he shot a double leg');
      await chooser(page).setInputFiles({
        name: 'broken.vtt',
        mimeType: 'text/vtt',
        buffer: Buffer.from('WEBVTT\n\n00:01.000 --> 00:02.000\nhe passed my guard\n\n00:0 --> x\nno'),
      });
      await expect(page.getByRole('region', { name: 'Proposed by broken.vtt' })).toBeVisible();
      expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => `${v.id}: ${v.nodes[0]?.html}`)).toEqual(
        [],
      );
      expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
    });
