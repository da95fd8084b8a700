import type { Actor, Spot } from '../api/types.ts';
import { mirror } from '../log/spots.ts';

/** What rounds the clock keeps. */
export interface Setting {
  kind: 'class' | 'open-mat' | 'match' | 'positional' | 'gauntlet' | 'long';
  /** How many rounds; null for as many as are wanted. */
  rounds: number | null;
  /** Seconds of a round; null to count up until it is ended. */
  work: number | null;
  /** Seconds between two rounds. */
  rest: number;
  /** Whether the sides are swapped from go to go. */
  swap: boolean;
  /** Where each round starts; null for wherever they like. */
  start: Spot | null;
  /** For matches: the rules. */
  ruleset: string | null;
}

/** What somebody pressed, and when: in milliseconds of the run. */
export type Pressed = { at: number } & (
  | { does: 'start' | 'pause' | 'resume' | 'reset' | 'end' | 'skip' | 'more' | 'stop' }
  | { does: 'tap'; by: Actor }
  | { does: 'partners'; ids: Readonly<Record<number, string | null>> }
  | { does: 'mine'; round: number; mine: boolean }
  | { does: 'from'; round: number; spot: Spot | null }
);

/** A tap or a reset, by the round's own clock in milliseconds. */
export type Mark = { at: number } & ({ what: 'tap'; by: Actor } | { what: 'reset' });

/** A round as it was kept. */
export interface Round {
  /** From 1. */
  number: number;
  /** Milliseconds of work, pauses left out. */
  worked: number;
  /** Whether it is over. */
  ended: boolean;
  marks: Mark[];
}

/** The clock at one instant. */
export interface ClockState {
  phase: 'ready' | 'work' | 'rest' | 'over';
  paused: boolean;
  /** The round that runs, ran last, or in a rest comes next; from 1. */
  round: number;
  /** Milliseconds into the phase, pauses left out. */
  passed: number;
  /** Milliseconds left of the phase; null when it is counted up. */
  left: number | null;
  /** How many rounds there will be; null for no end. */
  of: number | null;
  /** The rounds begun so far. */
  rounds: readonly Round[];
  /** Who each round is with, by its number; null for nobody said. */
  partners: Readonly<Record<number, string | null>>;
  /** Rounds that two others rolled on this phone's clock. */
  notMine: ReadonlySet<number>;
  /** Where single rounds start, when it is not where all do. */
  starts: Readonly<Record<number, Spot | null>>;
}

/** The most rounds that one run keeps: a session has room for 200 rolls. */
const mostRounds = 120;
/** A round that is counted up and was forgotten ends here: four hours, as long as a session's roll may be. */
const longest = 4 * 3600_000;

interface Folding {
  state: ClockState;
  /** Until when it is told, in milliseconds of the run. */
  at: number;
}

/** How long a phase lasts, in milliseconds; null for one that waits to be ended. */
function lengthOf(setting: Setting, phase: ClockState['phase']): number | null {
  if (phase === 'work') return setting.work === null ? longest : setting.work * 1000;
  return phase === 'rest' ? setting.rest * 1000 : null;
}

const withLast = (rounds: readonly Round[], change: Partial<Round>): Round[] => [
  ...rounds.slice(0, -1),
  { ...rounds.at(-1)!, ...change },
];

function begin(state: ClockState): ClockState {
  const number = state.rounds.length + 1;
  return {
    ...state,
    phase: 'work',
    round: number,
    passed: 0,
    rounds: [...state.rounds, { number, worked: 0, ended: false, marks: [] }],
  };
}

/** The round is over: a rest, the next round, or nothing more. */
function endRound(setting: Setting, state: ClockState): ClockState {
  const ended = { ...state, rounds: withLast(state.rounds, { worked: state.passed, ended: true }), passed: 0 };
  const done = state.of !== null && state.rounds.length >= state.of;
  if (done || state.rounds.length >= mostRounds) return { ...ended, phase: 'over' };
  return setting.rest > 0 ? { ...ended, phase: 'rest', round: state.round + 1 } : begin(ended);
}

