<script lang="ts">
  import { push } from 'svelte-spa-router';
  import { send, sentences } from '../../lib/api/api.ts';
  import { keepEntered, kept } from '../../lib/draft/device.ts';
  import type { Candidate, DrillDay } from '../../lib/api/types.ts';
  import { today } from '../../lib/text/words.ts';
  import Notice from '../../parts/Notice.svelte';
  import { chosenFocuses, sentDays, usualDays, type FocusEdit } from './block-form.ts';
  import DrillDays from './DrillDays.svelte';
  import FocusFields from './FocusFields.svelte';
  import HowFields from './HowFields.svelte';

  const { focuses }: { focuses: Candidate[] } = $props();

  let weeks = $state(4);
  let from = $state(today());
  let style = $state('');
  let days = $state<DrillDay[]>(usualDays());
  let edits = $state<Record<string, FocusEdit>>({});
  let faults = $state<string[]>([]);
  let saving = $state(false);

  // What was entered here last time is where the next block begins; nothing typed is lost by leaving the page.
  void kept<{ days: DrillDay[]; weeks: number; style: string; edits?: Record<string, FocusEdit> }>('block-form').then(
    (last) => {
      if (last) ({ days, weeks, style, edits = {} } = last);
    },
  );
  $effect(() => {
    void keepEntered('block-form', $state.snapshot({ days, weeks, style, edits }));
  });

  const edit = (id: string, change: FocusEdit) => (edits = { ...edits, [id]: { ...edits[id], ...change } });

  async function begin() {
    saving = true;
    try {
      const body = {
        from,
        weeks,
        style: style || undefined,
        days: sentDays(days),
        focuses: chosenFocuses(focuses, edits),
      };
      const { value } = await send<{ id: string }>('POST', '/api/blocks', body);
      edits = {};
      await push(`/block/${encodeURIComponent(value.id)}`);
    } catch (fault) {
      faults = sentences(fault);
    }
    saving = false;
  }
</script>

<section class="card preset-filled-surface-100-900" aria-label="The block">
  <h2>The block</h2>
  {#each focuses as c (c.focus.id)}
    <FocusFields focus={c.focus} edit={edits[c.focus.id]} change={(e) => edit(c.focus.id, e)} />
  {/each}
  <HowFields bind:weeks bind:style>
    <label class="label"
      ><span class="label-text">From</span><input class="input" type="date" bind:value={from} /></label
    >
  </HowFields>
  <DrillDays bind:days />
  {#each faults as fault (fault)}<Notice kind="fault">{fault}</Notice>{/each}
  <button class="btn preset-filled-primary-700-300" disabled={saving || days.length === 0} onclick={begin}
    >Begin the block</button
  >
</section>

<style>
  section {
    display: flex;
    flex-direction: column;
    gap: 0.8rem;
  }
</style>
