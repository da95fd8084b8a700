import type { Actor, Roll } from '../api/types.ts';

/** Something that came off, and in how many of the earlier rolls it did too. */
export interface Again {
  actor: Actor;
  technique: string;
  times: number;
}

const cameOff = (roll: Roll): Set<string> =>
  new Set(
    roll.exchanges.flatMap((e) =>
      e.moments.filter((m) => m.outcome === 'done').map((m) => `${m.actor} ${m.technique}`),
    ),
  );

const parted = (key: string): { actor: Actor; technique: string } => {
  const [actor, technique] = key.split(' ') as [Actor, string];
  return { actor, technique };
};

/**
 * A roll beside earlier ones with the same partner: what came off for the first time in all of them, and what had come off in at
 * least two of them before, most often first. Nothing is new beside nothing.
 */
export function compared(roll: Roll, earlier: readonly Roll[]): { fresh: Again[]; again: Again[] } {
  const before = earlier.map(cameOff);
  const all = [...cameOff(roll)].map((key) => ({ ...parted(key), times: before.filter((b) => b.has(key)).length }));
  return {
    fresh: before.length === 0 ? [] : all.filter((a) => a.times === 0),
    again: all.filter((a) => a.times >= 2).sort((a, b) => b.times - a.times),
  };
}
