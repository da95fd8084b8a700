import { inTen } from '../text/words.ts';
import { mirror } from './spots.ts';
import type { Actor, Exchange, Moment, Outcome, OtherReading, Span, Spot, Told, ToldMoment } from '../api/types.ts';

/** What the owner set right in a reading. It belongs to words of the account and moves with them. */
export interface Fix {
  /** Where the words begin, in UTF-16 units. */
  at: number;
  length: number;
  actor?: Actor;
  outcome?: Outcome;
  technique?: string;
  gone?: boolean;
  /** A moment of the owner's own, put in behind these words. */
  added?: boolean;
}

/** A moment that the owner put elsewhere in its exchange; moves are made one after the other. */
export interface Move {
  /** Where the moment's words begin, in UTF-16 units. */
  at: number;
  length: number;
  /** How many places later; below zero: earlier. */
  by: number;
}

/** A time that belongs to a place in the words, as captions give it. */
export interface Stamp {
  at: number;
  seconds: number;
}

/** A moment to show and keep, with the words it came from. */
export interface Read {
  moment: Moment;
  source: Span;
  others: OtherReading[];
  roll: number;
  /** How likely it is right, 0 to 1; left out when that is not known or the owner has said so. */
  likely?: number;
  /** The technique that the words were read as, before the owner set it right. */
  was?: string;
}

/** A reading with the owner's fixes in it. */
export interface Settled {
  /** The exchanges, and for each the roll it belongs to. */
  exchanges: Exchange[];
  rolls: number[];
  /** For each exchange, its moments with their words. */
  reads: Read[][];
}

/** What a technique is to the page: where it leads, and whether it finishes. */
export interface Leads {
  to: (technique: string, actor: Actor) => Spot[];
  finishes: (technique: string) => boolean;
}

/** Read, but about as likely wrong as right: these want a look first. */
export const doubtful = (read: Read): boolean => read.moment.sure === false && (read.likely ?? 0) < 0.6;

/** The next doubtful moment behind one, round to the first; -1 when there is none. */
export function nextDoubtful(reads: readonly Read[], after: number): number {
  const later = reads.findIndex((r, i) => i > after && doubtful(r));
  return later >= 0 ? later : reads.findIndex(doubtful);
}

/** How sure a moment is, in a word or two; nothing for one that is. */
export function doubtWords(read: Read): string {
  if (read.moment.sure !== false) return '';
  if (read.likely == null) return 'not sure';
  return doubtful(read) ? `doubtful: right ${inTen(read.likely)}` : 'likely';
}

/** Moves marks along with an edit of the text; those inside what was replaced go. */
export function shifted<T extends { at: number; length?: number }>(
  marks: readonly T[],
  before: string,
  after: string,
): T[] {
  let head = 0;
  const shorter = Math.min(before.length, after.length);
  while (head < shorter && before[head] === after[head]) head++;
  let tail = 0;
  while (tail < shorter - head && before[before.length - 1 - tail] === after[after.length - 1 - tail]) tail++;
  const moved = after.length - before.length;
  return marks.flatMap((mark) => {
    if (mark.at + (mark.length ?? 0) <= head) return [mark];
    if (mark.at >= before.length - tail) return [{ ...mark, at: mark.at + moved }];
    return [];
  });
}

/** The second a place in the words belongs to: that of the last stamp at or before it. */
export function clockAt(stamps: readonly Stamp[], at: number): number | undefined {
  let found: number | undefined;
  for (const stamp of stamps) if (stamp.at <= at) found = stamp.seconds;
  return found;
}

const fixOf = (fixes: readonly Fix[], source: Span) =>
  fixes.find((f) => !f.added && f.at === source.start && f.length === source.length);

const turned = (spot: Spot | undefined): Spot | undefined => spot && mirror(spot);

function asMoment(told: ToldMoment, stamps: readonly Stamp[]): Moment {
  const moment: Moment = { actor: told.actor, technique: told.technique, outcome: told.outcome, sure: told.sure };
  if (told.side) moment.side = told.side;
  const clock = told.clock ?? clockAt(stamps, told.source.start);
  if (clock !== undefined) moment.clock = clock;
  if (told.from) moment.from = told.from;
  if (told.to) moment.to = told.to;
  if (told.reasons) moment.reasons = told.reasons;
  return moment;
}

function fixed(moment: Moment, fix: Fix, leads: Leads): Moment {
  const next: Moment = { ...moment, sure: true };
  if (fix.technique && fix.technique !== moment.technique) {
    next.technique = fix.technique;
    next.to = leads.to(fix.technique, fix.actor ?? moment.actor)[0];
  }
  if (fix.actor && fix.actor !== moment.actor) {
    next.actor = fix.actor;
    next.to = fix.technique ? leads.to(fix.technique, fix.actor)[0] : turned(moment.to ?? undefined);
  }
  if (fix.outcome) next.outcome = fix.outcome;
  if (next.outcome === 'stopped' || leads.finishes(next.technique)) delete next.to;
  else if (!next.to) next.to = leads.to(next.technique, next.actor)[0];
  if (!next.to) delete next.to;
  return next;
}

/** The owner's own moment, where words are that were not read. */
function addedMoment(fix: Fix, from: Spot | undefined, leads: Leads): Moment {
  const moment: Moment = { actor: fix.actor!, technique: fix.technique!, outcome: fix.outcome!, sure: true };
  if (from) moment.from = from;
  const to = leads.to(fix.technique!, fix.actor!)[0];
  if (fix.outcome === 'done' && to && !leads.finishes(fix.technique!)) moment.to = to;
  return moment;
}

