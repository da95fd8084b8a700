<script lang="ts">
  import { api, data } from '../lib/api/api.ts';
  import { compared, type Again } from '../lib/log/compare.ts';
  import { ground } from '../lib/log/ground.svelte.ts';
  import type { Roll } from '../lib/api/types.ts';
  import { dayWords, inside } from '../lib/text/words.ts';
  import Loaded from './Loaded.svelte';
  import Stick from '../sticks/Stick.svelte';

  /** Rolls against a partner, the latest first; those before a session when one is named. */
  interface Props {
    partner: string;
    title: string;
    session?: string;
    date?: string;
    most?: number;
    /** The roll that stands beside them: what was new in it is said, and what came again. */
    beside?: Roll;
  }
  const { partner, title, session, date, most = 5, beside }: Props = $props();
  const earlier = $derived(
    data(api.GET('/api/rolls', { params: { query: { partner, size: '16', ...(date ? { to: date } : {}) } } })).then(
      (list) => ({
        items: list.items.filter((r) => r.sessionId !== session && !r.roll.goes).slice(0, most),
      }),
    ),
  );

  const MOST_NAMED = 3;
  function words(list: readonly Again[], of: number): string {
    return list
      .slice(0, MOST_NAMED)
      .map((a) => {
        const name = ground.techniqueName(a.technique);
        const what = `${a.actor === 'me' ? 'your' : 'their'} ${inside(name)}`;
        return a.times > 0 ? `${what} (in ${a.times} of the last ${of})` : what;
      })
      .join(', ');
  }
</script>

<h2>{title}</h2>
<Loaded promise={earlier} waiting="Looking back…">
  {#snippet children(list)}
    {#if beside && list.items.length > 0}
      {@const { fresh, again } = compared(
        beside,
        list.items.map((i) => i.roll),
      )}
      {#if fresh.length > 0}<p><strong>New:</strong> {words(fresh, list.items.length)}.</p>{/if}
      {#if again.length > 0}<p><strong>Came again:</strong> {words(again, list.items.length)}.</p>{/if}
    {/if}
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
