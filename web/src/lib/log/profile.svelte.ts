import { api } from '../api/api.ts';
import type { Athlete, Units } from '../api/types.ts';

/** The owner's profile, for units and the like. */
class Profile {
  athlete = $state.raw<Athlete | null>(null);
  /** Whether it was asked for; forms wait for it, so that nothing typed is overwritten by what arrives. */
  loaded = $state(false);

  get units(): Units {
    return this.athlete?.units ?? 'kg';
  }

  async load(): Promise<void> {
    try {
      this.athlete = (await api.GET('/api/athlete')).data ?? null;
    } catch {
      // Kilograms will do until the server is back.
    }
    this.loaded = true;
  }
}

export const profile = new Profile();
