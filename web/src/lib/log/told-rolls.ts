import type { Settled } from './telling.ts';
import type { Exchange, Partner, Roll, Session, ToldRoll } from '../api/types.ts';

/** A reading that the owner takes. */
export interface Taken {
  settled: Settled;
  /** What was told of each roll as a whole. */
  told: readonly ToldRoll[];
  takeaways: readonly string[];
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
 * The session with the reading in it: the first told roll goes into the roll it was told in, each further one becomes a roll
 * of its own behind it, with the partner if the name is known.
 */
export function rollsFrom(session: Session, rollId: string, taken: Taken, partners: readonly Partner[]): Session {
  const at = session.rolls.findIndex((r) => r.id === rollId);
  const roll = session.rolls[at];
  if (!roll) return session;
  const of = (n: number): Exchange[] => taken.settled.exchanges.filter((_, e) => taken.settled.rolls[e] === n);
  const takeaways = [...(roll.takeaways ?? []), ...taken.takeaways.filter((t) => !roll.takeaways?.includes(t))];
  const filled: Roll = {
    ...roll,
    minutes: taken.told[0]?.minutes ?? roll.minutes,
    exchanges: taken.instead ? of(0) : [...roll.exchanges, ...of(0)],
  };
  if (takeaways.length > 0) filled.takeaways = takeaways;
  const further = taken.told.slice(1).map((told, i): Roll => {
    const partner = partnerNamed(told.partner, partners);
    return {
      id: crypto.randomUUID(),
      kind: 'roll',
      partnerId: partner?.id,
      partnerBelt: told.belt ?? partner?.belt,
      partnerStripes: partner?.stripes,
      partnerWeightKg: told.weightKg ?? partner?.weightKg,
      minutes: told.minutes ?? roll.minutes,
      intensity: roll.intensity,
      intent: roll.intent,
      exchanges: of(i + 1),
    };
  });
  const rolls = [...session.rolls.slice(0, at), filled, ...further, ...session.rolls.slice(at + 1)];
  return { ...session, rolls: rolls.map((r, i) => ({ ...r, order: i + 1 })) };
}
