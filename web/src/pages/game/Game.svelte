<script lang="ts">
  import { api, data } from '../../lib/api/api.ts';
  import type { SoftSpots } from '../../lib/api/types.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import { gamePages } from '../../lib/places.ts';
  import Loaded from '../../parts/Loaded.svelte';
  import SubNav from '../../parts/SubNav.svelte';
  import TopSpot from '../today/TopSpot.svelte';

  let tries = $state(0);
  const judged = $derived.by(() => {
    void tries;
    return data(api.GET('/api/soft-spots'));
  });
  keyHelp.keys = [];
</script>

<SubNav label="What the log says" pages={gamePages} here="/game" />
<h1>Game</h1>
<div class="answer">
  <Loaded promise={judged} waiting="Weighing what costs you most…" again={() => tries++}>
    {#snippet children(j: SoftSpots)}<TopSpot judged={j} />{/snippet}
  </Loaded>
</div>
<ul>
  {#each gamePages as page (page.to)}
    <li>
      <a class="card preset-filled-surface-100-900" href="#{page.to}"
        ><strong>{page.name}</strong> <span class="quiet">{page.says}</span></a
      >
    </li>
  {/each}
</ul>

<style>
  .answer {
    min-height: 7.5rem;
    margin: 0.6rem 0 1rem;
  }
  ul {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(22rem, 100%), 1fr));
    gap: 0.7rem;
  }
  li a {
    display: flex;
    flex-direction: column;
    height: 100%;
    min-height: var(--touch);
    color: inherit;
    text-decoration: none;
  }
  @media (max-width: 720px) {
    .answer {
      min-height: 15.5rem;
    }
  }
</style>
