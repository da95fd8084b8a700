<script lang="ts">
  import type { RollRow } from '../../lib/api/types.ts';
  import { dayWords, spaced } from '../../lib/text/words.ts';
  import GoesRow from '../../parts/GoesRow.svelte';
  import Stick from '../../sticks/Stick.svelte';

  const { row }: { row: RollRow } = $props();
</script>

<a href="#/rolls/{encodeURIComponent(row.sessionId)}/{encodeURIComponent(row.roll.id)}">
  <span class="when">
    <strong>{row.partnerName ?? 'somebody'}</strong>
    <span class="quiet small">
      {dayWords(row.date)}, {row.attire}{row.roll.kind === 'match' ? ', match' : ''}{row.roll.intent &&
      row.roll.intent !== 'own-game'
        ? `, ${spaced(row.roll.intent)}`
        : ''}
    </span>
  </span>
  {#if row.roll.goes}<GoesRow goes={row.roll.goes} />{:else}<Stick exchanges={row.roll.exchanges} height={34} />{/if}
  {#if row.roll.takeaways?.[0]}<span class="lesson small">“{row.roll.takeaways[0]}”</span>{/if}
</a>

<style>
  a {
    display: grid;
    grid-template-columns: 13rem minmax(0, 1fr) minmax(0, 16rem);
    align-items: center;
    gap: 0.2rem 1rem;
    padding: 0.45rem 0.3rem;
    border-bottom: 1px solid var(--line);
    color: inherit;
    text-decoration: none;
  }
  a:hover {
    background: var(--card);
  }
  .when {
    display: flex;
    flex-direction: column;
  }
  @media (max-width: 720px) {
    a {
      grid-template-columns: 1fr;
    }
    .when {
      flex-direction: row;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0 0.6rem;
    }
  }
</style>
