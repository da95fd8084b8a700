<script lang="ts">
  import { api, data } from '../../lib/api/api.ts';
  import { dayWords } from '../../lib/text/words.ts';
  import Loaded from '../../parts/Loaded.svelte';
  import Stick from '../../sticks/Stick.svelte';

  /** Earlier rolls against the same partner, the latest first. */
  interface Props {
    partner: string;
    them: string;
    session: string;
    date: string;
  }
  const { partner, them, session, date }: Props = $props();
  const shown = 4;
  const earlier = $derived(
    data(api.GET('/api/rolls', { params: { query: { partner, to: date, size: '12' } } })).then((list) => ({
      items: list.items.filter((r) => r.sessionId !== session && !r.roll.goes).slice(0, shown),
    })),
  );
</script>

<h2>Before, with {them}</h2>
<Loaded promise={earlier} waiting="Looking back…">
  {#snippet children(list)}
    <ul>
      {#each list.items as row (`${row.sessionId}/${row.roll.id}`)}
        <li>
          <a href="#/rolls/{encodeURIComponent(row.sessionId)}/{encodeURIComponent(row.roll.id)}">
            <span class="quiet small">{dayWords(row.date)}, {row.attire}</span>
            <span>{row.decided ?? 'not told'}</span>
            <Stick exchanges={row.roll.exchanges} height={26} />
          </a>
        </li>
      {:else}
        <li class="quiet">This is the first one with them.</li>
      {/each}
    </ul>
    {#if list.items.length > 0}
      <p><a class="anchor" href="#/rolls?partner={encodeURIComponent(partner)}">All rolls with them</a></p>
    {/if}
  {/snippet}
</Loaded>

<style>
  li a {
    display: flex;
    flex-direction: column;
    gap: 0.1rem;
    padding: 0.4rem 0;
    border-bottom: 1px dotted var(--line);
    color: inherit;
    text-decoration: none;
    overflow: hidden;
  }
  li a:hover {
    background: var(--card);
  }
</style>
