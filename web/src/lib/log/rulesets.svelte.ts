import { api, data } from '../api/api.ts';
import type { Ruleset } from '../api/types.ts';

/** The rule sets, shipped and own. */
class Rulesets {
  all = $state.raw<Ruleset[]>([]);

  async load(): Promise<void> {
    try {
      this.all = (await data(api.GET('/api/rulesets'))).items;
    } catch {
      // The server is away: what is known stays.
    }
  }

  name(id: string | null | undefined): string {
    if (!id) return 'rules not said';
    return this.all.find((r) => r.id === id)?.name ?? id;
  }
}

export const rulesets = new Rulesets();
