<script lang="ts">
  import type { DrillCard } from '../../lib/api/types.ts';
  import { doseWords, kindWords, slotWords } from './block-words.ts';

  /** One drill as text: what is read on the plan, on paper, and before the first go. */
  const { card, cautions = true, paper = false }: { card: DrillCard; cautions?: boolean; paper?: boolean } = $props();

  // On paper what holds for every drill stands once for all.
  const cares = $derived(card.cautions.filter((c) => !paper || !c.always));
</script>

<article>
  <h4>{kindWords[card.kind]}: {card.title}</h4>
  <p class="quiet small">
    {slotWords[card.slot]}, about {Math.round(card.minutes)} min · {doseWords(card)} · {card.intensity}
  </p>
  <dl>
    <dt>Start</dt>
    <dd>{card.from}.</dd>
    <dt>You</dt>
    <dd>{card.you}.</dd>
    <dt>They</dt>
    <dd>{card.they}.</dd>
    {#if card.kind !== 'repetitions'}
      <dt>Kept when</dt>
      <dd>{card.win}.</dd>
    {/if}
    {#if card.harder}
      <dt>Harder</dt>
      <dd>{card.harder}.</dd>
    {/if}
    {#if card.cue}
      <dt>Cue</dt>
      <dd class="cue">“{card.cue}”</dd>
    {/if}
    {#if card.partners.length}
      <dt>Ask</dt>
      <dd>
        {#each card.partners as p, i (p.partner)}{i > 0 ? '; ' : ''}<strong>{p.name}</strong>
          <span class="quiet small">({p.why})</span>{/each}
      </dd>
    {/if}
    <dt>Why today</dt>
    <dd>{card.why}</dd>
  </dl>
  {#if cautions && cares.length}
    <ul class="care small">
      {#each cares as c (c.id)}<li>{c.says}</li>{/each}
    </ul>
  {/if}
</article>

<style>
  h4 {
    font-weight: 650;
    line-height: 1.25;
  }
  dl {
    display: grid;
    grid-template-columns: max-content minmax(0, 1fr);
    gap: 0.15rem 0.8rem;
    margin: 0.35rem 0;
  }
  dt {
    color: var(--quiet);
    font-size: 0.92rem;
  }
  .cue {
    font-weight: 600;
  }
  .care {
    border-left: 6px double var(--wood-edge);
    padding-left: 0.6rem;
    color: var(--quiet);
  }
</style>
