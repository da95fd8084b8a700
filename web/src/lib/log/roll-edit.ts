import type { Actor, Exchange, ExchangeEnd, Moment, Outcome, Roll, Spot, Technique } from '../api/types.ts';
import { mirror, spotOf } from './spots.ts';

/** What somebody did or tried, before it has a place in a roll. */
export interface Step {
  actor: Actor;
  technique: string;
  outcome: Outcome;
  /** Where it led, when it came off and leads somewhere. */
  to?: Spot;
  finishes: boolean;
  /** Seconds since the start of the roll, when it is known. */
  clock?: number;
}

/** The owner's spots where a technique may lead when this person does it, the usual first. */
export function landings(technique: Technique | undefined, actor: Actor): Spot[] {
  return (technique?.to ?? []).map((text) => (actor === 'me' ? spotOf(text) : mirror(spotOf(text))));
}

const standing: Spot = { position: 'standing', role: 'even' };

/** The exchange that is being written: the last one, unless it has ended. */
export function openExchange(roll: Roll): Exchange | null {
  const last = roll.exchanges.at(-1);
  return last && !last.end ? last : null;
}

/** Where the next exchange of a roll starts: where the one before did. */
export function nextStart(roll: Roll): Spot {
  return roll.exchanges.at(-1)?.start ?? standing;
}

/** Where the owner is at the end of an exchange, as far as it was told. */
export function spotAfter(exchange: Exchange): Spot | null {
  const last = exchange.moments.at(-1);
  if (!last) return exchange.start ?? null;
  return (last.outcome === 'done' ? last.to : last.from) ?? null;
}

/** Where the owner is now; null when that was not told. */
export function here(roll: Roll, start?: Spot): Spot | null {
  const open = openExchange(roll);
  return open ? spotAfter(open) : (start ?? nextStart(roll));
}

const withLast = (roll: Roll, exchange: Exchange): Roll => ({
  ...roll,
  exchanges: [...roll.exchanges.slice(0, -1), exchange],
});

/** Adds a step; a finish ends the exchange, and the next step opens a new one from the same start. */
export function addStep(roll: Roll, step: Step, start?: Spot): Roll {
  const from = here(roll, start);
  const moment: Moment = { actor: step.actor, technique: step.technique, outcome: step.outcome, sure: true };
  if (step.clock !== undefined) moment.clock = step.clock;
  if (from) moment.from = from;
  const done = step.outcome === 'done';
  // A stay (a defence that leads nowhere new) keeps the spot, so that the next step still knows where it starts.
  const to = step.to ?? from;
  if (done && !step.finishes && to) moment.to = to;
  const open = openExchange(roll) ?? { start: from ?? undefined, moments: [] };
  const next: Exchange = { ...open, moments: [...open.moments, moment] };
  if (done && step.finishes) {
    next.end = { kind: 'tap', by: step.actor, technique: step.technique };
    if (step.clock !== undefined) next.end.clock = step.clock;
  }
  return openExchange(roll) ? withLast(roll, next) : { ...roll, exchanges: [...roll.exchanges, next] };
}

/** Ends the open exchange; without one (a roll known only by its end) an empty one is ended. */
export function endExchange(roll: Roll, end: ExchangeEnd, start?: Spot): Roll {
  const open = openExchange(roll);
  if (open) return withLast(roll, { ...open, end });
  return { ...roll, exchanges: [...roll.exchanges, { start: start ?? nextStart(roll), moments: [], end }] };
}

/** Takes back the last thing that was written: an end, or a moment, or an exchange that holds neither. */
export function undo(roll: Roll): Roll {
  const last = roll.exchanges.at(-1);
  if (!last) return roll;
  const finish = last.moments.at(-1);
  const tapOfFinish = last.end?.kind === 'tap' && finish?.outcome === 'done' && finish.technique === last.end.technique;
  if (last.end && !tapOfFinish) {
    if (last.moments.length === 0) return { ...roll, exchanges: roll.exchanges.slice(0, -1) };
    return withLast(roll, { start: last.start, moments: last.moments });
  }
  const moments = last.moments.slice(0, -1);
  if (moments.length === 0) return { ...roll, exchanges: roll.exchanges.slice(0, -1) };
  return withLast(roll, { start: last.start, moments });
}

