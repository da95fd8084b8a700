import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { device } from '../draft/device.ts';
import { logDraft } from '../draft/log-draft.svelte.ts';
import { today } from '../text/words.ts';
import { RoundClock } from './round-clock.svelte.ts';
import type { Setting, Signal } from './rounds.ts';

/** The clocks of a device, put on by hand. */
class Hands {
  time = Date.parse('2026-06-23T19:00:00Z');
  run = 0;
  wall = () => this.time;
  steady = () => this.run;
  pass(ms: number) {
    this.time += ms;
    this.run += ms;
  }
}

const minute = 60_000;
const setting: Setting = {
  kind: 'class',
  rounds: 4,
  work: 300,
  rest: 60,
  swap: false,
  start: null,
  ruleset: null,
};

let hands: Hands;
let clock: RoundClock;
let heard: Signal[];

const begun = async () => {
  await clock.load();
  await clock.set(setting);
  await clock.press({ does: 'start' });
};

describe('the clock of the page', () => {
  beforeEach(async () => {
    // No program answers: the clock needs none.
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('unreachable')));
    await device.drafts.clear();
    await device.kept.clear();
    localStorage.clear();
    logDraft.draft = null;
    [hands, heard] = [new Hands(), []];
    clock = new RoundClock(hands);
    clock.onsignal = (signal) => heard.push(signal);
  });

  afterEach(async () => {
    await clock.clear();
    vi.unstubAllGlobals();
  });

  it('signals what is pressed and what falls by itself, once each', async () => {
    await begun();
    for (let i = 0; i < 305; i++) {
      hands.pass(1000);
      clock.tick();
    }
    await clock.press({ does: 'skip' });
    await clock.press({ does: 'end' });
    expect(heard).toEqual(['start', 'ten', 'end', 'start', 'end']);
  });

  it('puts a round that is over into the session of the day, with no program to answer', async () => {
    await begun();
    hands.pass(90_000);
    await clock.press({ does: 'tap', by: 'me' });
    hands.pass(5 * minute);
    clock.tick();
    await vi.waitFor(() => expect(logDraft.session?.rolls).toHaveLength(1));
    expect(logDraft.session!.date).toBe(today());
    expect(logDraft.session!.rolls[0]).toMatchObject({
      minutes: 5,
      exchanges: [{ end: { kind: 'tap', clock: 90 } }, {}],
    });
    expect(clock.sessionId).toBe(logDraft.session!.id);
  });

  it('leads nobody away from another session that is being written', async () => {
    const other = { id: 'other', date: '2026-03-03', kind: 'class' as const, attire: 'gi' as const, rolls: [] };
    logDraft.draft = { id: 'other', session: other, version: 3, dirty: false, newPartners: [], changedAt: 0 };
    await begun();
    hands.pass(6 * minute);
    clock.tick();
    await vi.waitFor(async () => expect(await device.drafts.count()).toBe(1));
    expect(logDraft.session).toBe(other);
    const [beside] = await device.drafts.toArray();
    expect(beside).toMatchObject({ dirty: true, session: { date: today(), rolls: [{ minutes: 5 }] } });
    // And the next round goes into the same one.
    hands.pass(6 * minute);
    clock.tick();
    await vi.waitFor(async () => expect((await device.drafts.toArray())[0]!.session.rolls).toHaveLength(2));
    expect(await device.drafts.count()).toBe(1);
  });

  it('is right after ten minutes of sleep, and asks whether those rounds were rolled', async () => {
    await begun();
    hands.pass(30_000);
    clock.tick();
    // Asleep the steady clock stands still.
    hands.time += 10 * minute;
    clock.tick();
    // 10:30 in: a round of five minutes, a rest of one, and 4:30 of the second.
    expect(clock.state).toMatchObject({ phase: 'work', round: 2, passed: 4.5 * minute });
    expect(clock.unseenSince).toBe(30_000);
    await clock.endedWhenUnseen();
    expect(clock.state).toMatchObject({ phase: 'over' });
    expect(clock.state!.rounds.map((r) => r.worked)).toEqual([30_000]);
  });

  it('goes on when the clock of the device is set back', async () => {
    await begun();
    hands.pass(minute);
    clock.tick();
    hands.time -= 60 * minute;
    hands.pass(minute);
    clock.tick();
    expect(clock.state).toMatchObject({ phase: 'work', round: 1, passed: 2 * minute });
  });

  it('is found again by a page that is loaded anew, as it runs on meanwhile', async () => {
    await begun();
    hands.pass(10_000);
    await clock.press({ does: 'tap', by: 'them' });
    hands.pass(20_000);
    const next = new RoundClock(Object.assign(new Hands(), { time: hands.time }));
    await next.load();
    expect(next.state).toMatchObject({ phase: 'work', round: 1, passed: 30_000 });
    expect(next.state!.rounds[0]!.marks).toEqual([{ at: 10_000, what: 'tap', by: 'them' }]);
    await next.undo();
    expect(next.state!.rounds[0]!.marks).toEqual([]);
    await next.clear();
  });
});
