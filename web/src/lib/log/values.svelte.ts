import { api, data } from '../api/api.ts';
import { kept, keep } from '../draft/device.ts';
import { ground } from './ground.svelte.ts';
import type { Spot } from '../api/types.ts';
import { keyOf } from '../../sticks/cut-log.ts';

/**
 * What each spot is worth to the owner, as their log has it; asked for once, and kept on the device. Until it is there, what
 * is usual for anybody stands in.
 */
class Values {
  known = $state.raw<ReadonlyMap<string, number> | null>(null);
  private asked = false;

  async load(again = false): Promise<void> {
    if (this.asked && !again) return;
    this.asked = true;
    try {
      const map = await data(api.GET('/api/ground-map'));
      const most = Math.max(1e-9, ...map.values.map((v) => Math.abs(v.value)));
      const shares = map.values.map((v): [string, number] => [keyOf(v.spot), v.value / most]);
      this.known = new Map(shares);
      await keep('values', shares);
    } catch {
      const stored = await kept<[string, number][]>('values').catch(() => null);
      if (stored) this.known ??= new Map(stored);
      this.asked = false;
    }
  }

  /** -1 to 1: of the best and worst of all spots. */
  worth(spot: Spot): number {
    return this.known?.get(keyOf(spot)) ?? ground.worth(spot);
  }
}

export const values = new Values();
