<script lang="ts">
  import { ground, roleWord } from '../../lib/log/ground.svelte.ts';
  import { search } from '../../lib/text/search.ts';
  import type { Spot } from '../../lib/api/types.ts';

  const { onpick, oncancel }: { onpick: (spot: Spot) => void; oncancel: () => void } = $props();
  let query = $state('');
  const found = $derived(search(query, ground.words?.positions ?? [], ground.aliases(), 10));
  const spots = $derived(
    found.flatMap((p) => p.roles.map((role) => ({ position: p.id, role, name: p.name, family: p.family }))),
  );
</script>

<div class="panel">
  <label class="field">
    <span>Where were you?</span>
    <!-- svelte-ignore a11y_autofocus -->
    <input
      class="box"
      bind:value={query}
      autofocus
      autocomplete="off"
      placeholder="half guard, kob, dlr…"
      onkeydown={(e) => {
        if (e.key === 'Enter' && spots[0]) onpick({ position: spots[0].position, role: spots[0].role });
        if (e.key === 'Escape') oncancel();
      }}
    />
  </label>
  <ul>
    {#each spots as spot (`${spot.position}.${spot.role}`)}
      <li>
        <button class="act" onclick={() => onpick({ position: spot.position, role: spot.role })}>
          {spot.name}{spot.role === 'even' ? '' : `, ${roleWord(spot.role, spot.family)}`}
        </button>
      </li>
    {:else}
      <li>Nothing of that name. Try another word for it.</li>
    {/each}
  </ul>
  <button class="act" onclick={oncancel}>Back</button>
</div>

<style>
  ul {
    display: flex;
    flex-wrap: wrap;
    gap: 0.4rem;
    margin: 0.7rem 0;
  }
</style>
