<script lang="ts">
  import { logDraft } from '../../lib/draft/log-draft.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { profile } from '../../lib/log/profile.svelte.ts';
  import type { Belt, ToldRoll } from '../../lib/api/types.ts';
  import { weightFromBox, weightToBox } from '../../lib/text/units.ts';
  import BeltBoxes from '../../parts/BeltBoxes.svelte';
  import Notice from '../../parts/Notice.svelte';

  /** The rolls that were told with somebody who has no sheet yet, one for each name. */
  const { rolls }: { rolls: readonly ToldRoll[] } = $props();

  let open = $state('');
  let belt = $state<Belt>('white');
  let stripes = $state(0);
  let weight = $state('');
  let fault = $state('');

  function begin(roll: ToldRoll) {
    open = roll.partner ?? '';
    belt = roll.belt ?? 'white';
    stripes = 0;
    weight = weightToBox(roll.weightKg, profile.units);
    fault = '';
  }

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const weightKg = weightFromBox(weight, profile.units);
    if (weightKg !== undefined && !(weightKg >= 20 && weightKg <= 300)) {
      fault = 'The weight does not look like a person’s; write it like 70, or leave it empty.';
      return;
    }
    // Dictation and haste write names small.
    const name = open.charAt(0).toUpperCase() + open.slice(1);
    const partner = { id: crypto.randomUUID(), name, belt, stripes, weightKg, version: 0, rolls: 0 };
    await logDraft.addPartner(partner);
    partners.add(partner);
    open = '';
  }
</script>

<section class="card preset-filled-surface-100-900" aria-label="Not among your partners yet">
  <p class="small">
    <strong>Not among your partners yet.</strong>
    <span class="quiet"
      >Added, they get their rolls, and their belt and weight are reckoned with. Otherwise the name goes into the notes
      of the roll.</span
    >
  </p>
  <div class="row">
    {#each rolls as roll (roll.partner)}
      <button
        class="btn preset-outlined-surface-600-400 slim"
        aria-expanded={open === roll.partner}
        onclick={() => (open === roll.partner ? (open = '') : begin(roll))}>Add {roll.partner}</button
      >
    {/each}
  </div>
  {#if open !== '' && rolls.some((r) => r.partner === open)}
    <form onsubmit={add}>
      <BeltBoxes bind:belt bind:stripes />
      <label class="label">
        <span class="label-text">Weight in {profile.units} (a guess will do; may stay empty)</span>
        <input class="input" bind:value={weight} inputmode="decimal" />
      </label>
      {#if fault}<Notice kind="fault">{fault}</Notice>{/if}
      <button class="btn preset-filled-primary-700-300">Add {open} to the partners</button>
    </form>
  {/if}
</section>

<style>
  section {
    padding: 0.7rem;
    margin: 0.7rem 0;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
    margin-top: 0.5rem;
  }
  .slim {
    min-height: 2.4rem;
    padding: 0.1rem 0.6rem;
    font-size: 0.95rem;
  }
  form {
    display: flex;
    flex-direction: column;
    gap: 0.7rem;
    max-width: 26rem;
    margin-top: 0.7rem;
  }
</style>
