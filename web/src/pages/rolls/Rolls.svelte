<script lang="ts">
  import { onMount } from 'svelte';
  import { replace, router } from 'svelte-spa-router';
  import { api, data } from '../../lib/api/api.ts';
  import { keyHelp, typing } from '../../lib/keys.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { plural } from '../../lib/text/words.ts';
  import Loaded from '../../parts/Loaded.svelte';
  import Notice from '../../parts/Notice.svelte';
  import Filters from './Filters.svelte';
  import RollLine from './RollLine.svelte';
  import RollViews from '../../parts/RollViews.svelte';
  import Pages from '../../parts/Pages.svelte';
  import SessionsView from './SessionsView.svelte';

  const size = 25;
  const filter = $derived(Object.fromEntries(new URLSearchParams(router.querystring ?? '')));
  const page = $derived(Number(filter.page ?? '1') || 1);
  let tries = $state(0);
  const view = $derived(filter.view === 'sessions' ? 'sessions' : 'rolls');
  const found = $derived.by(() => {
    void tries;
    return data(api.GET('/api/rolls', { params: { query: { ...filter, page: String(page), size: String(size) } } }));
  });
  let searchBox: HTMLInputElement | undefined = $state();

  onMount(() => void partners.load());
  keyHelp.keys = [{ keys: '/', does: 'search in what was written' }];

  function narrow(change: Record<string, string>) {
    const next = new URLSearchParams({ ...filter, page: '', ...change });
    for (const [name, value] of [...next]) if (value === '') next.delete(name);
    void replace(`/rolls${next.size > 0 ? '?' + next : ''}`);
  }
</script>

<svelte:window
  onkeydown={(e) => {
    if (e.key === '/' && !typing(e)) {
      e.preventDefault();
      searchBox?.focus();
    }
  }}
/>

<div class="head">
  <h1>Rolls</h1>
  <RollViews {view} />
</div>
{#if view === 'sessions'}
  <SessionsView {page} onpage={(p) => narrow({ page: p === 1 ? '' : String(p) })} />
{:else}
  <Filters {filter} onnarrow={narrow} bind:searchBox />
  <Loaded promise={found} waiting="Fetching the sticks…" again={() => tries++}>
    {#snippet children(list)}
      {#if list.unreadable}
        <Notice kind="care">Could not be read, and is left out: {list.unreadable.join('; ')}.</Notice>
      {/if}
      {#if list.total === 0}
        <div class="card preset-filled-surface-100-900">
          {#if Object.keys(filter).length > 0}
            <p>No roll fits all of that. Take a filter away, or look for another word.</p>
            <button class="btn preset-outlined-surface-600-400" onclick={() => void replace('/rolls')}
              >Show all rolls</button
            >
          {:else}
            <p>No rolls yet. <a class="anchor" href="#/log">Log the first one</a>.</p>
          {/if}
        </div>
      {:else}
        <p class="quiet" role="status">{plural(list.total, 'roll')}, latest first</p>
        <ol>
          {#each list.items as row (`${row.sessionId}/${row.roll.id}`)}
            <li><RollLine {row} /></li>
          {/each}
        </ol>
        <Pages count={list.total} {size} {page} onpage={(p) => narrow({ page: p === 1 ? '' : String(p) })} />
      {/if}
    {/snippet}
  </Loaded>
{/if}

<style>
  .head {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
    gap: 0.6rem;
  }
  ol {
    margin-top: 0.4rem;
  }
</style>
