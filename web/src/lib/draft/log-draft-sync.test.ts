import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { device } from './device.ts';
import { logDraft } from './log-draft.svelte.ts';
import type { Partner, Session } from '../api/types.ts';

/** A server in memory: sessions with versions, and ways to go wrong. */
class FakeServer {
  sessions = new Map<string, { session: Session; version: number }>();
  partners: Partner[] = [];
  asked: string[] = [];
  /** Unreachable from now on. */
  away = false;
  /** The next write is kept, but its answer is lost on the way. */
  losesAnswer = false;
  /** The next write is refused with this problem. */
  refuses: { status: number; body: object } | null = null;

  fetch = async (input: RequestInfo | URL, init?: RequestInit): Promise<Response> => {
    const request =
      input instanceof Request ? input : new Request(new URL(String(input), 'http://127.0.0.1:5210'), init);
    const { pathname } = new URL(request.url);
    this.asked.push(`${request.method} ${pathname}`);
    if (this.away) throw new TypeError('unreachable');
    if (request.method === 'GET') return this.get(pathname);
    if (this.refuses) {
      const { status, body } = this.refuses;
      this.refuses = null;
      return json(status, body);
    }
    if (pathname === '/api/partners') return this.addPartner(await request.json());
    return this.put(pathname.split('/').at(-1)!, await request.json(), request.headers);
  };

  private get(pathname: string): Response {
    if (pathname === '/api/sessions') return json(200, { items: [], total: 0, page: 1, size: 10 });
    const found = this.sessions.get(pathname.split('/').at(-1)!);
    // As the real one: what it says of the rolls stands beside what was written.
    const decided = Object.fromEntries((found?.session.rolls ?? []).map((r) => [r.id, 'No tap']));
    return found
      ? json(200, { ...found.session, version: found.version, decided })
      : json(404, { detail: 'Not there.' });
  }

  private addPartner(partner: Partner): Response {
    if (this.partners.some((p) => p.id === partner.id)) return json(409, { detail: 'There already.' });
    this.partners.push(partner);
    return json(201, {});
  }

  private put(id: string, session: Session, headers: Headers): Response {
    const stored = this.sessions.get(id);
    const expected = headers.get('if-match')?.replaceAll('"', '');
    const fits = headers.get('if-none-match') === '*' ? !stored : String(stored?.version) === expected;
    if (!fits) return json(412, { detail: 'Changed elsewhere.' });
    const version = (stored?.version ?? 0) + 1;
    this.sessions.set(id, { session, version });
    if (this.losesAnswer) {
      this.losesAnswer = false;
      throw new TypeError('lost');
    }
    return json(200, {}, { etag: `"${version}"` });
  }
}

const json = (status: number, body: object, headers: Record<string, string> = {}) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json', ...headers } });

let server: FakeServer;
const addRoll = (id: string) => logDraft.change((s) => ({ ...s, rolls: [...s.rolls, { id, exchanges: [] }] }));
const stored = () => [...server.sessions.values()][0]!;
const until = (state: string) => vi.waitFor(() => expect(logDraft.state).toBe(state), { timeout: 4000 });

