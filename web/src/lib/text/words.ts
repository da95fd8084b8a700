import type { Belt, ExchangeEnd, SpotAnswer } from '../api/types.ts';

/** The language that the reader's browser speaks; dates and numbers are written as it has them. */
const language = navigator.language || 'en-GB';

/** A number with so many decimals, thousands parted, as the reader's language writes it. */
export const figure = (value: number, digits = 0): string =>
  value.toLocaleString(language, { minimumFractionDigits: digits, maximumFractionDigits: digits });

/** A share as people say it: "about 6 times in 10". */
export function inTen(share: number): string {
  const tenths = Math.round(share * 10);
  if (tenths <= 0) return 'hardly ever';
  if (tenths >= 10) return 'nearly every time';
  return `about ${tenths} times in 10`;
}

/** The interval of a share in tenths: "6 to 8"; one number when both ends meet. */
export function tenthsRange(low: number, high: number): string {
  const [a, b] = [Math.round(low * 10), Math.round(high * 10)];
  return a === b ? `${a}` : `${a} to ${b}`;
}

export const plural = (n: number, one: string, many = one + 's'): string => `${figure(n)} ${n === 1 ? one : many}`;

/** What the log says of a spot that costs: how often it is lost, from how many, and how sure that is. */
export function lossSentence(spot: SpotAnswer): string {
  const contests = spot.won + spot.lost;
  return (
    `You leave it worse off ${inTen(1 - spot.rate)} ` +
    `(${plural(contests, 'contest')}: ${spot.won} won, ${spot.lost} lost; could be ` +
    `${tenthsRange(1 - spot.rateHigh, 1 - spot.rateLow)} in 10).`
  );
}

/** The same for a spot that earns. */
export function winSentence(spot: SpotAnswer): string {
  const contests = spot.won + spot.lost;
  return (
    `You leave it better off ${inTen(spot.rate)} ` +
    `(${plural(contests, 'contest')}: ${spot.won} won, ${spot.lost} lost; could be ${tenthsRange(spot.rateLow, spot.rateHigh)} in 10).`
  );
}

/** The technique on which most hung: the lists come in that order. */
export function worst<T>(tallies: readonly T[]): T | null {
  return tallies[0] ?? null;
}

/** A gain in words of the objective: how many taps or points over how many rolls. */
export function gainWords(gain: number, objective: 'points' | 'submissions' | 'survival'): string {
  if (objective === 'points') return `${figure(gain, 2)} points a roll`;
  const per = gain <= 0 ? Infinity : 1 / gain;
  const what = objective === 'survival' ? 'tap less against you' : 'tap in your favour';
  return per > 400
    ? `less than one ${what} in 400 rolls`
    : `one ${what} in about ${per < 20 ? Math.round(per) : Math.round(per / 5) * 5} rolls`;
}

/** A gain with its interval: "one tap in your favour in about 40 rolls (could be 25 to 90)". */
export function gainRangeWords(
  gain: number,
  low: number,
  high: number,
  objective: 'points' | 'submissions' | 'survival',
): string {
  const words = gainWords(gain, objective);
  if (objective === 'points') return `${words} (could be ${figure(Math.max(0, low), 2)} to ${figure(high, 2)})`;
  if (gain <= 0 || 1 / gain > 400) return words;
  const rolls = (g: number) => (1 / g < 20 ? Math.round(1 / g) : Math.round(1 / g / 5) * 5);
  return low <= 0 || 1 / low > 400
    ? `${words} (could be ${rolls(high)}, or hardly anything)`
    : `${words} (could be ${rolls(high)} to ${rolls(low)})`;
}

/** A belt in words, with its stripes. */
export function beltWords(belt: Belt | null | undefined, stripes?: number | null): string {
  if (!belt) return 'belt not known';
  if (!stripes) return belt;
  return `${belt}, ${plural(stripes, belt === 'black' ? 'degree' : 'stripe')}`;
}

const day = new Intl.DateTimeFormat(language, { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' });
const dayAndYear = new Intl.DateTimeFormat(language, {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});

/** A date as people say it; the year only when it is not this one. */
export function dayWords(date: string, now: Date = new Date()): string {
  const value = new Date(`${date}T00:00:00Z`);
  // Somebody typed it into the address: the page says what is wrong with it.
  if (Number.isNaN(value.getTime())) return date;
  return (value.getUTCFullYear() === now.getFullYear() ? day : dayAndYear).format(value).replace(',', '');
}

const month = new Intl.DateTimeFormat(language, { month: 'short', timeZone: 'UTC' });

/** The month of a date: "Mar"; with its year in January. */
export function monthWords(date: string): string {
  const value = new Date(`${date}T00:00:00Z`);
  return month.format(value) + (value.getUTCMonth() === 0 ? ` ${value.getUTCFullYear()}` : '');
}

/** Today on this device, as the log writes dates. */
export function today(now: Date = new Date()): string {
  return `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`;
}

/** Seconds into a roll as minutes and seconds. */
export function clockWords(seconds: number | null | undefined): string {
  if (seconds == null) return '';
  return `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;
}

/** What a person typed for a clock, in seconds: "1:15" or "75"; undefined for anything else. */
export function clockFromBox(text: string): number | undefined {
  const found = /^(?:(\d{1,3}):)?(\d{1,5})$/.exec(text.trim());
  return found ? Number(found[1] ?? 0) * 60 + Number(found[2]) : undefined;
}

/** A name within a sentence: with a small letter, but names of people, letters and abbreviations stay as they are. */
export const inside = (name: string): string =>
  name.length < 2 || name[1] === ' ' || /\p{Lu}/u.test(name.slice(1))
    ? name
    : name.charAt(0).toLowerCase() + name.slice(1);

/** A sentence's end after a name that may end in a full stop itself. */
export const stopped = (sentence: string): string => (sentence.endsWith('.') ? sentence : `${sentence}.`);

/** The log's own words for people: "own-game" becomes "own game". */
export const spaced = (word: string | null | undefined): string => (word ?? '').replaceAll('-', ' ');

/** How an exchange ended, in words. */
export function endWords(end: ExchangeEnd, them: string, nameOf: (technique: string) => string): string {
  if (end.kind !== 'tap')
    return { reset: 'Reset', stoppage: 'Stopped: someone may be hurt', time: 'The bell' }[end.kind];
  const how = end.technique ? ` to the ${nameOf(end.technique).toLowerCase()}` : '';
  return `${end.by === 'me' ? `${them} tapped` : 'I tapped'}${how}`;
}
