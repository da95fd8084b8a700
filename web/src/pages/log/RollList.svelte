<script lang="ts">
  import { isDraft } from '../../lib/clock/round-rolls.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import type { Roll } from '../../lib/api/types.ts';
  import { beltWords, clockWords, figure } from '../../lib/text/words.ts';
  import GoesRow from '../../parts/GoesRow.svelte';
  import Stick from '../../sticks/Stick.svelte';

  const { rolls, onopen }: { rolls: readonly Roll[]; onopen: (id: string, road: 'build' | 'tell') => void } = $props();

  const numbered = $derived(rolls.map((roll, i) => ({ roll, number: i + 1 })));
  const drafts = $derived(numbered.filter(({ roll }) => isDraft(roll)));
  const told = $derived(numbered.filter(({ roll }) => !isDraft(roll)));

  /** What is known of a draft: how long it was, and the taps that the round clock kept. */
  function known(roll: Roll): string {
    const taps = roll.exchanges.flatMap((e) => (e.end?.kind === 'tap' ? [e.end] : []));
    const said = taps.map(
      (end) =>
        `${end.by === 'me' ? 'your tap' : 'their tap'}${end.clock != null ? ` at ${clockWords(end.clock)}` : ''}`,
    );
    return [roll.minutes ? `${figure(roll.minutes, roll.minutes % 1 ? 1 : 0)} min` : '', ...said]
      .filter(Boolean)
      .join(' · ');
  }
</script>

{#snippet who(roll: Roll, number: number)}
  <span class="who">
    {number}. <strong>{partners.name(roll.partnerId)}</strong>
    <span class="quiet small">{beltWords(roll.partnerBelt)}</span>
  </span>
{/snippet}

{#if rolls.length === 0}
  <p class="quiet">
    Add the first roll: who it was with, then what happened. Only the partner is needed; the rest can come later.
  </p>
{/if}
{#if drafts.length > 0}
  <h3>Still to be told</h3>
  <ol class="drafts">
    {#each drafts as { roll, number } (roll.id)}
      <li class="draft">
        <button class="card preset-filled-surface-100-900" onclick={() => onopen(roll.id, 'build')}>
          {@render who(roll, number)}
          <span class="quiet">{known(roll)}</span>
        </button>
        <button
          class="btn preset-outlined-surface-600-400"
          aria-label="Tell roll {number}, with {partners.name(roll.partnerId)}"
          onclick={() => onopen(roll.id, 'tell')}>Tell it</button
        >
      </li>
    {/each}
  </ol>
{/if}
{#if told.length > 0}
  {#if drafts.length > 0}<h3>Told</h3>{/if}
  <ol>
    {#each told as { roll, number } (roll.id)}
      <li>
        <button class="card preset-filled-surface-100-900" onclick={() => onopen(roll.id, 'build')}>
          {@render who(roll, number)}
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
  h3 {
    font-size: 1rem;
    margin-bottom: 0.3rem;
  }
  .drafts + h3 {
    margin-top: 0.9rem;
  }
  .draft {
    display: flex;
    gap: 0.5rem;
  }
  .card {
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
  .draft .card {
    border-style: dashed;
  }
  .card:hover {
    border-color: var(--wood-edge);
  }
  .draft .btn {
    flex: none;
  }
  @media (max-width: 560px) {
    .card {
      grid-template-columns: 1fr;
    }
  }
</style>
