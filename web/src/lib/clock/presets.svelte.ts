import { api, ApiFault, data, send } from '../api/api.ts';
import { keep, keepEntered, kept } from '../draft/device.ts';
import shipped from './presets.json';
import type { Clock } from '../api/types.ts';
import type { Setting } from './rounds.ts';

/** A way to set the clock. */
export type Preset = Omit<Clock, 'version'>;

/** Those that come with the program. */
export const shippedPresets = shipped as readonly Preset[];

/** The settings of a preset; what it leaves open is open. */
export const settingOf = (preset: Preset): Setting => ({
  kind: preset.kind,
  rounds: preset.rounds ?? null,
  work: preset.work ?? null,
  rest: preset.rest ?? 0,
  swap: preset.swap ?? false,
  start: preset.start ?? null,
  ruleset: preset.ruleset ?? null,
});

/** Settings as a preset of the owner's own. */
export const presetOf = (id: string, name: string, setting: Setting): Preset => ({
  id,
  name,
  kind: setting.kind,
  rounds: setting.rounds ?? undefined,
  work: setting.work ?? undefined,
  rest: setting.rest,
  swap: setting.swap || undefined,
  start: setting.start ?? undefined,
  ruleset: setting.ruleset ?? undefined,
});

/** The owner's own ways to set the clock: those the log has, and those made here that are still on their way to it. */
class OwnPresets {
  private stored = $state.raw<Preset[]>([]);
  private waiting = $state.raw<Preset[]>([]);

  get all(): Preset[] {
    return [...this.stored, ...this.waiting.filter((w) => !this.stored.some((s) => s.id === w.id))];
  }

  async load(): Promise<void> {
    this.waiting = (await kept<Preset[]>('clocks-waiting')) ?? [];
    try {
      await this.sendWaiting();
      this.stored = (await data(api.GET('/api/clocks'))).items;
      await keep('clocks', $state.snapshot(this.stored));
    } catch {
      // The program is away: those known from last time.
      if (this.stored.length === 0) this.stored = (await kept<Preset[]>('clocks')) ?? [];
    }
  }

  async add(preset: Preset): Promise<void> {
    this.waiting = [...this.waiting, preset];
    await keepEntered('clocks-waiting', $state.snapshot(this.waiting));
    await this.load();
  }

  async remove(id: string): Promise<void> {
    this.waiting = this.waiting.filter((w) => w.id !== id);
    await keepEntered('clocks-waiting', $state.snapshot(this.waiting));
    if (this.stored.some((s) => s.id === id)) await send('DELETE', `/api/clocks/${encodeURIComponent(id)}`);
    this.stored = this.stored.filter((s) => s.id !== id);
  }

  private async sendWaiting(): Promise<void> {
    for (const preset of this.waiting) {
      try {
        await send('POST', '/api/clocks', preset);
      } catch (fault) {
        if (!(fault instanceof ApiFault) || fault.unreached) throw fault;
        // There already (an earlier answer was lost on the way): it has arrived. What is refused stays on this device.
        if (fault.status !== 409) continue;
      }
      this.waiting = this.waiting.filter((w) => w.id !== preset.id);
      await keepEntered('clocks-waiting', $state.snapshot(this.waiting));
    }
  }
}

export const ownPresets = new OwnPresets();
