import type { Interval, Outcomes, Sheet } from '../api/types.ts';
import { dayWords, plural } from './words.ts';

const tenths = (share: number) => Math.round(share * 10);

/** A rate in words: "5 in 10 (could be 4 to 6)". */
export function rateWords(rate: Interval): string {
  const [low, high] = [tenths(rate.low), tenths(rate.high)];
  return `${tenths(rate.rate)} in 10${low === high ? '' : ` (could be ${low} to ${high})`}`;
}

const standings = {
  harder: 'Harder than your own level',
  level: 'About your level',
  easier: 'Easier than your own level',
} as const;

/** How it goes with somebody, in one line of the list. */
export function outcomeWords(o: Outcomes): string {
  if (o.partner.rolls === 0) return 'No roll with them yet.';
  if (!o.enough) return 'Too few rounds to say how it goes.';
  return `${standings[o.standing]}: you come out better in ${rateWords(o.rate)}.`;
}

/** The taps each way. */
export function tapsWords(byMe: number, byThem: number): string {
  if (byMe + byThem === 0) return 'no tap either way';
  return `taps ${byMe} to ${byThem}`;
}

/** The first two sentences of a sheet: how it goes for this level and weight, and what it was a while ago. */
export function sheetAnswer({ partner, sheet }: Sheet, now: Date = new Date()): string {
  if (sheet.rolls === 0) return `No roll with ${partner.name} is in the log yet.`;
  if (!sheet.enough)
    return (
      `Too few rounds with ${partner.name} to say how it goes: ${plural(sheet.rolls, 'roll')}, ` +
      `${sheet.won + sheet.lost === 0 ? 'nothing decided' : `${sheet.won} won and ${sheet.lost} lost`}.`
    );
  const first = sheet.overTime[0];
  const last = sheet.overTime.at(-1);
  const then =
    first && last && first !== last
      ? ` In the weeks up to ${dayWords(first.until, now)} it was ${tenths(first.rate.rate)}, in the last ones ${tenths(last.rate.rate)}.`
      : '';
  const belt = {
    harder: ' That is harder than their belt and weight would say.',
    level: '',
    easier: ' That is easier than their belt and weight would say.',
  }[sheet.forTheirBelt];
  return `${standings[sheet.standing]}: you come out better in ${rateWords(sheet.rate)}.${belt}${then}`;
}

/** Orders the list can have. */
export const orders = {
  last: 'last time',
  rounds: 'rounds',
  level: 'level',
  goes: 'how it goes',
} as const;
export type Order = keyof typeof orders;

const belts = ['white', 'blue', 'purple', 'brown', 'black'];

/** The list in an order; what is not known comes last. */
export function inOrder(all: readonly Outcomes[], order: Order): Outcomes[] {
  const rung = (o: Outcomes) => (o.partner.belt ? belts.indexOf(o.partner.belt) + (o.partner.stripes ?? 0) / 11 : -1);
  const by: Record<Order, (o: Outcomes) => number | string> = {
    last: (o) => o.partner.lastRolled ?? '',
    rounds: (o) => o.partner.rolls,
    level: rung,
    goes: (o) => (o.enough ? o.rate.rate : -1),
  };
  const key = by[order];
  return [...all].sort((a, b) =>
    key(a) < key(b) ? 1 : key(a) > key(b) ? -1 : a.partner.name.localeCompare(b.partner.name),
  );
}