/** Lets time pass up to an instant, over the ends of as many phases as lie before it. */
function upTo(setting: Setting, { state, at }: Folding, until: number): Folding {
  let now = state;
  let left = Math.max(0, until - at);
  while (left > 0 && !now.paused) {
    const length = lengthOf(setting, now.phase);
    if (length === null) break;
    const step = Math.min(left, Math.max(0, length - now.passed));
    left -= step;
    now = { ...now, passed: now.passed + step };
    if (now.passed < length) break;
    now = now.phase === 'work' ? endRound(setting, now) : begin(now);
  }
  return { state: now, at: Math.max(at, until) };
}

function press(setting: Setting, state: ClockState, pressed: Pressed): ClockState {
  const running = state.phase === 'work';
  switch (pressed.does) {
    case 'start':
      return state.phase === 'ready' ? begin(state) : state;
    case 'pause':
      return running || state.phase === 'rest' ? { ...state, paused: true } : state;
    case 'resume':
      return { ...state, paused: false };
    case 'tap':
    case 'reset': {
      if (!running) return state;
      const mark: Mark =
        pressed.does === 'tap'
          ? { at: state.passed, what: 'tap', by: pressed.by }
          : { at: state.passed, what: 'reset' };
      return { ...state, rounds: withLast(state.rounds, { marks: [...state.rounds.at(-1)!.marks, mark] }) };
    }
    case 'end':
      return running ? endRound(setting, { ...state, paused: false }) : state;
    case 'skip':
      return state.phase === 'rest' ? begin({ ...state, paused: false }) : state;
    case 'more': {
      if (state.of === null) return state;
      const more = { ...state, of: state.of + 1 };
      if (state.phase !== 'over') return more;
      if (setting.rest === 0) return begin({ ...more, paused: false });
      return { ...more, phase: 'rest', round: state.rounds.length + 1, passed: 0, paused: false };
    }
    case 'stop': {
      const rounds = running ? withLast(state.rounds, { worked: state.passed, ended: true }) : state.rounds;
      return { ...state, phase: 'over', paused: false, passed: 0, rounds, round: Math.max(1, rounds.length) };
    }
    case 'partners':
      return { ...state, partners: { ...state.partners, ...pressed.ids } };
    case 'mine': {
      const notMine = new Set(state.notMine);
      if (pressed.mine) notMine.delete(pressed.round);
      else notMine.add(pressed.round);
      return { ...state, notMine };
    }
    case 'from':
      return { ...state, starts: { ...state.starts, [pressed.round]: pressed.spot } };
  }
}

/**
 * The clock at an instant, from how it was set and what was pressed. Nothing is counted up from tick to tick: whatever happens
 * to the page in between, the same presses give the same clock.
 * @param setting how it was set
 * @param pressed what was pressed, oldest first
 * @param now milliseconds of the run
 */
export function clockAt(setting: Setting, pressed: readonly Pressed[], now: number): ClockState {
  let folding: Folding = {
    at: 0,
    state: {
      phase: 'ready',
      paused: false,
      round: 1,
      passed: 0,
      left: null,
      of: setting.rounds,
      rounds: [],
      partners: {},
      notMine: new Set(),
      starts: {},
    },
  };
  for (const one of pressed) {
    const before = upTo(setting, folding, one.at);
    folding = { at: before.at, state: press(setting, before.state, one) };
  }
  const { state } = upTo(setting, folding, now);
  const length = state.phase === 'work' && setting.work === null ? null : lengthOf(setting, state.phase);
  return { ...state, left: length === null ? null : Math.max(0, length - state.passed) };
}

/** The last ten seconds of a round, in milliseconds. */
export const lastTen = 10_000;

