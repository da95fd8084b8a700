import { chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import { launchOptions } from './chromium.mjs';
const program = spawn('dotnet', ['/work/main/artifacts/app/ash-notch.dll', 'demo', '--port', '0'], {
  stdio: ['ignore', 'pipe', 'inherit'],
});
const url = await new Promise((r) =>
  program.stdout.on('data', (c) => {
    const at = /at (http:\/\/\S+)/.exec(c.toString())?.[1];
    if (at) r(at);
  }),
);
const browser = await chromium.launch(launchOptions);
const shots = JSON.parse(process.argv[2]);
for (const [name, address, o = {}] of shots) {
  const page = await browser.newPage({
    viewport: o.phone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
    colorScheme: o.dark ? 'dark' : 'light',
    hasTouch: !!o.phone,
    isMobile: !!o.phone,
  });
  page.on('pageerror', (e) => console.log(name, 'ERROR', e.message));
  page.on('console', (m) => m.type() === 'error' && console.log(name, 'console', m.text()));
  await page.goto(`${url}/#${address}`);
  await page.waitForTimeout(o.wait ?? 1800);
  if (o.hover) await page.locator(o.hover).first().focus();
  if (o.click) for (const c of [o.click].flat()) await page.locator(c).first().click();
  if (o.scroll) await page.evaluate((y) => scrollTo(0, y), o.scroll);
  await page.waitForTimeout(400);
  await page.screenshot({ path: `/tmp/shots/${name}.png`, fullPage: !!o.full });
  await page.close();
}
await browser.close();
program.kill();
