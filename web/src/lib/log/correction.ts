import type { Fix, Read, Settled } from './telling.ts';
import type { Correction, Told } from '../api/types.ts';

/** The longest account that is kept for the reader to learn from, as the log has it. */
const longest = 20_000;
const mostOfRoll = 5;

/** What a moment was read as, where the owner changed it. */
function readAs(read: Read, told: Told): Correction['moments'][number]['read'] {
  const was = told.exchanges
    .flatMap((e) => e.moments)
    .find((m) => m.source.start === read.source.start && m.source.length === read.source.length);
  const { actor, technique, outcome } = read.moment;
  if (!was || (was.actor === actor && was.technique === technique && was.outcome === outcome)) return undefined;
  return { actor: was.actor, technique: was.technique, outcome: was.outcome };
}

/**
 * The account as its owner left it, for the reader to learn from; null when nothing was set right. Saying that a doubtful
 * moment is right counts; putting moments in another order does not: the reader does not learn that.
 */
export function correctionOf(text: string, told: Told, settled: Settled, fixes: readonly Fix[]): Correction | null {
  if (fixes.length === 0 || text.length > longest) return null;
  const moments = settled.reads.flat().map((read) => {
    const { actor, technique, outcome } = read.moment;
    const moment = { at: read.source.start, length: read.source.length, actor, technique, outcome };
    if (read.was === undefined) return { ...moment, added: true };
    const before = readAs(read, told);
    return before ? { ...moment, read: before } : moment;
  });
  return { text, moments };
}

/** The corrections of a roll with a further one; told anew, it stands instead of those before. */
export function withCorrection(
  before: readonly Correction[] | null | undefined,
  next: Correction | null,
  instead: boolean,
): Correction[] | undefined {
  const all = [...(instead ? [] : (before ?? []).filter((c) => c.text !== next?.text)), ...(next ? [next] : [])];
  return all.length > 0 ? all.slice(-mostOfRoll) : undefined;
}
