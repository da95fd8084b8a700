import { describe, expect, it } from 'vitest';
import { shippedPresets, settingOf } from './presets.svelte.ts';
import {
  clockAt,
  clockFigures,
  nextFree,
  partnerOf,
  phaseWord,
  settingWords,
  signalBetween,
  startOf,
  withoutPartner,
  type Pressed,
  type Setting,
} from './rounds.ts';

const s = 1000;
const half = { position: 'half-guard', role: 'bottom' } as const;
const rounds = (change: Partial<Setting> = {}): Setting => ({
  kind: 'class',
  rounds: 3,
  work: 60,
  rest: 20,
  swap: false,
  start: null,
  ruleset: null,
  ...change,
});
const begun: Pressed[] = [{ does: 'start', at: 0 }];

describe('the round clock', () => {
  it('stands ready until it is started', () => {
    expect(clockAt(rounds(), [], 99 * s)).toMatchObject({ phase: 'ready', round: 1, rounds: [] });
  });

  // Counted by hand: 60 s of work and 20 s of rest, so rounds begin at 0, 80 and 160 and the last ends at 220.
  it.each([
    [0, 'work', 1, 60],
    [59.9, 'work', 1, 0.1],
    [60, 'rest', 2, 20],
    [79.5, 'rest', 2, 0.5],
    [80, 'work', 2, 60],
    [165, 'work', 3, 55],
    [219, 'work', 3, 1],
    [220, 'over', 3, null],
    [9999, 'over', 3, null],
  ] as const)('at %d s: %s, round %d', (at, phase, round, left) => {
    const state = clockAt(rounds(), begun, at * s);
    expect(state).toMatchObject({ phase, round });
    if (left === null) expect(state.left).toBeNull();
    else expect(state.left! / s).toBeCloseTo(left, 6);
  });

  it('tells the same whether it was looked at in between or slept for ten minutes', () => {
    const setting = rounds({ rounds: 20 });
    const pressed: Pressed[] = [...begun, { does: 'tap', by: 'me', at: 12 * s }];
    const slept = clockAt(setting, pressed, 600 * s);
    expect(slept).toMatchObject({ phase: 'work', round: 8, passed: 40 * s });
    expect(slept.rounds.slice(0, 7).every((r) => r.ended && r.worked === 60 * s)).toBe(true);
  });

  it('stands still while it is paused, in work and in rest', () => {
    const pressed: Pressed[] = [
      ...begun,
      { does: 'pause', at: 10 * s },
      { does: 'resume', at: 100 * s },
      { does: 'pause', at: 155 * s },
      { does: 'resume', at: 200 * s },
    ];
    expect(clockAt(rounds(), pressed.slice(0, 3), 120 * s)).toMatchObject({ phase: 'work', passed: 30 * s });
    expect(clockAt(rounds(), pressed.slice(0, 4), 180 * s)).toMatchObject({
      phase: 'rest',
      paused: true,
      passed: 5 * s,
    });
    expect(clockAt(rounds(), pressed, 216 * s)).toMatchObject({ phase: 'work', round: 2, passed: 1 * s });
  });

  it('puts taps and resets at the clock of their round, pauses left out', () => {
    const pressed: Pressed[] = [
      ...begun,
      { does: 'pause', at: 10 * s },
      { does: 'resume', at: 30 * s },
      { does: 'tap', by: 'them', at: 45 * s },
      { does: 'reset', at: 50 * s },
      { does: 'tap', by: 'me', at: 85 * s },
    ];
    const state = clockAt(rounds(), pressed, 110 * s);
    expect(state.rounds[0]!.marks).toEqual([
      { at: 25 * s, what: 'tap', by: 'them' },
      { at: 30 * s, what: 'reset' },
    ]);
    // The tap at 85 s fell into the rest: nothing was going on.
    expect(state.rounds).toHaveLength(2);
    expect(state.rounds[1]!.marks).toEqual([]);
  });

  it('ends a round early, skips a rest, adds a round and stops, each by one press', () => {
    const pressed: Pressed[] = [
      ...begun,
      { does: 'end', at: 40 * s },
      { does: 'skip', at: 45 * s },
      { does: 'more', at: 50 * s },
      { does: 'stop', at: 70 * s },
    ];
    const state = clockAt(rounds(), pressed, 500 * s);
    expect(state).toMatchObject({ phase: 'over', of: 4 });
    expect(state.rounds.map((r) => r.worked / s)).toEqual([40, 25]);
    // Undone, it has gone on all the while.
    expect(clockAt(rounds(), pressed.slice(0, -1), 70 * s)).toMatchObject({ phase: 'work', round: 2, passed: 25 * s });
    // One more after the end: a rest first, as between any two rounds.
    expect(clockAt(rounds(), [...pressed, { does: 'more', at: 600 * s }], 601 * s)).toMatchObject({
      phase: 'rest',
      round: 3,
      of: 5,
    });
  });

  it('goes from one to the next without a rest where there is none', () => {
    const state = clockAt(rounds({ kind: 'gauntlet', rest: 0, work: 120 }), begun, 250 * s);
    expect(state).toMatchObject({ phase: 'work', round: 3, passed: 10 * s });
  });

  it('counts a long roll up until it is ended, and one that was forgotten to four hours', () => {
    const long = settingOf(shippedPresets.find((p) => p.kind === 'long')!);
    expect(clockAt(long, begun, 2700 * s)).toMatchObject({ phase: 'work', passed: 2700 * s, left: null });
    const forgotten = clockAt(long, begun, 90_000 * s);
    expect(forgotten.phase).toBe('over');
    expect(forgotten.rounds[0]!.worked).toBe(14_400 * s);
  });

  it('goes on without an end where as many rounds as wanted were set, up to a bound', () => {
    expect(clockAt(rounds({ rounds: null }), begun, 8000 * s)).toMatchObject({ phase: 'work', round: 101 });
    expect(clockAt(rounds({ rounds: null }), begun, 1e9).rounds).toHaveLength(120);
  });

  it('ignores a clock that seems to run backward', () => {
    const pressed: Pressed[] = [...begun, { does: 'tap', by: 'me', at: 30 * s }, { does: 'reset', at: 20 * s }];
    const state = clockAt(rounds(), pressed, 10 * s);
    expect(state.passed).toBe(30 * s);
    expect(state.rounds[0]!.marks.map((m) => m.at)).toEqual([30 * s, 30 * s]);
  });
});

