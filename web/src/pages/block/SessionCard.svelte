<script lang="ts">
  import type { PlannedSession } from '../../lib/api/types.ts';
  import { dayWords, plural } from '../../lib/text/words.ts';
  import { doseWords, kindWords } from './block-words.ts';
  import DrillText from './DrillText.svelte';
  import Fold from '../../parts/Fold.svelte';

  interface Props {
    session: PlannedSession;
    open?: boolean;
    paper?: boolean;
    today: string;
  }
  const { session, open = false, paper = false, today }: Props = $props();

  const goes = $derived(session.done.reduce((sum, d) => sum + d.of, 0));
  const kept = $derived(session.done.reduce((sum, d) => sum + d.kept, 0));
</script>

{#if session.date < today}
  <div class="past card preset-filled-surface-100-900">
    <h3>{dayWords(session.date)}</h3>
    {#if session.state === 'done'}
      <p>{kept} of {plural(goes, 'go', 'goes')} kept</p>
    {:else}
      <p class="quiet">missed; its work moved on</p>
    {/if}
  </div>
{:else}
  {#snippet head()}
    <h3>
      {session.date === today ? 'Tonight, ' : ''}{dayWords(session.date)}{session.time
        ? `, class at ${session.time.slice(0, 5)}`
        : ''}
    </h3>
    {#each session.cards as card (card.id)}
      <span class="line"
        ><strong>{kindWords[card.kind]}</strong>
        {doseWords(card)}{card.rung >= 0 ? `, rung ${card.rung + 1}` : ''}</span
      >
    {:else}
      <span class="line quiet">no drill fits into {plural(session.minutes, 'minute')}</span>
    {/each}
    {#if session.leftOut.length}<span class="line quiet">{plural(session.leftOut.length, 'thing')} left out</span>{/if}
  {/snippet}
  <section
    class="card preset-filled-surface-100-900"
    class:today={session.date === today}
    aria-label={dayWords(session.date)}
  >
    <Fold says={head} {open}>
      {#if session.done.length}<p>{kept} of {plural(goes, 'go', 'goes')} kept so far.</p>{/if}
      {#if session.why}<p class="quiet">{session.why}</p>{/if}
      {#each session.cards as card (card.id)}<DrillText {card} {paper} />{/each}
      {#each session.leftOut as left, i (i)}
        <p class="small"><strong>Left out:</strong> {left.what}: {left.why}.</p>
      {/each}
      {#each session.cautions as c (c.id)}<p class="small quiet">{c.says}</p>{/each}
    </Fold>
  </section>
{/if}

<style>
  .past {
    padding: 0.5rem 0.9rem;
  }
  .today {
    border-left: 6px solid var(--mine);
  }
  h3,
  .line {
    display: block;
  }
  section :global(article) {
    border-top: 1px solid var(--line);
    margin-top: 0.7rem;
    padding-top: 0.6rem;
  }
  @media print {
    section :global(article) {
      break-inside: avoid;
    }
    .card {
      padding: 0.4rem 0.7rem;
    }
  }
</style>
