<script lang="ts">
  import type { PlannedSession } from '../../lib/api/types.ts';
  import { dayWords, plural } from '../../lib/text/words.ts';
  import { doseWords, kindWords } from './block-words.ts';
  import DrillText from './DrillText.svelte';

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
  <div class="past panel">
    <h3>{dayWords(session.date)}</h3>
    {#if session.state === 'done'}
      <p>{kept} of {plural(goes, 'go', 'goes')} kept</p>
    {:else}
      <p class="quiet">missed; its work moved on</p>
    {/if}
  </div>
{:else}
  <details class="panel" class:today={session.date === today} {open}>
    <summary>
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
      {#if session.leftOut.length}<span class="line quiet">{plural(session.leftOut.length, 'thing')} left out</span
        >{/if}
    </summary>
    {#if session.done.length}<p>{kept} of {plural(goes, 'go', 'goes')} kept so far.</p>{/if}
    {#if session.why}<p class="quiet">{session.why}</p>{/if}
    {#each session.cards as card (card.id)}<DrillText {card} {paper} />{/each}
    {#each session.leftOut as left, i (i)}
      <p class="small"><strong>Left out:</strong> {left.what}: {left.why}.</p>
    {/each}
    {#each session.cautions as c (c.id)}<p class="small quiet">{c.says}</p>{/each}
  </details>
{/if}

<style>
  .past {
    padding: 0.5rem 0.9rem;
  }
  .today {
    border-left: 6px solid var(--mine);
  }
  summary {
    cursor: pointer;
    display: flex;
    flex-direction: column;
    gap: 0.15rem;
    list-style: none;
  }
  summary::-webkit-details-marker {
    display: none;
  }
  summary h3 {
    display: flex;
    justify-content: space-between;
    gap: 0.8rem;
  }
  summary h3::after {
    content: 'more' / '';
    font: 400 0.85rem var(--typo-base--font-family);
    color: var(--quiet);
    align-self: center;
  }
  details[open] summary h3::after {
    content: 'less' / '';
  }
  details > :global(article) {
    border-top: 1px solid var(--line);
    margin-top: 0.7rem;
    padding-top: 0.6rem;
  }
  @media print {
    details > :global(article) {
      break-inside: avoid;
    }
    summary h3::after,
    details[open] summary h3::after {
      content: none;
    }
    .panel {
      padding: 0.4rem 0.7rem;
    }
  }
</style>
