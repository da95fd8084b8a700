<script lang="ts">
  import { api, data, send } from '../../lib/api/api.ts';
  import type { Binned } from '../../lib/api/types.ts';
  import Loaded from '../../parts/Loaded.svelte';
  import Notice from '../../parts/Notice.svelte';

  const read = () => data(api.GET('/api/bin'));
  let bin = $state(read());
  let fault = $state('');

  async function back(thing: Binned) {
    const query = new URLSearchParams({ kind: thing.kind, id: thing.id });
    if (thing.session) query.set('session', thing.session);
    try {
      await send('POST', `/api/bin/restore?${query}`);
      bin = read();
    } catch (f) {
      fault = (f as Error).message;
    }
  }
</script>

{#if fault}<Notice kind="fault">{fault}</Notice>{/if}
<Loaded promise={bin} waiting="Looking in the bin…" again={() => (bin = read())}>
  {#snippet children(page)}
    <ul>
      {#each page.items as thing (`${thing.kind}/${thing.session}/${thing.id}`)}
        <li>
          <span><strong>{thing.kind}</strong>: {thing.says}</span>
          <button
            class="btn preset-outlined-surface-600-400"
            onclick={() => back(thing)}
            aria-label="Take back: {thing.kind}, {thing.says}">Take back</button
          >
        </li>
      {:else}
        <li>Empty. What you delete waits here until you take it back.</li>
      {/each}
    </ul>
  {/snippet}
</Loaded>

<style>
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 0.7rem;
    padding: 0.25rem 0;
  }
</style>
