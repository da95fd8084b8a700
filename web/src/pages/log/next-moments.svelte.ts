import { api, data } from '../../lib/api/api.ts';
import { spotOf } from '../../lib/log/spots.ts';
import { keep, kept } from '../../lib/draft/device.ts';
import type { Actor, NextMoment, Spot } from '../../lib/api/types.ts';

type Table = Record<string, NextMoment[]>;

/** What usually comes next from each spot, by the map and the owner's own history; ordered by the server. */
class NextMomentTable {
  private table = $state.raw<Table>({});

  async load(): Promise<void> {
    try {
      const answer = await data(api.GET('/api/next-moments'));
      this.table = Object.fromEntries(
        answer.spots.map((s) => [key(s.spot), [...of('me', s.mine), ...of('them', s.theirs)]]),
      );
      await keep('next-moments', $state.snapshot(this.table));
    } catch {
      // The server is away: what was last read still orders the buttons, and the search finds the rest.
      if (Object.keys(this.table).length === 0) this.table = (await kept<Table>('next-moments')) ?? {};
    }
  }

  from(spot: Spot | null): NextMoment[] {
    return spot ? (this.table[key(spot)] ?? []) : [];
  }
}

const of = (actor: Actor, next: readonly { technique: string; to?: string[] | null }[]): NextMoment[] =>
  next.map((n) => ({ actor, technique: n.technique, to: (n.to ?? []).map(spotOf) }));

const key = (spot: Spot) => `${spot.position}:${spot.role}`;

export const nextMoments = new NextMomentTable();
