<script lang="ts">
  import { onMount } from 'svelte';
  import { ownPresets, presetOf, settingOf, shippedPresets, type Preset } from '../../lib/clock/presets.svelte.ts';
  import { settingWords, type Setting } from '../../lib/clock/rounds.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { profile } from '../../lib/log/profile.svelte.ts';
  import { rulesets } from '../../lib/log/rulesets.svelte.ts';
  import { clockFromBox, clockWords } from '../../lib/text/words.ts';
  import Fold from '../../parts/Fold.svelte';
  import Notice from '../../parts/Notice.svelte';
  import Toggle from '../../parts/Toggle.svelte';
  import SpotPicker from '../log/SpotPicker.svelte';

  interface Props {
    setting: Setting;
    chosen: string;
    onchange: (setting: Setting, chosen: string) => void;
  }
  const { setting, chosen, onchange }: Props = $props();

  let picking = $state(false);
  let open = $state(false);
  let name = $state('');
  let fault = $state('');

  const all = $derived([...shippedPresets, ...ownPresets.all]);
  const own = $derived(ownPresets.all.find((p) => p.id === chosen));

  onMount(() => {
    void rulesets.load();
    void (profile.loaded || profile.load());
  });

  const change = (what: Partial<Setting>) => {
    fault = '';
    onchange({ ...setting, ...what }, chosen);
  };

  /** The length that the rules of a match give a belt. */
  function lengthOf(id: string | null): number | null {
    const lengths = rulesets.all.find((r) => r.id === id)?.lengths as Record<string, number> | undefined;
    return lengths?.[profile.athlete?.belt ?? 'white'] ?? Object.values(lengths ?? {})[0] ?? null;
  }

  function take(preset: Preset) {
    const next = settingOf(preset);
    const shippedMatch = preset.kind === 'match' && !ownPresets.all.includes(preset);
    onchange(shippedMatch ? { ...next, work: lengthOf(next.ruleset) ?? next.work } : next, preset.id);
    fault = '';
  }

  function time(text: string, least: number, most: number, what: string, set: (seconds: number) => void) {
    const seconds = clockFromBox(text);
    if (seconds === undefined || seconds < least || seconds > most)
      fault = `${what} is written as minutes and seconds, such as 5:00; it lasts ${clockWords(least)} to ${clockWords(most)}.`;
    else set(seconds);
  }

  function rounds(text: string) {
    const n = Number(text.trim());
    if (text.trim() === '') change({ rounds: null });
    else if (Number.isInteger(n) && n >= 1 && n <= 60) change({ rounds: n });
    else fault = 'Rounds are a whole number from 1 to 60; leave it empty for as many as are wanted.';
  }

  async function save(event: SubmitEvent) {
    event.preventDefault();
    if (name.trim() === '') {
      fault = 'Give it a name, such as “Thursday rounds”.';
      return;
    }
    const preset = presetOf(crypto.randomUUID(), name.trim(), setting);
    name = '';
    open = false;
    await ownPresets.add(preset);
    onchange(setting, preset.id);
  }

  async function remove(id: string) {
    try {
      await ownPresets.remove(id);
    } catch (refused) {
      fault = (refused as Error).message;
    }
  }
</script>

<div class="chips" role="group" aria-label="What rounds">
  {#each all as preset (preset.id)}
    <button class="btn preset-outlined-surface-600-400" aria-pressed={preset.id === chosen} onclick={() => take(preset)}
      >{preset.name}</button
    >
  {/each}
</div>
<p class="says" role="status">{settingWords(setting)}</p>
{#if setting.kind === 'positional'}
  <p class="where">
    <span class="quiet">Each go from</span>
    <strong>{setting.start ? ground.spotName(setting.start) : 'wherever you like'}</strong>
    <button class="btn preset-outlined-surface-600-400" onclick={() => (picking = !picking)}>change</button>
  </p>
  {#if picking}
    <SpotPicker
      onpick={(start) => {
        change({ start });
        picking = false;
      }}
      oncancel={() => (picking = false)}
    />
  {/if}
{/if}
{#if setting.kind === 'match'}
  <label class="label rules">
    <span class="label-text">Rules</span>
    <select
      class="select"
      value={setting.ruleset ?? ''}
      onchange={(e) => {
        const ruleset = e.currentTarget.value || null;
        change({ ruleset, work: lengthOf(ruleset) ?? setting.work });
      }}
    >
      <option value="">not said</option>
      {#each rulesets.all as r (r.id)}<option value={r.id}>{r.name}</option>{/each}
    </select>
  </label>
{/if}
<Fold says="Set it otherwise, or keep it as your own" bind:open>
  <div class="fields">
    {#if setting.work !== null}
      <label class="label">
        <span class="label-text">Rounds (empty: as many as wanted)</span>
        <input
          class="input"
          inputmode="numeric"
          value={setting.rounds ?? ''}
          onchange={(e) => rounds(e.currentTarget.value)}
        />
      </label>
      <label class="label">
        <span class="label-text">Round (m:ss)</span>
        <input
          class="input"
          inputmode="numeric"
          value={clockWords(setting.work)}
          onchange={(e) => time(e.currentTarget.value, 5, 14_400, 'A round', (work) => change({ work }))}
        />
      </label>
      <label class="label">
        <span class="label-text">Rest (m:ss)</span>
        <input
          class="input"
          inputmode="numeric"
          value={clockWords(setting.rest)}
          onchange={(e) => time(e.currentTarget.value, 0, 3600, 'A rest', (rest) => change({ rest }))}
        />
      </label>
    {/if}
    {#if setting.kind === 'positional'}
      <Toggle label="Swap sides each go" checked={setting.swap} onchange={(swap) => change({ swap })} />
    {/if}
  </div>
  <form onsubmit={save}>
    <label class="label">
      <span class="label-text">Keep it under a name of yours</span>
      <input class="input" bind:value={name} maxlength="200" autocomplete="off" />
    </label>
    <button class="btn preset-outlined-surface-600-400">Keep</button>
  </form>
  {#if own}<button class="btn preset-outlined-surface-600-400" onclick={() => remove(own.id)}
      >Move “{own.name}” to the bin</button
    >{/if}
</Fold>
{#if fault}<Notice kind="fault">{fault}</Notice>{/if}

<style>
  .chips,
  .where,
  .fields,
  form {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem;
  }
  [role='group'] {
    margin-top: 0.6rem;
  }
  .says {
    font-size: 1.2rem;
    font-weight: 600;
    margin: 0.7rem 0 0.4rem;
  }
  .rules {
    max-width: 18rem;
  }
  .fields,
  form {
    align-items: end;
    margin-bottom: 0.6rem;
  }
  .fields .label {
    flex: 1 1 8rem;
    max-width: 14rem;
  }
  form .label {
    flex: 1 1 12rem;
    max-width: 24rem;
  }
</style>
