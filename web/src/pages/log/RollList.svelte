<script lang="ts">
  import { partners } from '../../lib/log/partners.svelte.ts';
  import type { Roll } from '../../lib/api/types.ts';
  import { beltWords } from '../../lib/text/words.ts';
  import GoesRow from '../../parts/GoesRow.svelte';
  import Stick from '../../sticks/Stick.svelte';

  const { rolls, onopen }: { rolls: readonly Roll[]; onopen: (id: string) => void } = $props();
</script>

{#if rolls.length === 0}
  <p class="quiet">
    Add the first roll: who it was with, then what happened. Only the partner is needed; the rest can come later.
  </p>
{:else}
  <ol>
    {#each rolls as roll, i (roll.id)}
      <li>
        <button class="card preset-filled-surface-100-900" onclick={() => onopen(roll.id)}>
          <span class="who">
            {i + 1}. <strong>{partners.name(roll.partnerId)}</strong>
            <span class="quiet small">{beltWords(roll.partnerBelt)}</span>
          </span>
          {#if roll.goes}<GoesRow goes={roll.goes} />{:else}<Stick exchanges={roll.exchanges} height={32} />{/if}
        </button>
      </li>
    {/each}
  </ol>
{/if}

<style>
  ol {
    display: flex;
    flex-direction: column;
    gap: 0.5rem;
  }
  button {
    display: grid;
    grid-template-columns: minmax(9rem, 14rem) 1fr;
    align-items: center;
    gap: 0.4rem 1rem;
    width: 100%;
    text-align: left;
    font: inherit;
    color: inherit;
    cursor: pointer;
  }
  button:hover {
    border-color: var(--wood-edge);
  }
  @media (max-width: 560px) {
    button {
      grid-template-columns: 1fr;
    }
  }
</style>
