import type { Exchange, ExchangeEnd, Moment, Roll, Spot } from '../api/types.ts';
import { here, spotAfter } from './roll-edit.ts';
import { sameSpot } from './spots.ts';

/** Where in a roll something is written: behind all, into one of its exchanges, or at a clock in seconds. */
export type Place = { at: 'end' } | { at: 'exchange'; exchange: number } | { at: 'clock'; clock: number };

/** What lies behind a place: the rest of the exchange that it falls into, and the exchanges after that. */
export interface Rest {
  /** Whether the place falls into an exchange: then what follows goes on in it. */
  within: boolean;
  moments: readonly Moment[];
  end?: ExchangeEnd;
  exchanges: readonly Exchange[];
}

/** Whether an exchange has ended at a clock; an end without one follows the last moment at once, but the bell rings last. */
function endedBy(end: ExchangeEnd | null | undefined, clock: number): boolean {
  if (!end) return false;
  return end.clock != null ? end.clock <= clock : end.kind !== 'time';
}

/** How many moments of an exchange lie at or before a clock; one without a clock follows the one before it at once. */
function momentsBy(exchange: Exchange, clock: number): number {
  const later = exchange.moments.findIndex((m) => m.clock != null && m.clock > clock);
  return later < 0 ? exchange.moments.length : later;
}

/** The exchange and the moment of it before which a clock falls; null when it falls behind all. */
function placeOf(roll: Roll, clock: number): { exchange: number; moment: number } | null {
  for (const [e, exchange] of roll.exchanges.entries()) {
    const moment = momentsBy(exchange, clock);
    const last = e === roll.exchanges.length - 1;
    const over = moment === exchange.moments.length && endedBy(exchange.end, clock);
    // Without an end it goes on until the next exchange begins.
    const next = roll.exchanges[e + 1];
    const left = !exchange.end && next !== undefined && begun(next, clock) && moment === exchange.moments.length;
    if (over || left) {
      if (last) return null;
      continue;
    }
    return { exchange: e, moment };
  }
  return null;
}

const begun = (exchange: Exchange, clock: number): boolean =>
  exchange.moments.length > 0 && momentsBy(exchange, clock) > 0;

/** A roll up to a place, as if nothing came behind it, and what does. Right after an end, the next exchange has begun. */
export function split(roll: Roll, place: Place): [Roll, Rest] {
  const at =
    place.at === 'clock'
      ? placeOf(roll, place.clock)
      : place.at === 'exchange' && roll.exchanges[place.exchange]
        ? { exchange: place.exchange, moment: roll.exchanges[place.exchange]!.moments.length }
        : null;
  if (!at) return [roll, { within: false, moments: [], exchanges: [] }];
  const cut = roll.exchanges[at.exchange]!;
  const { end, ...open } = cut;
  const before: Exchange = { ...open, moments: cut.moments.slice(0, at.moment) };
  return [
    { ...roll, exchanges: [...roll.exchanges.slice(0, at.exchange), before] },
    {
      within: true,
      moments: cut.moments.slice(at.moment),
      ...(end ? { end } : {}),
      exchanges: roll.exchanges.slice(at.exchange + 1),
    },
  ];
}

/** Whether two ends tell of the same: a tap by the same person, or the same kind of break. */
const sameEnd = (a: ExchangeEnd, b: ExchangeEnd): boolean => a.kind === b.kind && (a.by ?? null) === (b.by ?? null);

