// Makes web/public/clips/stand-in.webm anew, the small clip by which tagging can be tried without a camera: drawn frames of a
// stick that grows its notches with a clock, in time with a match of the demo. Needs ffmpeg (Debian's package), which
// nothing else here does:
//   npm run clip --workspace tests/e2e
import { chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { launchOptions } from './chromium.mjs';

/** The moments of the demo's first match of the cup, by its clock in seconds. */
const moments = [
  { clock: 35, mine: true, says: 'single leg' },
  { clock: 73, mine: true, says: 'throw-by, to the back' },
  { clock: 89, mine: false, says: 'turns in, stopped', stopped: true },
  { clock: 93, mine: true, says: 'rear naked choke', tap: true },
];
/** The match starts so many seconds into the clip, which plays so long; so many frames are drawn a second. */
const [zero, length, rate] = [3, 100, 5];
const size = { width: 320, height: 180 };

function frame(seconds) {
  const clock = Math.max(0, seconds - zero);
  const done = moments.filter((m) => m.clock <= clock);
  const over = done.some((m) => m.tap);
  const at = (s) => 20 + (280 * Math.min(s, 93)) / 93;
  const marks = done.map((m) => {
    const x = at(m.clock);
    const edge = m.mine ? 92 : 128;
    const inward = m.mine ? 1 : -1;
    if (m.tap) return `<path class="${m.mine ? 'mine' : 'theirs'} tap" d="M${x} 82V138"/>`;
    if (m.stopped) return `<path class="theirs" d="M${x - 4} ${edge + inward * 4}L${x + 4} ${edge + inward * 12}"/>`;
    return `<path class="${m.mine ? 'mine' : 'theirs'} cut" d="M${x - 7} ${edge}L${x} ${edge + inward * 16}L${x + 7} ${edge}"/>`;
  });
  const last = [...done].reverse().find((m) => clock - m.clock < 5);
  const words = last ? `${last.mine ? 'mine' : 'theirs'}: ${last.says}` : seconds < zero ? 'hands touch' : '';
  const time = `${Math.floor(clock / 60)}:${String(Math.floor(clock % 60)).padStart(2, '0')}`;
  return `
    <rect class="ground" width="320" height="180"/>
    <text class="clock" x="160" y="62">${time}</text>
    <rect class="rest" x="20" y="92" width="280" height="36" rx="3"/>
    <rect class="wood" x="20" y="92" width="${Math.max(1, at(clock) - 20)}" height="36" rx="3"/>
    ${marks.join('')}
    ${over ? '' : `<path class="head" d="M${at(clock)} 84V136"/>`}
    <text class="words" x="160" y="164">${words}</text>`;
}

const style = `
  body { margin: 0; }
  .ground { fill: #2c231c; }
  .clock { font: 700 54px sans-serif; fill: #fbf8f1; text-anchor: middle; }
  .words { font: 600 17px sans-serif; fill: #fbf8f1; text-anchor: middle; }
  .rest { fill: none; stroke: #8a7355; stroke-dasharray: 5 5; }
  .wood { fill: #d9c091; stroke: #5f4a35; }
  path { fill: none; stroke-width: 3; stroke-linecap: round; }
  .mine { stroke: #c25a2b; } .theirs { stroke: #2c231c; } .tap { stroke-width: 5; }
  .cut { fill: #2c231c; }
  .head { stroke: #fbf8f1; stroke-width: 2; }`;

const target = fileURLToPath(new URL('../../web/public/clips/stand-in.webm', import.meta.url));
const ffmpeg = spawn(
  'ffmpeg',
  [
    '-loglevel',
    'error',
    '-y',
    '-f',
    'image2pipe',
    '-framerate',
    `${rate}`,
    '-i',
    '-',
    '-c:v',
    'libvpx-vp9',
    '-pix_fmt',
    'yuv420p',
  ].concat(['-b:v', '0', '-crf', '44', '-deadline', 'good', '-cpu-used', '2', '-g', '50', '-an', target]),
  { stdio: ['pipe', 'ignore', 'inherit'] },
);
const browser = await chromium.launch(launchOptions);
const page = await browser.newPage({ viewport: size });
await page.setContent(
  `<style>${style}</style><svg width="${size.width}" height="${size.height}" viewBox="0 0 320 180"></svg>`,
);
for (let i = 0; i < length * rate; i++) {
  await page.evaluate((inner) => (document.querySelector('svg').innerHTML = inner), frame(i / rate));
  const png = await page.screenshot();
  if (!ffmpeg.stdin.write(png)) await new Promise((resolve) => ffmpeg.stdin.once('drain', resolve));
}
ffmpeg.stdin.end();
await browser.close();
await new Promise((resolve) => ffmpeg.on('close', resolve));
