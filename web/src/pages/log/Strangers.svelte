<script lang="ts">
  import type { ToldRoll } from '../../lib/api/types.ts';
  import NewPartner from './NewPartner.svelte';

  /** The rolls that were told with somebody who has no sheet yet, one for each name. */
  const { rolls }: { rolls: readonly ToldRoll[] } = $props();

  let open = $state('');
  const asked = $derived(rolls.find((r) => r.partner === open));
  // Dictation and haste write names small.
  const capital = (name: string) => name.charAt(0).toUpperCase() + name.slice(1);
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
        onclick={() => (open = open === roll.partner ? '' : (roll.partner ?? ''))}>Add {roll.partner}</button
      >
    {/each}
  </div>
  {#if asked?.partner}
    {#key open}
      <NewPartner
        called={capital(asked.partner)}
        wears={asked.belt ?? undefined}
        weighs={asked.weightKg ?? undefined}
        says={`Add ${open} to the partners`}
        onadd={() => (open = '')}
      />
    {/key}
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
  .row:not(:last-child) {
    margin-bottom: 0.7rem;
  }
</style>
