import { api, data } from '../api/api.ts';
import { kept, keep } from '../draft/device.ts';
import type { Alias, Position, Role, Spot, Technique, Vocabulary } from '../api/types.ts';

/** The words of the ground, loaded once and kept on the device for when the server is away. */
class Ground {
  words = $state.raw<Vocabulary | null>(null);
  positions = $derived(new Map((this.words?.positions ?? []).map((p) => [p.id, p])));
  techniques = $derived(new Map((this.words?.techniques ?? []).map((t) => [t.id, t])));

  async load(): Promise<void> {
    if (this.words) return;
    await this.refresh();
  }

  async refresh(): Promise<void> {
    try {
      this.words = await data(api.GET('/api/vocabulary'));
      await keep('vocabulary', $state.snapshot(this.words));
    } catch (fault) {
      this.words ??= await kept<Vocabulary>('vocabulary');
      if (!this.words) throw fault;
    }
  }

  position(id: string): Position | undefined {
    return this.positions.get(id);
  }

  technique(id: string | null | undefined): Technique | undefined {
    return id ? this.techniques.get(id) : undefined;
  }

  techniqueName(id: string | null | undefined): string {
    return id ? (this.techniques.get(id)?.name ?? id) : 'something';
  }

  /** "Half guard, bottom"; for a place without roles just its name. */
  spotName(spot: Spot | null | undefined): string {
    if (!spot) return 'somewhere';
    return `${this.positions.get(spot.position)?.name ?? spot.position}${roleName(spot)}`;
  }

  /** How good a spot is for the owner, -1 to 1. */
  worth(spot: Spot): number {
    const worth = this.positions.get(spot.position)?.worth ?? 0;
    return spot.role === 'top' ? worth : spot.role === 'bottom' ? -worth : 0;
  }

  reasonSays(id: string): string {
    return this.words?.reasons.find((r) => r.id === id)?.says ?? id.replaceAll('-', ' ');
  }

  aliases(): Alias[] {
    return this.words?.aliases ?? [];
  }
}

const holders: Record<string, { top: string; bottom: string }> = {
  back: { top: 'mine', bottom: 'theirs' },
  'leg tangle': { top: 'I attack', bottom: 'they attack' },
  control: { top: 'mine', bottom: 'theirs' },
};

/** The role in the words people use for that kind of place. */
export function roleWord(role: Role, family: string | undefined): string {
  if (role === 'even') return '';
  return holders[family ?? '']?.[role] ?? role;
}

function roleName(spot: Spot): string {
  const word = roleWord(spot.role, ground.position(spot.position)?.family);
  return word ? `, ${word}` : '';
}

export const ground = new Ground();