/** Where somebody is after a moment. */
const led = (moment: Moment | undefined, start: Spot | undefined): Spot | undefined =>
  (moment ? (moment.outcome === 'done' ? moment.to : moment.from) : start) ?? undefined;

/** The moments of an exchange with those moved that the owner moved; what now follows another moment starts where that led. */
export function withMoves(reads: readonly Read[], moves: readonly Move[], start: Spot | undefined): Read[] {
  const order = [...reads];
  for (const move of moves) {
    const from = order.findIndex((r) => r.source.start === move.at && r.source.length === move.length);
    if (from < 0) continue;
    const to = Math.min(Math.max(from + move.by, 0), order.length - 1);
    order.splice(to, 0, ...order.splice(from, 1));
  }
  const next: Read[] = [];
  for (const read of order) {
    if (reads[reads.indexOf(read) - 1] === order[next.length - 1]) next.push(read);
    else {
      const { from: _, ...moment } = read.moment;
      const from = led(next.at(-1)?.moment, start);
      next.push({ ...read, moment: from ? { ...moment, from } : moment });
    }
  }
  return next;
}

/**
 * The reading with the owner's fixes, ready to be kept. A finish that is fixed to have come off, last in its exchange, ends
 * it; a tap whose finish was taken away goes.
 */
export function settle(
  told: Told,
  fixes: readonly Fix[],
  stamps: readonly Stamp[],
  leads: Leads,
  moves: readonly Move[] = [],
): Settled {
  const settled: Settled = { exchanges: [], rolls: [], reads: [] };
  const added = fixes.filter((f) => f.added && !f.gone);
  const placed = new Set<Fix>();
  told.exchanges.forEach((exchange, e) => {
    const reads: Read[] = [];
    const starts = told.exchanges[e + 1]?.moments[0]?.source.start ?? Infinity;
    const put = (until: number) => {
      for (const fix of added) {
        if (placed.has(fix) || fix.at >= until) continue;
        placed.add(fix);
        reads.push({
          moment: addedMoment(fix, led(reads.at(-1)?.moment, exchange.start ?? undefined), leads),
          source: { start: fix.at, length: fix.length },
          others: [],
          roll: exchange.roll,
        });
      }
    };
    for (const moment of exchange.moments) {
      put(moment.source.start);
      const fix = fixOf(fixes, moment.source);
      if (fix?.gone) continue;
      const plain = asMoment(moment, stamps);
      reads.push({
        moment: fix ? fixed(plain, fix, leads) : plain,
        source: moment.source,
        others: moment.others,
        roll: exchange.roll,
        was: moment.technique,
        ...(fix || moment.likely == null ? {} : { likely: moment.likely }),
      });
    }
    put(starts);
    if (moves.length > 0) reads.splice(0, reads.length, ...withMoves(reads, moves, exchange.start ?? undefined));
    const next: Exchange = { moments: reads.map((r) => r.moment) };
    if (exchange.start) next.start = exchange.start;
    const end = endOf(exchange.end ?? undefined, reads, fixes, leads);
    if (end) next.end = end;
    if (reads.length === 0 && !end && !exchange.start) return;
    settled.exchanges.push(next);
    settled.rolls.push(exchange.roll);
    settled.reads.push(reads);
  });
  const rest = added.filter((f) => !placed.has(f));
  if (rest.length > 0) {
    const moments = rest.map((f) => addedMoment(f, undefined, leads));
    settled.exchanges.push({ moments });
    settled.rolls.push(0);
    settled.reads.push(
      rest.map((f, i) => ({ moment: moments[i]!, source: { start: f.at, length: f.length }, others: [], roll: 0 })),
    );
  }
  return settled;
}

function endOf(end: Exchange['end'], reads: readonly Read[], fixes: readonly Fix[], leads: Leads): Exchange['end'] {
  const last = reads.at(-1);
  const finish = last && last.moment.outcome === 'done' && leads.finishes(last.moment.technique);
  const touched = last && (fixOf(fixes, last.source) || last.others.length === 0);
  if (finish && (touched || end?.kind === 'tap'))
    return end && end.kind !== 'tap' ? end : { kind: 'tap', by: last.moment.actor, technique: last.moment.technique };
  if (touched && end?.kind === 'tap' && end.technique) return undefined;
  return end;
}

/** A piece of the account as it is shown: plain, read, unsure, or not read. */
export interface Piece {
  text: string;
  kind: 'plain' | 'read' | 'unsure' | 'unread';
  /** Which read moment it belongs to, counted through all exchanges; -1 for none. */
  moment: number;
}

/** Cuts the account into pieces by what was read where. */
export function pieces(text: string, reads: readonly Read[], unread: readonly Span[]): Piece[] {
  const spans = [
    ...reads.map((r, i) => ({ ...r.source, moment: i, kind: doubtful(r) ? 'unsure' : 'read' }) as const),
    ...unread.map((s) => ({ ...s, moment: -1, kind: 'unread' }) as const),
  ]
    .filter((s) => s.length > 0)
    .sort((a, b) => a.start - b.start || b.length - a.length);
  const cut: Piece[] = [];
  let at = 0;
  for (const span of spans) {
    if (span.start < at || span.start + span.length > text.length) continue;
    if (span.start > at) cut.push({ text: text.slice(at, span.start), kind: 'plain', moment: -1 });
    cut.push({ text: text.slice(span.start, span.start + span.length), kind: span.kind, moment: span.moment });
    at = span.start + span.length;
  }
  if (at < text.length) cut.push({ text: text.slice(at), kind: 'plain', moment: -1 });
  return cut;
}
