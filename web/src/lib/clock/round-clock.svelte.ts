import { keepEntered, kept } from '../draft/device.ts';
import { logDraft } from '../draft/log-draft.svelte.ts';
import { partners } from '../log/partners.svelte.ts';
import { today } from '../text/words.ts';
import { rollsOf, withRolls, type RunOf, type Written } from './round-rolls.ts';
import {
  clockAt,
  endedRounds,
  signalBetween,
  type ClockState,
  type Pressed,
  type Setting,
  type Signal,
} from './rounds.ts';
import { reading, resumed, type Anchor } from './timekeeper.ts';

/** A run of the clock as it is kept on the device. */
interface Run extends RunOf {
  /** The day whose session gets the rolls. */
  day: string;
  pressed: Pressed[];
  /** What had passed when this was kept, and the wall clock then. */
  wall: number;
  elapsed: number;
  /** The rolls that are in the session. */
  written: Written;
}

/** How often the run is kept while nothing is pressed, in milliseconds: so much of it is not seen when the page goes. */
const keptEvery = 5000;
/** A gap from which it is asked whether the rounds in it were rolled, in milliseconds. */
export const askedFrom = 120_000;

type Press = Pressed extends infer P ? (P extends Pressed ? Omit<P, 'at'> : never) : never;

/** The device's clocks; a test has its own. */
export interface DeviceClocks {
  wall: () => number;
  steady: () => number;
}

const deviceClocks: DeviceClocks = { wall: () => Date.now(), steady: () => performance.now() };

/**
 * The round clock. It lives longer than its page: whoever goes to look at something else and comes back finds it running. Every
 * press is kept on the device before the next one, and each round that is over becomes a draft in the day's session.
 */
export class RoundClock {
  run = $state.raw<Run | null>(null);
  /** Milliseconds of the run, as of the last tick. */
  now = $state(0);
  /** Rounds ran while nobody looked: from here on it is not known whether they were rolled. */
  unseenSince = $state<number | null>(null);
  loaded = $state(false);
  /** The session that got the rolls. */
  sessionId = $state('');
  onsignal: ((signal: Signal) => void) | null = null;
  private anchor: Anchor = { wall: 0, steady: 0, elapsed: 0 };
  private seen: ClockState | null = null;
  private timer: ReturnType<typeof setInterval> | undefined;
  private keptAt = 0;
  private writing: Promise<void> = Promise.resolve();

  constructor(private readonly clocks: DeviceClocks = deviceClocks) {}

  readonly state = $derived(this.run ? clockAt(this.run.setting, this.run.pressed, this.now) : null);

  /** What was running when the page went, if anything was. */
  async load(): Promise<void> {
    if (this.loaded) return;
    const run = await kept<Run>('clock-run');
    // Begun meanwhile: that one counts.
    if (run && !this.run) {
      this.run = run;
      this.anchor = resumed(run, this.clocks.wall(), this.clocks.steady());
      this.now = run.elapsed;
      this.seen = this.state;
      this.tick();
    }
    // What ended on another day has nothing more to say here.
    if (this.run && this.state?.phase === 'over' && this.run.day !== today()) await this.clear();
    this.loaded = true;
    if (this.run) this.wind();
  }

  /** Sets the clock; it runs with the first press. */
  async set(setting: Setting): Promise<void> {
    const [wall, steady] = [this.clocks.wall(), this.clocks.steady()];
    this.anchor = { wall, steady, elapsed: 0 };
    this.now = 0;
    this.unseenSince = null;
    this.run = { id: crypto.randomUUID(), day: today(), setting, pressed: [], wall, elapsed: 0, written: {} };
    this.seen = this.state;
    this.wind();
    await this.keep();
  }

  /** Puts the clock away. The rolls stay where they are. */
  async clear(): Promise<void> {
    await this.writing;
    clearInterval(this.timer);
    this.run = null;
    this.seen = null;
    this.unseenSince = null;
    await this.keep();
  }

  async press(what: Press): Promise<void> {
    if (!this.run) return;
    this.tick();
    const before = this.state!;
    // A clock that stood ready overnight belongs to the day on which it starts.
    const day = what.does === 'start' ? today() : this.run.day;
    this.run = { ...this.run, day, pressed: [...this.run.pressed, { ...what, at: this.now } as Pressed] };
    const signal = signalBetween(before, this.state!);
    if (signal) this.onsignal?.(signal);
    await this.changed();
  }

  /** Takes the last press back. */
  async undo(): Promise<void> {
    if (!this.run || this.run.pressed.length === 0) return;
    this.run = { ...this.run, pressed: this.run.pressed.slice(0, -1) };
    await this.changed();
  }

  /** The rounds since nobody looked were not rolled: the run ended then. */
  async endedWhenUnseen(): Promise<void> {
    if (!this.run || this.unseenSince === null) return;
    const at = this.unseenSince;
    this.run = { ...this.run, pressed: [...this.run.pressed.filter((p) => p.at <= at), { does: 'stop', at }] };
    this.unseenSince = null;
    await this.changed();
  }

  wereRolled(): void {
    this.unseenSince = null;
  }

  /** Looks at the clocks of the device; what fell since the last look is signalled and kept. */
  tick(): void {
    if (!this.run) return;
    const before = this.now;
    const read = reading(this.anchor, this.clocks.wall(), this.clocks.steady());
    this.anchor = read.anchor;
    this.now = Math.max(before, read.elapsed);
    const state = this.state!;
    const was = this.seen ?? state;
    this.seen = state;
    const signal = signalBetween(was, state);
    if (signal) this.onsignal?.(signal);
    const moved = endedRounds(state) !== endedRounds(was);
    if (moved && this.now - before > askedFrom && this.unseenSince === null) this.unseenSince = before;
    if (moved) void this.changed();
    else if (this.now - this.keptAt > keptEvery) void this.keep();
  }

  private wind(): void {
    clearInterval(this.timer);
    this.timer = setInterval(() => this.tick(), 200);
  }

  private async changed(): Promise<void> {
    this.seen = this.state;
    await this.keep();
    // One after the other: two of them at once would each put the same roll in.
    this.writing = this.writing.then(() => this.write()).catch(() => undefined);
    await this.writing;
  }

  /** Puts the rounds that are over into the session of the day. */
  private async write(): Promise<void> {
    const run = this.run;
    const state = this.state;
    if (!run || !state) return;
    const rolls = rollsOf(run, state, partners.all);
    if (rolls.length === 0 && Object.keys(run.written).length === 0) return;
    let written = run.written;
    await logDraft.changeOn(run.day, (session) => {
      const next = withRolls(session, rolls, run.written);
      written = next.written;
      this.sessionId = session.id;
      return next.session;
    });
    if (this.run?.id === run.id) this.run = { ...this.run, written };
    await this.keep();
  }

  private keep(): Promise<void> {
    this.keptAt = this.now;
    const wall = this.clocks.wall();
    if (this.run) this.run = { ...this.run, wall, elapsed: this.now };
    return keepEntered('clock-run', $state.snapshot(this.run));
  }
}

export const roundClock = new RoundClock();
