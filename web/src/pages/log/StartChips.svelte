<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { sameSpot } from '../../lib/log/spots.ts';
  import type { Spot } from '../../lib/api/types.ts';

  interface Props {
    spot: Spot | null;
    again: boolean;
    onpick: (spot: Spot) => void;
    onother: () => void;
  }
  const { spot, again, onpick, onother }: Props = $props();

  const usual: Spot[] = [
    { position: 'standing', role: 'even' },
    { position: 'seated-guard', role: 'bottom' },
    { position: 'seated-guard', role: 'top' },
    { position: 'half-guard', role: 'bottom' },
  ];
  const chips = $derived(spot && !usual.some((s) => sameSpot(s, spot)) ? [spot, ...usual] : usual);
</script>

<fieldset>
  <legend>{again ? 'Again from' : 'Started'}</legend>
  {#each chips as chip (`${chip.position}.${chip.role}`)}
    <button class="btn preset-outlined-surface-600-400" aria-pressed={sameSpot(chip, spot)} onclick={() => onpick(chip)}
      >{ground.spotName(chip)}</button
    >
  {/each}
  <button class="btn preset-outlined-surface-600-400" onclick={onother}>elsewhere…</button>
</fieldset>

<style>
  fieldset {
    display: flex;
    flex-wrap: wrap;
    gap: 0.4rem;
    margin-bottom: 0.7rem;
  }
  legend {
    color: var(--quiet);
    margin-bottom: 0.2rem;
  }
  .btn {
    padding: 0.2rem 0.7rem;
  }
  @media (max-width: 720px) {
    /* One line that is moved by a finger. */
    fieldset {
      min-width: 0;
      flex-wrap: nowrap;
      overflow-x: auto;
      padding-bottom: 0.2rem;
    }
    .btn {
      flex: none;
      padding: 0.1rem 0.6rem;
    }
  }
</style>
