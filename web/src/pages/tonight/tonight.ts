import type {
  Block,
  DrillCard,
  Goes,
  Partner,
  PlanAnswer,
  PlannedSession,
  Refreshers,
  Roll,
  Session,
  Side,
  Try,
} from '../../lib/api/types.ts';

/** What a phone keeps of an evening, for a hall without a signal. */
export interface Evening {
  /** The day it was fetched for. */
  day: string;
  plan: PlanAnswer | null;
  refreshers: Refreshers | null;
}

/** The block that is worked on that day, if any. */
export const runningOn = (blocks: readonly Block[], day: string): Block | undefined =>
  blocks.find((b) => !b.ended && b.from <= day && b.ends > day);

/** The session whose cards to show: today's, be all of it left out, or else the next one that has any. */
export function sessionFor(plan: PlanAnswer | null, day: string): PlannedSession | undefined {
  const coming = (plan?.plan.sessions ?? []).filter((s) => s.date >= day);
  return coming.find((s) => s.date === day) ?? coming.find((s) => s.cards.length > 0);
}

/** The roll that holds a card's goes with a partner: the same again after a reload, and another for another block. */
export const rollIdOf = (card: DrillCard, partner: string | null, day: string): string =>
  `go-${day}-${card.block}-${card.id.replace(/^\d{4}-\d\d-\d\d-/, '')}-${card.rung}-${partner ?? 'somebody'}`;

/** Every go of a card that evening, with whomever. */
export const triesOf = (session: Session | null, card: DrillCard, day: string): Try[] => {
  const start = rollIdOf(card, '', day);
  return (session?.rolls ?? []).filter((r) => r.id.startsWith(start)).flatMap((r) => r.goes?.tries ?? []);
};

/** The side of the next go; whoever goes on beyond what was planned stays on the last one. */
export const sideOf = (card: Pick<DrillCard, 'sides'>, done: number): Side | undefined =>
  card.sides?.[done] ?? card.sides?.at(-1);

/** The session with one more go of a card. */
export function withGo(session: Session, card: DrillCard, partner: Partner | null, day: string, go: Try): Session {
  const id = rollIdOf(card, partner?.id ?? null, day);
  const known = session.rolls.find((r) => r.id === id);
  const goes: Goes = known?.goes ?? {
    block: card.block,
    focus: card.focus,
    rung: card.rung,
    start: card.start,
    inSpot: card.inSpot,
    tries: [],
  };
  const roll: Roll = {
    ...(known ?? {
      id,
      order: session.rolls.length + 1,
      kind: 'positional',
      partnerId: partner?.id,
      partnerBelt: partner?.belt,
      partnerStripes: partner?.stripes,
      partnerWeightKg: partner?.weightKg,
      minutes: Math.max(1, Math.round(card.minutes)),
      intensity: 'technical',
      intent: 'own-game',
      exchanges: [],
    }),
    goes: { ...goes, tries: [...goes.tries, go] },
  };
  return { ...session, rolls: known ? session.rolls.map((r) => (r.id === id ? roll : r)) : [...session.rolls, roll] };
}

/** The session without the last go of a card with that partner; a roll without goes is taken out. */
export function withoutLastGo(session: Session, card: DrillCard, partner: string | null, day: string): Session {
  const id = rollIdOf(card, partner, day);
  return {
    ...session,
    rolls: session.rolls.flatMap((r) => {
      if (r.id !== id || !r.goes) return [r];
      const tries = r.goes.tries.slice(0, -1);
      return tries.length > 0 ? [{ ...r, goes: { ...r.goes, tries } }] : [];
    }),
  };
}

/** Seconds as they stand on a clock: 0:45. */
export const clockOf = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.max(0, Math.ceil(seconds)) % 60).padStart(2, '0')}`;