describe('who and from where', () => {
  const named: Pressed[] = [{ does: 'partners', ids: { 1: 'a', 2: 'b', 3: 'c' }, at: 0 }];

  it('names the next partner for the first round without one', () => {
    expect(nextFree(clockAt(rounds(), [], 0))).toBe(1);
    expect(nextFree(clockAt(rounds(), named, 0))).toBe(4);
    expect(nextFree(clockAt(rounds(), [...begun, { does: 'end', at: 5 }], 10))).toBe(2);
  });

  it('moves those behind up when one is skipped', () => {
    const state = clockAt(rounds(), named, 0);
    expect(withoutPartner(state, 2)).toEqual({ 2: 'c', 3: null });
  });

  it('swaps sides from go to go and keeps the partner until another is named', () => {
    const setting = rounds({ kind: 'positional', swap: true, start: half });
    const state = clockAt(setting, [{ does: 'partners', ids: { 1: 'a', 4: 'b' }, at: 0 }], 0);
    expect([1, 2, 3, 4, 5].map((n) => partnerOf(setting, state, n))).toEqual(['a', 'a', 'a', 'b', 'b']);
    expect([1, 2, 3].map((n) => startOf(setting, state, n)?.role)).toEqual(['bottom', 'top', 'bottom']);
  });

  it('lets one round start elsewhere', () => {
    const mount = { position: 'mount', role: 'top' } as const;
    const pressed: Pressed[] = [{ does: 'from', round: 2, spot: mount, at: 0 }];
    const state = clockAt(rounds({ start: half }), pressed, 0);
    expect([1, 2].map((n) => startOf(rounds({ start: half }), state, n))).toEqual([half, mount]);
  });
});

describe('what is heard and read', () => {
  const at = (ms: number) => clockAt(rounds(), begun, ms);

  it('signals the start, the last ten seconds and the end, once each', () => {
    const heard: string[] = [];
    const ready = clockAt(rounds(), [], 0);
    heard.push(`0 ${signalBetween(ready, at(0))}`);
    for (let ms = 200; ms <= 230 * s; ms += 200) {
      const signal = signalBetween(at(ms - 200), at(ms));
      if (signal) heard.push(`${ms / s} ${signal}`);
    }
    expect(heard).toEqual([
      '0 start',
      '50 ten',
      '60 end',
      '80 start',
      '130 ten',
      '140 end',
      '160 start',
      '210 ten',
      '220 end',
    ]);
  });

  it('gives no signal late for what passed in sleep', () => {
    expect(signalBetween(at(10 * s), at(58 * s))).toBeNull();
    expect(signalBetween(at(10 * s), at(75 * s))).toBeNull();
    expect(signalBetween(at(70 * s), at(100 * s))).toBeNull();
  });

  it('has a word for each state', () => {
    expect([at(0), at(51 * s), at(62 * s), at(75 * s), at(300 * s)].map(phaseWord)).toEqual([
      'Work',
      'Last ten',
      'Rest',
      'Get ready',
      'Over',
    ]);
  });

  it('rounds up what is left and down what has passed', () => {
    expect(clockFigures(60_000, true)).toBe('1:00');
    expect(clockFigures(59_001, true)).toBe('1:00');
    expect(clockFigures(200, true)).toBe('0:01');
    expect(clockFigures(0, true)).toBe('0:00');
    expect(clockFigures(59_999, false)).toBe('0:59');
    expect(clockFigures(3_725_000, false)).toBe('62:05');
  });

  it('says in a sentence how each preset is set', () => {
    expect(shippedPresets.map((p) => settingWords(settingOf(p)))).toEqual([
      '5 rounds of 6:00, 1:00 rest.',
      'Rounds of 7:00, 1:00 rest.',
      '1 round of 6:00.',
      '8 goes of 1:00, 0:10 rest, sides swapped each time.',
      '6 rounds of 2:00, a fresh partner each.',
      'Counts up until you end it.',
    ]);
  });
});
