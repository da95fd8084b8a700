<script lang="ts">
  import type { RollLine } from '../../lib/api/types.ts';
  import { dayWords, spaced } from '../../lib/text/words.ts';
  import GoesRow from '../../parts/GoesRow.svelte';
  import Stick from '../../sticks/Stick.svelte';

  interface Props {
    row: RollLine;
    /** Whether the day stands with it, or above the session. */
    day?: boolean;
  }
  const { row, day = true }: Props = $props();
  const about = $derived(
    [
      day ? `${dayWords(row.date)}, ${row.attire}` : '',
      row.roll.kind === 'match' ? 'match' : '',
      row.roll.intent && row.roll.intent !== 'own-game' ? spaced(row.roll.intent) : '',
    ]
      .filter(Boolean)
      .join(', '),
  );
</script>

<a href="#/rolls/{encodeURIComponent(row.sessionId)}/{encodeURIComponent(row.roll.id)}">
  <span class="when">
    <strong>{row.partnerName ?? 'somebody'}</strong>
    <span class="quiet small">{about}</span>
  </span>
  <span class="what">
    {#if row.decided}<span>{row.decided}</span>{:else if !row.roll.goes}<span class="quiet">not told yet</span>{/if}
    {#if row.roll.takeaways?.[0]}<span class="quiet small">“{row.roll.takeaways[0]}”</span>{/if}
  </span>
  <span class="cut"
    >{#if row.roll.goes}<GoesRow goes={row.roll.goes} />{:else}<Stick
        exchanges={row.roll.exchanges}
        height={34}
      />{/if}</span
  >
</a>

<style>
  a {
    display: grid;
    grid-template-columns: 13rem minmax(0, 1.15fr) minmax(0, 1fr);
    align-items: center;
    gap: 0.2rem 1.2rem;
    padding: 0.5rem 0.3rem;
    border-bottom: 1px solid var(--line);
    color: inherit;
    text-decoration: none;
  }
  a:hover {
    background: var(--card);
  }
  .when,
  .what {
    display: flex;
    flex-direction: column;
    min-width: 0;
  }
  .cut {
    min-width: 0;
    overflow: hidden;
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
