import type { Settled } from './telling.ts';
import { withCorrection } from './correction.ts';
import type { Correction, Exchange, Partner, Roll, Session, ToldRoll } from '../api/types.ts';

/** A reading that the owner takes. */
export interface Taken {
  settled: Settled;
  /** What was told of each roll as a whole. */
  told: readonly ToldRoll[];
  takeaways: readonly string[];
  /** What was set right of the reading; null when nothing was. */
  correction?: Correction | null;
  /** In place of the exchanges that are there, not behind them. */
  instead: boolean;
}

const first = (name: string) => name.toLowerCase().split(' ')[0];

/** The partner of that name, by the first name; null when nobody or more than one is called so. */
export function partnerNamed(name: string | null | undefined, partners: readonly Partner[]): Partner | null {
  if (!name) return null;
  const called = partners.filter((p) => first(p.name) === first(name));
  return called.length === 1 ? called[0]! : null;
}

/**
 * The rolls that were told with somebody who is on no sheet, the first of each name. The only roll of an account that is somebody's
 * already has its partner.
 */
export function withStrangers(
  told: readonly ToldRoll[],
  roll: Pick<Roll, 'partnerId'>,
  partners: readonly Partner[],
): ToldRoll[] {
  if (told.length < 2 && roll.partnerId) return [];
  const known = new Set(partners.map((p) => first(p.name)));
  return told.filter(({ partner }) => {
    if (!partner || known.has(first(partner))) return false;
    known.add(first(partner));
    return true;
  });
}

const endKey = (exchange: Exchange) => (exchange.end ? `${exchange.end.kind} ${exchange.end.by ?? ''}` : '');

/** Which ends of two accounts are the same, in order: the longest common subsequence, as pairs of places. */
function alike(told: readonly Exchange[], bare: readonly Exchange[]): [number, number][] {
  const longest = Array.from({ length: told.length + 1 }, () => new Array<number>(bare.length + 1).fill(0));
  for (let i = told.length - 1; i >= 0; i--)
    for (let j = bare.length - 1; j >= 0; j--)
      longest[i]![j] =
        endKey(told[i]!) !== '' && endKey(told[i]!) === endKey(bare[j]!)
          ? 1 + longest[i + 1]![j + 1]!
          : Math.max(longest[i + 1]![j]!, longest[i]![j + 1]!);
  const pairs: [number, number][] = [];
  for (let i = 0, j = 0; i < told.length && j < bare.length;)
    if (endKey(told[i]!) !== '' && endKey(told[i]!) === endKey(bare[j]!)) pairs.push([i++, j++]);
    else if (longest[i + 1]![j]! >= longest[i]![j + 1]!) i++;
    else j++;
  return pairs;
}

/**
 * What was told of a roll, put along the ends that the round clock kept of it: an end that both know gets the clock's time, and
 * one that only the clock knows stays by itself where it falls. The bell ends whatever was told last.
 */
export function alongEnds(told: readonly Exchange[], bare: readonly Exchange[]): Exchange[] {
  if (told.length === 0 || bare.length === 0) return [...told, ...bare];
  const joined: Exchange[] = [];
  let next = 0;
  // An account that does not say how it ended takes the end that the clock has there.
  const until = (j: number) => {
    for (const one of bare.slice(next, j)) {
      const last = joined.at(-1);
      if (last && !last.end) joined[joined.length - 1] = { ...last, end: one.end };
      else if (one.end?.kind !== 'time' || !last) joined.push(one);
    }
    next = Math.max(next, j);
  };
  const pairs = new Map(alike(told, bare));
  told.forEach((exchange, i) => {
    const j = pairs.get(i);
    const kept = j === undefined ? undefined : bare[j]!;
    if (j === undefined || !kept) {
      joined.push(exchange);
      return;
    }
    until(j);
    next = j + 1;
    const start = exchange.start ?? kept.start;
    const end = { ...exchange.end!, clock: kept.end!.clock };
    joined.push({ ...exchange, ...(start ? { start } : {}), end });
  });
  until(bare.length);
  return joined;
}

/** Whose roll the told one is: the partner on the sheet, or the name where nobody is called so. */
function whose(told: ToldRoll | undefined, partners: readonly Partner[]): Partial<Roll> {
  const partner = partnerNamed(told?.partner, partners);
  return {
    partnerId: partner?.id,
    partnerBelt: told?.belt ?? partner?.belt,
    partnerStripes: partner?.stripes,
    partnerWeightKg: told?.weightKg ?? partner?.weightKg,
    // A name that is on no sheet is not lost.
    ...(told?.partner && !partner ? { notes: `With ${told.partner}.` } : {}),
  };
}

/**
 * The session with the reading in it: the told roll with the partner of this roll goes into it, the first when none is; each other
 * one becomes a roll of its own, before or behind it as it was told, with the partner if the name is known.
 */
export function rollsFrom(session: Session, rollId: string, taken: Taken, partners: readonly Partner[]): Session {
  const at = session.rolls.findIndex((r) => r.id === rollId);
  const roll = session.rolls[at];
  if (!roll) return session;
  const of = (n: number): Exchange[] => taken.settled.exchanges.filter((_, e) => taken.settled.rolls[e] === n);
  const same = taken.told.findIndex((t) => roll.partnerId && partnerNamed(t.partner, partners)?.id === roll.partnerId);
  const home = Math.max(0, same);
  const takeaways = [...(roll.takeaways ?? []), ...taken.takeaways.filter((t) => !roll.takeaways?.includes(t))];
  const filled: Roll = {
    ...roll,
    ...(roll.partnerId ? {} : known(whose(taken.told[home], partners))),
    minutes: taken.told[home]?.minutes ?? roll.minutes,
    exchanges: taken.instead
      ? of(home)
      : roll.exchanges.length > 0 && roll.exchanges.every((e) => e.moments.length === 0 && e.end)
        ? alongEnds(of(home), roll.exchanges)
        : [...roll.exchanges, ...of(home)],
  };
  if (takeaways.length > 0) filled.takeaways = takeaways;
  const corrections = withCorrection(roll.corrections, taken.correction ?? null, taken.instead);
  if (corrections) filled.corrections = corrections;
  else delete filled.corrections;
  const told = taken.told.map((one, n): Roll =>
    n === home
      ? filled
      : {
          id: crypto.randomUUID(),
          kind: 'roll',
          ...whose(one, partners),
          minutes: one.minutes ?? roll.minutes,
          intensity: roll.intensity,
          intent: roll.intent,
          exchanges: of(n),
        },
  );
  const rolls = [...session.rolls.slice(0, at), ...(told.length > 0 ? told : [filled]), ...session.rolls.slice(at + 1)];
  return { ...session, rolls: rolls.map((r, i) => ({ ...r, order: i + 1 })) };
}

/** What is known of it alone, so that it takes nothing away. */
const known = (facts: Partial<Roll>): Partial<Roll> =>
  Object.fromEntries(Object.entries(facts).filter(([, value]) => value !== undefined));