/** Takes back the last moment of the exchange that is open; the exchange itself stays. */
export function undoMoment(roll: Roll): Roll {
  const open = openExchange(roll);
  return open ? withLast(roll, { ...open, moments: open.moments.slice(0, -1) }) : roll;
}

/** Changes one moment. */
export function changeMoment(roll: Roll, exchange: number, moment: number, change: Partial<Moment>): Roll {
  return {
    ...roll,
    exchanges: roll.exchanges.map((e, i) =>
      i === exchange ? { ...e, moments: e.moments.map((m, j) => (j === moment ? { ...m, ...change } : m)) } : e,
    ),
  };
}

/**
 * Corrects who did a moment or what became of it. An end by tap that belonged to the moment goes along: it changes hands,
 * or goes when the finish did not come off after all; a finish that did come off, last in an exchange without an end, ends it.
 */
export function correctMoment(
  roll: Roll,
  exchange: number,
  moment: number,
  change: { actor?: Actor; outcome?: Outcome },
  finishes: boolean,
): Roll {
  const before = roll.exchanges[exchange]!;
  const was = before.moments[moment]!;
  const now: Moment = { ...was, ...change };
  if (now.outcome === 'stopped' || finishes) delete now.to;
  const last = moment === before.moments.length - 1;
  const itsTap = last && before.end?.kind === 'tap' && before.end.technique === was.technique && was.outcome === 'done';
  let end = before.end;
  if (itsTap) end = now.outcome === 'done' ? { ...before.end!, by: now.actor } : undefined;
  else if (last && !end && finishes && now.outcome === 'done')
    end = { kind: 'tap', by: now.actor, technique: now.technique };
  const next: Exchange = { start: before.start, moments: before.moments.map((m, i) => (i === moment ? now : m)) };
  if (end) next.end = end;
  return { ...roll, exchanges: roll.exchanges.map((e, i) => (i === exchange ? next : e)) };
}

/** Takes one moment out; where its neighbours were stays as it was told. */
export function removeMoment(roll: Roll, exchange: number, moment: number): Roll {
  return {
    ...roll,
    exchanges: roll.exchanges.flatMap((e, i) => {
      if (i !== exchange) return [e];
      const gone = e.moments[moment];
      const moments = e.moments.filter((_, j) => j !== moment);
      const lostItsTap =
        e.end?.kind === 'tap' && moment === e.moments.length - 1 && gone?.technique === e.end.technique;
      const next: Exchange = lostItsTap ? { start: e.start, moments } : { ...e, moments };
      return moments.length === 0 && !next.end ? [] : [next];
    }),
  };
}

/** Says where the owner is: the landing of the last moment, or the start. */
export function setHere(roll: Roll, spot: Spot): Roll {
  const open = openExchange(roll);
  if (!open) return roll;
  const last = open.moments.length - 1;
  if (last < 0) return withLast(roll, { ...open, start: spot });
  if (open.moments[last]!.outcome === 'done') return changeMoment(roll, roll.exchanges.length - 1, last, { to: spot });
  return changeMoment(roll, roll.exchanges.length - 1, last, { from: spot });
}

/** The last moment written, with where it stands; null when there is none. */
export function lastMoment(roll: Roll): { exchange: number; moment: number; value: Moment } | null {
  const exchange = roll.exchanges.length - 1;
  const moments = roll.exchanges[exchange]?.moments ?? [];
  const value = moments.at(-1);
  return value ? { exchange, moment: moments.length - 1, value } : null;
}