/** What is to be heard and felt. */
export type Signal = 'start' | 'ten' | 'end';

/** How late a signal may come and still be given, in milliseconds: not for what passed while the page slept. */
const late = 2000;

/** How many rounds are over. */
export const endedRounds = (state: ClockState): number => state.rounds.filter((r) => r.ended).length;

/** The signal that fell between two instants; the start of a round covers the end of the one before it. */
export function signalBetween(before: ClockState, after: ClockState): Signal | null {
  const rounds = after.rounds.length;
  if (after.phase === 'work' && rounds > before.rounds.length) return after.passed <= late ? 'start' : null;
  if (endedRounds(after) > endedRounds(before)) return after.phase === 'over' || after.passed <= late ? 'end' : null;
  const crossed =
    after.phase === 'work' &&
    before.phase === 'work' &&
    before.left !== null &&
    after.left !== null &&
    before.left > lastTen &&
    after.left <= lastTen;
  return crossed && lastTen - after.left! <= late ? 'ten' : null;
}

/** The word for what runs. */
export function phaseWord(state: ClockState): string {
  if (state.paused) return 'Paused';
  const ending = state.left !== null && state.left <= lastTen;
  if (state.phase === 'work') return ending ? 'Last ten' : 'Work';
  if (state.phase === 'rest') return ending ? 'Get ready' : 'Rest';
  return state.phase === 'ready' ? 'Ready' : 'Over';
}

/** Milliseconds as minutes and seconds; what is left is rounded up, so that a round ends on 0:00 and not a second later. */
export function clockFigures(ms: number, countsDown: boolean): string {
  const seconds = countsDown ? Math.ceil(ms / 1000) : Math.floor(ms / 1000);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}

/** Where a round starts. */
export function startOf(setting: Setting, state: ClockState, round: number): Spot | null {
  const own = state.starts[round];
  if (own !== undefined) return own;
  if (setting.start === null) return null;
  return setting.swap && round % 2 === 0 ? mirror(setting.start) : setting.start;
}

/** Who a round is with: as was said for it, else in short goes as in the go before. */
export function partnerOf(setting: Setting, state: ClockState, round: number): string | null {
  const said = state.partners[round];
  if (said !== undefined) return said;
  return setting.kind === 'positional' && round > 1 ? partnerOf(setting, state, round - 1) : null;
}

/** Who each round is with when the partner of one is skipped: those behind move up. */
export function withoutPartner(state: ClockState, round: number): Record<number, string | null> {
  const last = Math.max(round, ...Object.keys(state.partners).map(Number));
  const ids: Record<number, string | null> = {};
  for (let n = round; n <= last; n++) ids[n] = state.partners[n + 1] ?? null;
  return ids;
}

/** The round that the next partner who is named is for: the one that runs or comes, else the first behind it with nobody. */
export function nextFree(state: ClockState): number {
  let round = state.phase === 'over' ? state.rounds.length + 1 : Math.max(1, state.round);
  while (state.partners[round] != null && round < mostRounds) round++;
  return round;
}

const minutes = (seconds: number) => clockFigures(seconds * 1000, false);

/** How the clock is set, in a sentence. */
export function settingWords(setting: Setting): string {
  const { kind, rounds, work, rest, swap } = setting;
  const name = kind === 'positional' ? 'go' : 'round';
  if (work === null) return 'Counts up until you end it.';
  const many = kind === 'positional' ? 'goes' : 'rounds';
  const count = rounds === null ? many : `${rounds} ${rounds === 1 ? name : many}`;
  const said = `${count.charAt(0).toUpperCase()}${count.slice(1)} of ${minutes(work)}`;
  const between =
    rounds === 1
      ? ''
      : rest > 0
        ? `, ${minutes(rest)} rest`
        : kind === 'gauntlet'
          ? ', a fresh partner each'
          : ', no rest';
  return `${said}${between}${swap ? ', sides swapped each time' : ''}.`;
}
