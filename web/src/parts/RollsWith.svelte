<script lang="ts">
  import { api, data } from '../lib/api/api.ts';
  import { dayWords } from '../lib/text/words.ts';
  import Loaded from './Loaded.svelte';
  import Stick from '../sticks/Stick.svelte';

  /** Rolls against a partner, the latest first; those before a session when one is named. */
  interface Props {
    partner: string;
    title: string;
    session?: string;
    date?: string;
    most?: number;
  }
  const { partner, title, session, date, most = 4 }: Props = $props();
  const earlier = $derived(
    data(api.GET('/api/rolls', { params: { query: { partner, size: '16', ...(date ? { to: date } : {}) } } })).then(
      (list) => ({
        items: list.items.filter((r) => r.sessionId !== session && !r.roll.goes).slice(0, most),
      }),
    ),
  );
</script>

<h2>{title}</h2>
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
        <li class="quiet">None so far.</li>
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