describe('a session on its way to the server', () => {
  beforeEach(async () => {
    server = new FakeServer();
    vi.stubGlobal('fetch', server.fetch);
    await device.drafts.clear();
    await device.kept.clear();
    await logDraft.finish();
    await logDraft.begin();
  });

  afterEach(() => vi.unstubAllGlobals());

  it('is not made before something is written', async () => {
    expect(logDraft.state).toBe('empty');
    await logDraft.finish();
    expect(server.sessions.size).toBe(0);
  });

  it('goes up by itself, and later changes build on the version it got', async () => {
    await addRoll('a');
    await until('saved');
    await addRoll('b');
    await until('saved');
    expect(stored()).toMatchObject({ version: 2, session: { rolls: [{ id: 'a' }, { id: 'b' }] } });
    // What the server has stays here too, for the next time it is away.
    expect((await device.drafts.toArray()).map((d) => d.dirty)).toEqual([false]);
  });

  it('also sends what was written while the one before was on its way, on a clock that stands still', async () => {
    const clock = vi.spyOn(Date, 'now').mockReturnValue(1_780_000_000_000);
    const answer = server.fetch;
    server.fetch = async (...asked) => {
      server.fetch = answer;
      vi.stubGlobal('fetch', answer);
      await addRoll('b');
      return answer(...asked);
    };
    vi.stubGlobal('fetch', server.fetch);
    await addRoll('a');
    await logDraft.push();
    clock.mockRestore();
    expect(stored()).toMatchObject({ session: { rolls: [{ id: 'a' }, { id: 'b' }] } });
    expect(logDraft.draft?.dirty).toBe(false);
  });

  it('is saved all the same by a browser that keeps nothing, and says so meanwhile', async () => {
    const nothing = vi.spyOn(device.drafts, 'put').mockRejectedValue(new Error('no store'));
    server.away = true;
    await addRoll('a');
    expect(logDraft.faults[0]).toContain('keeps nothing on the device');
    await until('kept');
    server.away = false;
    await until('saved');
    expect(stored()).toMatchObject({ session: { rolls: [{ id: 'a' }] } });
    nothing.mockRestore();
  });

  it('is kept on the device while the server is away and goes up when it is back', async () => {
    server.away = true;
    await addRoll('a');
    await until('kept');
    expect((await device.drafts.toArray())[0]).toMatchObject({ dirty: true, session: { rolls: [{ id: 'a' }] } });
    server.away = false;
    await until('saved');
    expect(stored().session.rolls).toHaveLength(1);
  });

  it('writes into the session of another day beside the one that is open, and loses nothing of it', async () => {
    await addRoll('mine');
    await until('saved');
    const open = logDraft.session!;
    const late = (id: string) => (s: Session) => ({ ...s, rolls: [...s.rolls, { id, exchanges: [] }] });
    // The second comes while the first is still on its way.
    await logDraft.changeOn('2026-01-05', late('r1'));
    await logDraft.changeOn('2026-01-05', late('r2'));
    await logDraft.pushLeftovers();
    expect(logDraft.session).toBe(open);
    const beside = [...server.sessions.values()].filter((s) => s.session.date === '2026-01-05');
    expect(beside.map((s) => s.session.rolls.map((r) => r.id))).toEqual([['r1', 'r2']]);
    expect(await device.drafts.where('id').notEqual(open.id).count()).toBe(0);
  });

  it('is not doubled when the answer to a first write was lost', async () => {
    server.losesAnswer = true;
    await addRoll('a');
    await until('kept');
    await addRoll('b');
    await until('saved');
    expect(server.sessions.size).toBe(1);
    expect(stored().session.rolls.map((r) => r.id)).toEqual(['a', 'b']);
  });

  it('goes on when the answer to a later write was lost', async () => {
    await addRoll('a');
    await until('saved');
    server.losesAnswer = true;
    await addRoll('b');
    await until('kept');
    await until('saved');
    expect(stored().session.rolls.map((r) => r.id)).toEqual(['a', 'b']);
  });

  it('goes on when that was followed by tries that never arrived', async () => {
    await addRoll('a');
    await until('saved');
    server.losesAnswer = true;
    await addRoll('b');
    await until('kept');
    server.away = true;
    await addRoll('c');
    const before = server.asked.length;
    await vi.waitFor(() => expect(server.asked.length).toBeGreaterThan(before + 1), { timeout: 5000 });
    server.away = false;
    await until('saved');
    expect(stored().session.rolls.map((r) => r.id)).toEqual(['a', 'b', 'c']);
  });

  it('asks when somebody else changed it, and then does what was chosen', async () => {
    await addRoll('a');
    await until('saved');
    const id = logDraft.draft!.id;
    server.sessions.set(id, { session: { ...stored().session, rolls: [{ id: 'theirs', exchanges: [] }] }, version: 7 });
    await addRoll('b');
    await until('conflict');
    expect(stored().session.rolls[0]!.id).toBe('theirs');
    await logDraft.keepMine();
    await until('saved');
    expect(stored()).toMatchObject({ version: 8, session: { rolls: [{ id: 'a' }, { id: 'b' }] } });
  });

  it('can be given up for what somebody else wrote', async () => {
    await addRoll('a');
    await until('saved');
    const id = logDraft.draft!.id;
    server.sessions.set(id, { session: { ...stored().session, aim: 'theirs', rolls: [] }, version: 7 });
    await addRoll('b');
    await until('conflict');
    await logDraft.takeTheirs();
    expect(logDraft.session).toMatchObject({ id, aim: 'theirs', rolls: [] });
    expect(logDraft.state).toBe('saved');
  });

  it('says in sentences why it was refused, and keeps what was entered', async () => {
    server.refuses = {
      status: 422,
      body: { detail: 'x', errors: { '/effort': ['Effort must lie between 0 and 10.'] } },
    };
    await logDraft.change((s) => ({ ...s, effort: 99 }));
    await until('refused');
    expect(logDraft.faults).toEqual(['Effort must lie between 0 and 10.']);
    expect(await device.drafts.count()).toBe(1);
    await logDraft.change((s) => ({ ...s, effort: 9 }));
    await until('saved');
    expect(logDraft.faults).toEqual([]);
  });

  it('brings a new partner up first, once', async () => {
    server.away = true;
    await logDraft.addPartner({ id: 'p', name: 'Halima S.', version: 0, rolls: 0 });
    await addRoll('a');
    await until('kept');
    server.partners.push({ id: 'p', name: 'Halima S.', version: 0, rolls: 0 });
    server.away = false;
    await until('saved');
    expect(server.partners).toHaveLength(1);
    expect(logDraft.draft!.newPartners).toEqual([]);
  });

  it('left behind by a closed page goes up at the next start', async () => {
    server.away = true;
    await addRoll('a');
    await until('kept');
    const draft = (await device.drafts.toArray())[0]!;
    server.away = false;
    await logDraft.finish();
    server.sessions.clear();
    await device.drafts.put({ ...draft, dirty: true });
    await logDraft.pushLeftovers();
    expect(stored().session.rolls).toHaveLength(1);
    expect(await device.drafts.count()).toBe(0);
  });

  it('is opened again by a reload', async () => {
    await addRoll('a');
    await until('saved');
    const id = logDraft.draft!.id;
    logDraft.draft = null;
    await logDraft.resume();
    expect(logDraft.draft).toMatchObject({ id, version: 1, dirty: false });
    expect(await logDraft.open('nobody')).toBe(false);
  });
});
