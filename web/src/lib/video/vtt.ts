import type { Exchange, ExchangeEnd, Moment, Roll, Spot } from '../api/types.ts';
import { readCues, type CueFile } from './cues.ts';

/** How things are called in the file. */
export interface Names {
  technique: (id: string) => string;
  spot: (spot: Spot) => string;
  end: (end: ExchangeEnd) => string;
}

/** What a comment of ours begins with; players pass comments over. */
const ours = 'ash-notch ';
/** How long a moment's cue is shown, in seconds. */
const shown = 4;

function time(seconds: number): string {
  const ms = Math.max(0, Math.round(seconds * 1000));
  const two = (n: number) => String(Math.floor(n)).padStart(2, '0');
  return `${two(ms / 3_600_000)}:${two((ms / 60_000) % 60)}:${two((ms / 1000) % 60)}.${String(ms % 1000).padStart(3, '0')}`;
}

/** Text of a cue or a comment: nothing in it is a tag, and no arrow ends it. */
const safe = (text: string) =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/\s+/g, ' ');
/** A value in a comment: as JSON, in which the arrow that would end a comment cannot stand. */
const packed = (value: unknown) => JSON.stringify(value).replace(/>/g, '\\u003e');

/** The clock of the last thing of an exchange that has one. */
function lastClock(exchange: Exchange): number | null {
  const clocks = [...exchange.moments.map((m) => m.clock), exchange.end?.clock].filter((c) => c != null);
  return clocks.length > 0 ? Math.max(...clocks) : null;
}

function momentWords(moment: Moment, names: Names): string {
  const who = moment.actor === 'me' ? 'Mine' : 'Theirs';
  const side = moment.side ? `, ${moment.side}` : '';
  const led = moment.outcome === 'stopped' ? ', stopped' : moment.to ? `: ${names.spot(moment.to)}` : '';
  return `${who}: ${names.technique(moment.technique)}${side}${led}`;
}

/**
 * The moments of a roll as WebVTT, by the time of its recording: a chapter for each exchange and a cue for each moment, which any
 * player shows. Comments carry the exchanges whole, so that the file can be read in again without loss.
 * @param roll the roll; its recording says where its clock stands at zero
 * @param title what the file says at its head
 */
export function writeVtt(roll: Roll, title: string, names: Names): string {
  const zero = roll.video?.start ?? 0;
  const parts = [`WEBVTT ${safe(title)}`, `NOTE ${ours}${packed({ zero })}`];
  let begins = 0;
  roll.exchanges.forEach((exchange, e) => {
    parts.push(`NOTE ${ours}${packed({ exchange })}`);
    const clocks = exchange.moments.map((m) => m.clock);
    const last = lastClock(exchange);
    const ends = exchange.end?.clock ?? (last === null ? null : last + shown);
    if (ends !== null && ends > begins) {
      const says = [
        `Exchange ${e + 1}`,
        exchange.start ? `from ${names.spot(exchange.start)}` : '',
        exchange.end ? names.end(exchange.end) : '',
      ];
      parts.push(
        `exchange ${e + 1}\n${time(zero + begins)} --> ${time(zero + ends)}\n${safe(says.filter(Boolean).join('; '))}`,
      );
    }
    exchange.moments.forEach((moment, m) => {
      if (clocks[m] == null) return;
      const next = clocks.slice(m + 1).find((c) => c != null && c > clocks[m]!) ?? Infinity;
      const until = Math.min(clocks[m] + shown, next);
      parts.push(
        `moment ${e + 1}.${m + 1}\n${time(zero + clocks[m])} --> ${time(zero + until)}\n${safe(momentWords(moment, names))}`,
      );
    });
    begins = exchange.end?.clock ?? last ?? begins;
  });
  return parts.join('\n\n') + '\n';
}

/** What a file of ours brings back. */
export interface ReadBack {
  /** Where in the recording the roll's clock stood at zero, in seconds. */
  zero: number;
  exchanges: Exchange[];
  faults: CueFile['faults'];
}

const parsed = (text: string): Record<string, unknown> | null => {
  try {
    const value: unknown = JSON.parse(text);
    return value && typeof value === 'object' ? (value as Record<string, unknown>) : null;
  } catch {
    return null;
  }
};

/**
 * Reads a file of ours again. A cue that was put at another time in some other program takes its moment along.
 * @returns null for a file that is none of ours: its words may be read as captions
 */
export function readVtt(file: string): ReadBack | null {
  const read = readCues(file);
  const notes = read.notes.filter((n) => n.text.startsWith(ours)).map((n) => parsed(n.text.slice(ours.length)));
  if (notes.length === 0) return null;
  const zero = notes.map((n) => n?.zero).find((z) => typeof z === 'number') ?? 0;
  const faults = [...read.faults];
  const exchanges = notes.flatMap((note): Exchange[] => {
    if (note === null) faults.push({ line: 0, says: 'A comment of this program was changed and cannot be read.' });
    const exchange = note?.exchange as Exchange | undefined;
    return exchange && Array.isArray(exchange.moments) ? [exchange] : [];
  });
  const at = new Map(read.cues.map((cue) => [cue.id, cue.from]));
  return {
    zero,
    faults,
    exchanges: exchanges.map((exchange, e) => ({
      ...exchange,
      moments: exchange.moments.map((moment, m) => {
        const from = at.get(`moment ${e + 1}.${m + 1}`);
        if (from === undefined || moment.clock == null) return moment;
        const clock = Math.round((from - zero) * 1000) / 1000;
        return Math.abs(clock - moment.clock) < 0.0015 ? moment : { ...moment, clock: Math.max(0, clock) };
      }),
    })),
  };
}
