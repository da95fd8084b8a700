// Takes the pictures of docs/screenshots anew from the built program with its demo log:
//   npm run pictures --workspace tests/e2e
import { chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { launchOptions } from './chromium.mjs';

const root = fileURLToPath(new URL('../../', import.meta.url));
const program = spawn(
  'dotnet',
  [`${root}artifacts/app/ash-notch.dll`, 'demo', '--today', '2026-06-22', '--port', '0'],
  {
    stdio: ['ignore', 'pipe', 'inherit'],
  },
);
const url = await new Promise((resolve) => {
  program.stdout.on('data', (chunk) => {
    const at = /at (http:\/\/\S+)/.exec(chunk.toString())?.[1];
    if (at) resolve(at);
  });
});
const browser = await chromium.launch(launchOptions);
const laptop = { viewport: { width: 1280, height: 800 } };
const phone = {
  viewport: { width: 390, height: 844 },
  hasTouch: true,
  isMobile: true,
};

/** The day the demo's log is looked at; the evening of its next class for what is done there. */
const monday = '2026-06-22';
const tuesday = '2026-06-23';

async function take(name, address, options, steps = async (_) => {}, day = monday) {
  const page = await browser.newPage({ locale: 'en-GB', ...options });
  await page.clock.setFixedTime(new Date(`${day}T19:30:00`));
  await page.goto(`${url}/#${address}`);
  await page.waitForTimeout(2500);
  // Whatever is still being fetched or worked out is waited for.
  await page.waitForFunction(
    () => ![...document.querySelectorAll('main [role=status]')].some((e) => e.textContent.endsWith('…')),
  );
  await steps(page);
  await page.waitForTimeout(600);
  await page.screenshot({ path: `${root}docs/screenshots/${name}.png` });
  await page.close();
}

/** Builds a roll up to the middle. */
async function build(page) {
  await page.getByRole('button', { name: 'Add a roll' }).click();
  await page.getByRole('button', { name: /Sunniva/ }).click();
  const step = (mine, name) =>
    page
      .getByRole('region', { name: mine ? /^What I did$/ : /^What (?!I did)/ })
      .getByRole('button', { name, exact: true })
      .click();
  await step(false, 'Single-leg takedown');
  await step(false, 'Torreando pass');
  await step(false, 'Knee cut pass, stopped');
  await step(false, 'Knee cut pass');
  await step(true, 'Frame and hip escape');
}

/** Tells a roll and opens one of its moments. */
async function tell(page) {
  await page.getByRole('button', { name: 'Add a roll' }).click();
  await page.getByRole('button', { name: /Sunniva/ }).click();
  await page.getByText('Tell it', { exact: true }).click();
  await page
    .getByLabel('Tell it, in your own words')
    .fill(
      'Started on the feet. She shot a double, I sprawled and got the front headlock. Tried a guillotine, she popped her head out ' +
        'and pulled half guard. I knee cut to side control, she framed and got a flimflam going but I mounted. Armbar from there, ' +
        'tap. Need to keep my elbows in.',
    );
  await page.waitForTimeout(700);
  await page.getByRole('button', { name: /Step to mount/ }).click();
}

// Whatever goes wrong, the program and the browser end with this script.
try {
  await take('today', '/', laptop);
  await take('rolls', '/rolls', laptop);
  // A roll in which an exchange was lost, opened at the moment where it began to be.
  const ask = async (address) => (await fetch(`${url}${address}`)).json();
  const { badTrades } = await ask('/api/patterns');
  const { items } = await ask(badTrades[0].contests);
  const { session, roll, exchange, moment } = (items.find((i) => i.place.moment > 0) ?? items[0]).place;
  await take('roll', `/rolls/${session}/${roll}?at=${exchange}.${moment}`, laptop);
  await take('soft-spots', '/soft-spots/half-guard/bottom', laptop);
  await take('ground-map', '/ground-map', laptop, (page) =>
    page.getByRole('button', { name: /^Back control, mine/ }).focus(),
  );
  await take('rings', '/rings', laptop);
  await take('patterns', '/patterns', laptop);
  await take('choose', '/block/choose?spot=half-guard:bottom&purpose=plug', laptop);
  await take('verdict', '/block/half-guard-spring/verdict', laptop);
  await take('block', '/block', laptop);
  await take(
    'tonight-phone',
    '/tonight',
    { ...phone, colorScheme: 'dark' },
    async (page) => {
      await page.getByRole('navigation', { name: 'Cards' }).getByRole('button', { name: 'Goes' }).click();
      for (const name of ['kept', 'not kept', 'kept', 'kept'])
        await page.getByRole('button', { name, exact: true }).click();
    },
    tuesday,
  );
  await take('partner', '/partners/odalys', laptop);
  await take('match', '/rolls/n44/n44-2', laptop);
  await take('before', '/matches/lantern-open/before', laptop);
  await take('bring', '/data/bring', laptop, async (page) => {
    const rows = [
      'Date,Training partner,Belt,W/L,My subs,Remarks',
      '3/3/2026,Cosmo V.,blue,won,armbar,stayed tight',
      ',Odalys B.,purple,2-1,"triangle, kimura",long round',
      '5/3/2026,Anneke D.,purple 3,lost,-,heel hook again',
      '25/3/2026,Fenwick L.,bluish,lost,,knee cut',
    ];
    await page.getByLabel('A table (CSV)').setInputFiles({
      name: 'rounds.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(rows.join('\n')),
    });
    await page.getByRole('heading', { name: 'What the columns hold' }).scrollIntoViewIfNeeded();
    await page.evaluate(() => document.querySelector('h2')?.scrollIntoView());
  });
  await take('tell', '/log/new', laptop, tell);
  await take(
    'clock-phone',
    '/clock',
    phone,
    async (page) => {
      for (const name of ['Gauntlet', 'Odalys B.', 'Ebele C.', 'Start'])
        await page.getByRole('button', { name, exact: true }).click();
      await page.clock.setFixedTime(new Date(`${tuesday}T19:30:31`));
      await page.getByRole('button', { name: /^Odalys got a tap/ }).click();
      await page.clock.setFixedTime(new Date(`${tuesday}T19:31:04`));
    },
    tuesday,
  );
  await take('tag', '/tag/n44/n44-1', laptop, async (page) => {
    await page.getByRole('button', { name: 'Take the clip that comes with the demo' }).click();
    await page.locator('.box svg .mark').first().waitFor();
    for (let i = 0; i < 14; i++) await page.keyboard.press('ArrowRight');
    await page.waitForTimeout(800);
  });
  await take('log-phone', '/log/new', phone, build);
} finally {
  await browser.close();
  program.kill();
}
