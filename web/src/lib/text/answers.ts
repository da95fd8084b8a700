import type {
  Before,
  Block,
  GroundMap,
  MatchDay,
  Patterns,
  Ratings,
  RingWeek,
  Ruleset,
  Spot,
  WeekLoad,
} from '../api/types.ts';
import { dayWords, figure, inside, inTen, plural, stopped } from './words.ts';

/** What a technique and a spot are called. */
export interface Called {
  spot: (spot: Spot) => string;
  technique: (id: string) => string;
}

/** The first sentence of *Patterns*: what repeats most. */
export function patternsAnswer(p: Patterns, called: Called): string {
  const trap = p.traps[0];
  if (!trap) return 'Nothing goes wrong in the same way more often than chance would have it.';
  const what = trap.technique
    ? `the ${inside(called.technique(trap.technique))}${trap.partner ? ` by ${trap.partner}` : ''}`
    : 'one and the same reason';
  return `What repeats most is ${what} in ${inside(called.spot(trap.spot))}: ${plural(trap.count, 'time')}.`;
}

/** The first sentence of the *Growth rings*: how the last weeks went against what was to be expected. */
export function ringsAnswer(weeks: readonly RingWeek[]): string {
  const last = weeks.filter((w) => w.result != null).slice(-6);
  if (last.length === 0) return 'No week has enough rounds yet to say how it went.';
  const better = last.filter((w) => w.result! > 0).length;
  return `Of the last ${plural(last.length, 'week')} with rounds ${
    better === 0 ? 'none' : better === last.length ? 'all' : figure(better)
  } went better than was to be expected with those partners.`;
}

/** The first sentence of the *Ground map*: where most rounds go, and how that goes. */
export function mapAnswer(m: GroundMap, called: Called): string {
  const most = [...m.spots].sort((a, b) => b.visits - a.visits)[0];
  if (!most) return '';
  return `Most of your rounds go through ${inside(called.spot(most.spot))}: you leave it better off ${inTen(most.rate)}.`;
}

/** The first sentence of one's own *ratings*: where one is furthest from the log. */
export function ratingsAnswer(r: Ratings): string {
  const apart = r.parts.filter((p) => p.ratedAs === 'higher' || p.ratedAs === 'lower');
  const most = [...apart].sort((a, b) => Math.abs(b.gap ?? 0) - Math.abs(a.gap ?? 0))[0];
  if (!most)
    return r.parts.some((p) => p.ratedAs)
      ? 'You and the log agree on what is strong and what is not.'
      : 'Rate the parts of your game, and the log answers.';
  return most.ratedAs === 'higher'
    ? `${most.part.name}: you think better of it than the log does.`
    : `${most.part.name}: the log thinks better of it than you do.`;
}

/** The first sentence of the *load*: what the last week with training asked, and since when nothing was logged. */
export function loadAnswer(weeks: readonly WeekLoad[], standing: (week: WeekLoad) => string): string {
  const at = weeks.findLastIndex((w) => w.sessions.length > 0);
  if (at < 0) return '';
  const week = weeks[at]!;
  const rest = weeks.length - 1 - at;
  return (
    `The week of ${dayWords(week.week)} asked ${figure(week.load)} of you: ${standing(week)}.` +
    (rest > 1 ? ` Nothing was logged in the ${plural(rest, 'week')} since.` : '')
  );
}

/** The first sentence of the *block*: how far it is. */
export function blockAnswer(block: Block, title: string, day: string): string {
  const days = Math.round((Date.parse(day) - Date.parse(block.from)) / 86_400_000);
  if (block.ended) return `${title}: ${block.ended} on ${dayWords(block.endedOn!)}.`;
  if (days < 0) return `${title}: it begins on ${dayWords(block.from)}.`;
  const week = Math.floor(days / 7) + 1;
  return week > block.weeks
    ? `${title}: its ${plural(block.weeks, 'week')} are over.`
    : `${title}: week ${week} of ${block.weeks}.`;
}

/** The first sentence of *Matches*: what comes next, or how it went so far. */
export function matchesAnswer(days: readonly MatchDay[], now: Date = new Date()): string {
  const next = days.find((d) => d.coming);
  const results = days
    .flatMap((d) => d.matches.map((m) => m.told ?? m.score?.result ?? null))
    .filter((r) => r !== null);
  const won = results.filter((r) => r.winner === 'me').length;
  const so = results.length > 0 ? `${figure(won)} of ${plural(results.length, 'match', 'matches')} won so far.` : '';
  if (next) return `Next: ${next.event?.name ?? 'a day of matches'}, ${dayWords(next.date, now)}.${so ? ` ${so}` : ''}`;
  return so || 'No match in the log yet, and none to come.';
}

/** The first sentence of a day of matches. */
export function dayAnswer(results: readonly ({ winner?: string | null } | null)[]): string {
  const known = results.filter((r) => r !== null);
  if (known.length === 0) return 'No match is logged of this day.';
  const won = known.filter((r) => r.winner === 'me').length;
  if (known.length === 1) return won === 1 ? 'The match was won.' : 'The match was not won.';
  return won === known.length
    ? `All ${plural(known.length, 'match', 'matches')} won.`
    : `${figure(won)} of ${plural(known.length, 'match', 'matches')} won.`;
}

/** The first sentence of *Before a match*: the best road, and what to take away. */
export function beforeAnswer(b: Before, technique: (id: string) => string, spot: (s: Spot) => string): string {
  const road = b.before.roads[0];
  const watch = b.sheet?.watch;
  if (!road) return 'Log some rolls, and your roads stand here.';
  const move = road.move ? `, first move ${technique(road.move.technique)}` : '';
  return (
    `Your best road goes through ${spot(road.spot)}${move}.` +
    (watch && b.opponent ? ` ${stopped(`Take the ${technique(watch.technique)} away from ${b.opponent.name}`)}` : '')
  );
}

/** A rule set in a sentence. */
export function rulesWords(r: Ruleset): string {
  const minutes = Object.entries(r.lengths).map(
    ([belt, s]) => `${belt} ${figure(Number(s) / 60, Number(s) % 60 === 0 ? 0 : 1)}`,
  );
  const parts = [
    r.kind === 'submission-only' ? 'Only a tap decides.' : '',
    r.holdSeconds > 0 ? `Positions count when held ${figure(r.holdSeconds)} s.` : '',
    r.pointsFrom > 0 ? `Points count after ${figure(r.pointsFrom * 100)} % of the match.` : '',
    r.guardPullPenalty > 0 ? `Pulling guard costs ${figure(r.guardPullPenalty)}.` : '',
    r.kind !== 'submission-only' ? (r.advantages ? 'With advantages.' : 'No advantages.') : '',
    minutes.length > 0 ? `Minutes: ${minutes.join(', ')}.` : '',
  ];
  return parts.filter(Boolean).join(' ');
}
