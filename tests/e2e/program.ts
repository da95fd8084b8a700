import { test as base, expect, type Page } from '@playwright/test';
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const app = fileURLToPath(new URL('../../artifacts/app/ash-notch.dll', import.meta.url));

const launch = (args: string[], folder: string): ChildProcess =>
  spawn('dotnet', [app, ...args], {
    env: { ...process.env, ASHNOTCH_DATA: folder },
    stdio: ['ignore', 'pipe', 'pipe'],
  });

/** Where a program just started says it is. */
const address = (child: ChildProcess): Promise<string> =>
  new Promise((resolve, reject) => {
    let said = '';
    const hear = (chunk: Buffer) => {
      said += chunk.toString();
      const at = /Ash Notch is at (https?:\/\/\S+)/.exec(said)?.[1];
      if (at) resolve(at);
    };
    child.stdout!.on('data', hear);
    child.stderr!.on('data', hear);
    child.once('exit', () => reject(new Error(`The program ended at once: ${said}`)));
  });

async function finish(child: ChildProcess): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGTERM');
  await gone;
}

/** The built program, started on a free port with a log of its own, as a person would start it. */
export class Program {
  private process: ChildProcess | null = null;
  readonly folder = mkdtempSync(join(tmpdir(), 'ash-notch-e2e-'));
  url = '';

  /** With a folder given, it begins with a copy of the log in there. */
  constructor(
    log?: string,
    private readonly args: readonly string[] = [],
  ) {
    if (log) cpSync(log, this.folder, { recursive: true });
  }

  /** Starts it; started again, it takes the same port and the same log. */
  async start(): Promise<void> {
    const port = this.url === '' ? '0' : new URL(this.url).port;
    this.process = launch([...this.args, '--port', port], this.folder);
    this.url = await address(this.process);
  }

  /** Runs one of its commands to the end; answers its exit code. */
  command(args: string[], typed: string): number | null {
    return spawnSync('dotnet', [app, ...args], { env: { ...process.env, ASHNOTCH_DATA: this.folder }, input: typed })
      .status;
  }

  /** Ends it the hard way, as a crash or a dead battery would. */
  async kill(): Promise<void> {
    const child = this.process;
    if (!child || child.exitCode !== null) return;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await gone;
  }

  /** Ends it as its owner would; the log stays. */
  async stop(): Promise<void> {
    if (this.process) await finish(this.process);
  }

  async end(): Promise<void> {
    await this.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }

  async get<T>(path: string): Promise<T> {
    const response = await fetch(this.url + path);
    expect(response.ok, `${path}: ${response.status}`).toBe(true);
    return (await response.json()) as T;
  }

  async send(method: string, path: string, body: unknown, headers: Record<string, string> = {}): Promise<Response> {
    return fetch(this.url + path, {
      method,
      headers: { 'content-type': 'application/json', ...headers },
      body: typeof body === 'string' ? body : JSON.stringify(body),
    });
  }
}

/** How Chromium says by itself that a request got no answer, or a refusal. */
const unanswered = ['Failed to load resource', 'An unknown error occurred when fetching the script'];

interface Fixtures {
  /** A program with an empty log. */
  empty: Program;
  /** A program with a copy of the log that the demo starts with. */
  demo: Program;
  /** What the page complained of or asked of other machines; has to stay empty. */
  complaints: string[];
}

export const test = base.extend<Fixtures, { demoLog: string }>({
  demoLog: [
    async ({}, use) => {
      const folder = mkdtempSync(join(tmpdir(), 'ash-notch-e2e-demo-'));
      const child = launch(['demo', '--today', '2026-06-22', '--port', '0'], folder);
      await address(child);
      cpSync(join(tmpdir(), `ash-notch-demo-${child.pid}`), folder, {
        recursive: true,
      });
      await finish(child);
      await use(folder);
      rmSync(folder, { recursive: true, force: true });
    },
    { scope: 'worker' },
  ],
  empty: async ({}, use) => {
    const program = new Program();
    await program.start();
    await use(program);
    await program.end();
  },
  demo: async ({ demoLog }, use) => {
    const program = new Program(demoLog);
    await program.start();
    // A program that has judged once: how long a cold one takes is measured by ./bench growth, not here.
    await program.get('/api/soft-spots');
    await program.get('/api/refreshers');
    await use(program);
    await program.end();
  },
  complaints: [
    async ({ page }, use) => {
      const complaints: string[] = [];
      page.on('pageerror', (error) => complaints.push(error.message));
      page.on('console', (message) => {
        // A refused or unanswered request is the page's to handle and no complaint.
        if (message.type() === 'error' && !unanswered.some((start) => message.text().startsWith(start)))
          complaints.push(message.text());
      });
      page.on('request', (request) => {
        const { protocol, hostname } = new URL(request.url());
        if (protocol.startsWith('http') && hostname !== '127.0.0.1') complaints.push(`asked ${request.url()}`);
      });
      await use(complaints);
      expect(complaints).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/** Waits until the page says that everything is on the server. */
export const saved = (page: Page) => expect(page.locator('[data-state=saved]')).toBeVisible();

/** The button of a step in the builder: what somebody did, that came off. */
export const did = (page: Page, whose: RegExp, what: string) =>
  page.getByRole('region', { name: whose }).getByRole('button', { name: what, exact: true });
