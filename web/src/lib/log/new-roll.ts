import type { Partner, Roll, Session } from '../api/types.ts';

/**
 * A roll of this session with somebody, or with whoever is still to be told, of which nothing is known yet; what is usual is as in the
 * one before.
 */
export function newRoll(session: Session, id: string, partner: Partner | null): Roll {
  const last = session.rolls.at(-1);
  return {
    id,
    order: session.rolls.length + 1,
    kind: session.kind === 'tournament' ? 'match' : 'roll',
    partnerId: partner?.id,
    partnerBelt: partner?.belt,
    partnerStripes: partner?.stripes,
    partnerWeightKg: partner?.weightKg,
    minutes: last?.minutes ?? 6,
    intensity: last?.intensity ?? (session.kind === 'tournament' ? 'match' : 'hard'),
    intent: 'own-game',
    exchanges: [],
  };
}
