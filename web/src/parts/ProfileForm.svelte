<script lang="ts">
  import { onMount } from 'svelte';
  import { send, sentences } from '../lib/api/api.ts';
  import { profile } from '../lib/log/profile.svelte.ts';
  import type { Belt, Objective, Side, Units } from '../lib/api/types.ts';
  import { weightFromBox, weightToBox } from '../lib/text/units.ts';
  import BeltBoxes from './BeltBoxes.svelte';
  import Notice from './Notice.svelte';

  interface Props {
    /** What the button says. */
    does: string;
    ondone?: () => void;
  }
  const { does, ondone }: Props = $props();

  type Style = 'repetitions-and-positional' | 'games' | 'positional-only';

  let name = $state('');
  let belt = $state<Belt>('white');
  let stripes = $state(0);
  let weight = $state('');
  let units = $state<Units>('kg');
  let objective = $state<Objective>('submissions');
  let style = $state<Style>('repetitions-and-positional');
  let side = $state<Side | ''>('');
  let version = $state<number | null>(null);
  let says = $state('');
  let faults = $state<string[]>([]);
  let ready = $state(false);

  onMount(async () => {
    await read();
    ready = true;
  });

  async function read() {
    await profile.load();
    const a = profile.athlete;
    if (!a) return;
    name = a.name;
    belt = a.belt;
    stripes = a.stripes ?? 0;
    units = a.units ?? 'kg';
    weight = weightToBox(a.weightKg, units);
    objective = a.objective ?? 'submissions';
    style = a.trainingStyle ?? 'repetitions-and-positional';
    side = a.dominantSide ?? '';
    version = a.version;
  }

  async function save(event: SubmitEvent) {
    event.preventDefault();
    says = '';
    faults = [];
    const before = profile.athlete;
    const unchanged = before && weight === weightToBox(before.weightKg, units);
    const weightKg = unchanged ? before.weightKg : weightFromBox(weight, units);
    if (Number.isNaN(weightKg)) {
      faults = ['The weight is not a number; write it like 61 or 61.5, or leave it empty.'];
      return;
    }
    const body = {
      name,
      belt,
      stripes,
      weightKg,
      units,
      objective,
      trainingStyle: style,
      dominantSide: side || undefined,
      // Not asked here; what was said before a match stays.
      sex: before?.sex,
    };
    const headers: Record<string, string> =
      version === null ? { 'if-none-match': '*' } : { 'if-match': `"${version}"` };
    try {
      await send('PUT', '/api/athlete', body, headers);
      await read();
      says = 'Saved.';
      ondone?.();
    } catch (fault) {
      faults = sentences(fault);
    }
  }
</script>

{#if ready}
  <form onsubmit={save}>
    <label class="label"
      ><span class="label-text">Name</span><input class="input" bind:value={name} required maxlength="200" /></label
    >
    <BeltBoxes bind:belt bind:stripes />
    <div class="pair">
      <label class="label"
        ><span class="label-text">Weight in {units}</span><input
          class="input"
          bind:value={weight}
          inputmode="decimal"
        /></label
      >
      <label class="label">
        <span class="label-text">Units</span>
        <select
          class="select"
          value={units}
          onchange={(e) => {
            const kilograms = weightFromBox(weight, units);
            units = e.currentTarget.value as Units;
            if (kilograms !== undefined && !Number.isNaN(kilograms)) weight = weightToBox(kilograms, units);
          }}
        >
          <option value="kg">kilograms</option>
          <option value="lb">pounds</option>
        </select>
      </label>
    </div>
    <label class="label">
      <span class="label-text">What counts most</span>
      <select class="select" bind:value={objective}>
        <option value="submissions">submissions</option>
        <option value="points">control and points</option>
        <option value="survival">not being finished</option>
      </select>
    </label>
    <label class="label">
      <span class="label-text">How I like to train</span>
      <select class="select" bind:value={style}>
        <option value="repetitions-and-positional">repetitions, then positional rounds</option>
        <option value="games">games with a task</option>
        <option value="positional-only">positional rounds only</option>
      </select>
    </label>
    <label class="label">
      <span class="label-text">Stronger side</span>
      <select class="select" bind:value={side}>
        <option value="">not said</option>
        <option value="left">left</option>
        <option value="right">right</option>
      </select>
    </label>
    {#each faults as fault (fault)}<Notice kind="fault">{fault}</Notice>{/each}
    <div class="row">
      <button class="btn preset-filled-primary-700-300">{does}</button>
      <span role="status">{says}</span>
    </div>
  </form>
{:else}
  <p class="quiet" role="status">Fetching the profile…</p>
{/if}

<style>
  form {
    display: flex;
    flex-direction: column;
    gap: 0.7rem;
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.7rem;
  }
  .row {
    display: flex;
    align-items: center;
    gap: 0.8rem;
  }
</style>
