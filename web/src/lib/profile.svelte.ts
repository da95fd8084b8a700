import { api } from './api.ts';
import type { Athlete, Units } from './types.ts';

/** The owner's profile, for units and the like. */
class Profile {
  athlete = $state.raw<Athlete | null>(null);

  get units(): Units {
    return this.athlete?.units ?? 'kg';
  }

  async load(): Promise<void> {
    try {
      this.athlete = (await api.GET('/api/athlete')).data ?? null;
    } catch {
      // Kilograms will do until the server is back.
    }
  }
}

export const profile = new Profile();
