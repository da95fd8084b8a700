import { api, data } from '../api/api.ts';
import { keep, kept } from '../draft/device.ts';
import type { Partner } from '../api/types.ts';

/** Everyone to roll with, last rolled with first. */
class PartnerList {
  all = $state.raw<Partner[]>([]);
  loaded = $state(false);

  async load(): Promise<void> {
    try {
      this.all = (await data(api.GET('/api/partners'))).items;
      await keep('partners', $state.snapshot(this.all));
    } catch {
      // The server is away: the people known from last time are still there to pick.
      if (this.all.length === 0) this.all = (await kept<Partner[]>('partners')) ?? [];
    }
    this.loaded = true;
  }

  add(partner: Partner): void {
    this.all = [partner, ...this.all];
  }

  name(id: string | null | undefined): string {
    if (!id) return 'somebody';
    return this.all.find((p) => p.id === id)?.name ?? 'somebody';
  }
}

export const partners = new PartnerList();