/** Puts a roll together with what lies behind it. */
export function join(head: Roll, rest: Rest): Roll {
  if (!rest.within) return { ...head, exchanges: [...head.exchanges, ...rest.exchanges] };
  const last = head.exchanges.at(-1);
  const before = head.exchanges.slice(0, -1);
  const tail = (start: Spot | null | undefined): Exchange => ({
    ...(start ? { start } : {}),
    moments: [...rest.moments],
    ...(rest.end ? { end: rest.end } : {}),
  });
  if (!last) return { ...head, exchanges: [tail(rest.moments[0]?.from), ...rest.exchanges] };
  if (!last.end) {
    const whole: Exchange = { ...last, moments: [...last.moments, ...rest.moments] };
    return { ...head, exchanges: [...before, rest.end ? { ...whole, end: rest.end } : whole, ...rest.exchanges] };
  }
  // An end was written before what stood there.
  const nothing = rest.moments.length === 0;
  if (nothing && !rest.end) return { ...head, exchanges: [...head.exchanges, ...rest.exchanges] };
  if (nothing && rest.end && sameEnd(rest.end, last.end)) {
    const end: ExchangeEnd = {
      ...last.end,
      technique: last.end.technique ?? rest.end.technique,
      clock: rest.end.clock ?? last.end.clock,
    };
    return { ...head, exchanges: [...before, { ...last, end }, ...rest.exchanges] };
  }
  return { ...head, exchanges: [...head.exchanges, tail(rest.moments[0]?.from ?? last.start), ...rest.exchanges] };
}

const alike = (a: Spot | null | undefined, b: Spot | null | undefined) => !!a && !!b && sameSpot(a, b);

/** Changes a roll at a place. What comes next starts where this led, if it started where this began. */
export function editAt(roll: Roll, place: Place, how: (head: Roll) => Roll): Roll {
  const [head, rest] = split(roll, place);
  const was = here(head);
  const next = how(head);
  const open = next.exchanges.at(-1);
  const now = open && !open.end ? spotAfter(open) : null;
  const first = rest.moments[0];
  const moved = rest.within && first && now && alike(first.from, was) && !alike(now, was);
  return join(next, moved ? { ...rest, moments: [{ ...first, from: now }, ...rest.moments.slice(1)] } : rest);
}

/** The exchanges that are known by their end alone, as the round clock leaves them. */
export const bareExchanges = (roll: Roll): number[] =>
  roll.exchanges.flatMap((e, i) => (e.moments.length === 0 && e.end ? [i] : []));

const led = (moment: Moment | undefined, start: Spot | null | undefined): Spot | null =>
  (moment ? (moment.outcome === 'done' ? moment.to : moment.from) : start) ?? null;

/**
 * Puts a moment at another clock. It stays in its exchange, between the end of the one before and its own end; among the
 * moments of the exchange it takes its place by the clock, and what now follows another moment starts where that led. A finish
 * stays last, and its tap goes along.
 */
export function moveMoment(roll: Roll, exchange: number, moment: number, clock: number): Roll {
  const whole = roll.exchanges[exchange];
  const moved = whole?.moments[moment];
  if (!whole || !moved) return roll;
  const before = roll.exchanges[exchange - 1];
  const least = before?.end?.clock ?? Math.max(0, ...(before?.moments ?? []).map((m) => m.clock ?? 0));
  const isLast = moment === whole.moments.length - 1;
  const finish = isLast && whole.end?.kind === 'tap' && whole.end.technique === moved.technique;
  const after = roll.exchanges[exchange + 1];
  const next = after?.moments.find((m) => m.clock != null)?.clock ?? after?.end?.clock ?? Infinity;
  const most = finish ? next : (whole.end?.clock ?? next);
  const others = whole.moments.map((m, was) => ({ m, was })).filter(({ was }) => was !== moment);
  const floor = finish ? Math.max(least, ...others.map(({ m }) => m.clock ?? 0)) : least;
  const at = Math.round(Math.min(Math.max(clock, floor), most) * 10) / 10;
  let to = others.findIndex(({ m }) => m.clock != null && m.clock > at);
  if (to < 0 || finish) to = others.length;
  const order = [...others.slice(0, to), { m: { ...moved, clock: at }, was: moment }, ...others.slice(to)];
  const moments = order.map(({ m, was }, i): Moment => {
    const before = order[i - 1];
    if ((before?.was ?? -1) === was - 1) return m;
    const from = led(before?.m, whole.start);
    const { from: _, ...rest } = m;
    return from ? { ...rest, from } : rest;
  });
  const end = finish && whole.end?.clock != null ? { ...whole.end, clock: at } : whole.end;
  const changed: Exchange = { ...whole, moments, ...(end ? { end } : {}) };
  return { ...roll, exchanges: roll.exchanges.map((e, i) => (i === exchange ? changed : e)) };
}
