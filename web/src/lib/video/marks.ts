import type { Exchange, ExchangeEnd, Moment, Roll, Spot } from '../api/types.ts';
import { editAt } from '../log/edit-at.ts';
import { endExchange, here, nextStart, openExchange } from '../log/roll-edit.ts';
import { tenth } from './recording.ts';

/** Something that a caption file says of a recording, to be taken into the roll or not. */
export interface Proposal {
  /** Where in the recording, in seconds. */
  seconds: number;
  moment: Moment | null;
  /** How the exchange ends with it, if it does. */
  end: ExchangeEnd | null;
  /** Where the exchange starts that begins with it. */
  start: Spot | null;
}

/** Adds a moment as it is to the exchange that is open, or to a new one. */
export function addMoment(roll: Roll, moment: Moment, start?: Spot | null): Roll {
  const from = moment.from ?? here(roll, start ?? undefined) ?? undefined;
  const whole: Moment = from ? { ...moment, from } : moment;
  const open = openExchange(roll);
  if (!open) {
    const begins = start ?? moment.from ?? nextStart(roll);
    return { ...roll, exchanges: [...roll.exchanges, { start: begins, moments: [whole] }] };
  }
  const next: Exchange = { ...open, moments: [...open.moments, whole] };
  return { ...roll, exchanges: [...roll.exchanges.slice(0, -1), next] };
}

/** Adds exchanges that were told behind what is there; the first of them goes on in the one that is open. */
function append(roll: Roll, told: readonly Exchange[]): Roll {
  return told.reduce((r, exchange) => {
    const filled = exchange.moments.reduce((s, moment) => addMoment(s, moment, exchange.start), r);
    return exchange.end ? endExchange(filled, exchange.end) : filled;
  }, roll);
}

/**
 * The roll with what was told while watching: it began to be told at one clock and was told by another, and its moments lie
 * between the two, one behind the other.
 */
export function withTold(roll: Roll, told: readonly Exchange[], from: number, until: number): Roll {
  const count = told.reduce((n, e) => n + e.moments.length, 0);
  // Told at one instant, they stand a second apart: nobody says two things at once.
  const gap = count < 2 ? 0 : until > from ? (until - from) / (count - 1) : 1;
  let nth = -1;
  const timed = told.map((exchange): Exchange => {
    const moments = exchange.moments.map((m) => ({ ...m, clock: m.clock ?? tenth(from + gap * ++nth) }));
    const clock = moments.at(-1)?.clock ?? from;
    return { ...exchange, moments, ...(exchange.end ? { end: { ...exchange.end, clock } } : {}) };
  });
  return editAt(roll, { at: 'clock', clock: from }, (head) => append(head, timed));
}

/** What exchanges propose for a recording in which their clock stands at zero at a place; what has no clock goes with the one before. */
export function proposalsOf(exchanges: readonly Exchange[], zero: number): Proposal[] {
  let last = 0;
  return exchanges.flatMap((exchange): Proposal[] => {
    const moments = exchange.moments.map((moment, m): Proposal => {
      last = moment.clock ?? last;
      const ends = m === exchange.moments.length - 1 ? (exchange.end ?? null) : null;
      return { seconds: zero + last, moment, end: ends, start: m === 0 ? (exchange.start ?? null) : null };
    });
    if (moments.length > 0 || !exchange.end) return moments;
    last = exchange.end.clock ?? last;
    return [{ seconds: zero + last, moment: null, end: exchange.end, start: exchange.start ?? null }];
  });
}

/** Whether the roll has what is proposed already: the same thing by the same person within a second. */
export function isTaken(roll: Roll, proposal: Proposal): boolean {
  const clock = proposal.seconds - (roll.video?.start ?? 0);
  const near = (other: number | null | undefined) => other != null && Math.abs(other - clock) < 1;
  const { moment, end } = proposal;
  return roll.exchanges.some((e) =>
    moment
      ? e.moments.some((m) => m.technique === moment.technique && m.actor === moment.actor && near(m.clock))
      : e.end?.kind === end?.kind && near(e.end?.clock),
  );
}

/** The roll with what is proposed, at its place of the recording; unchanged when that lies before the roll starts. */
export function withProposal(roll: Roll, proposal: Proposal): Roll {
  const clock = tenth(proposal.seconds - (roll.video?.start ?? 0));
  if (clock < 0) return roll;
  return editAt(roll, { at: 'clock', clock }, (head) => {
    const { moment, end } = proposal;
    const next = moment ? addMoment(head, { ...moment, clock }, proposal.start) : head;
    return end ? endExchange(next, { ...end, clock: end.clock == null ? clock : Math.max(clock, end.clock) }) : next;
  });
}
