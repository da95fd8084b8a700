<script lang="ts">
  import type { Belt } from '../lib/api/types.ts';

  interface Props {
    belt: Belt;
    stripes: number;
  }
  let { belt = $bindable(), stripes = $bindable() }: Props = $props();
  const belts: Belt[] = ['white', 'blue', 'purple', 'brown', 'black'];
  const most = $derived(belt === 'black' ? 10 : 4);
  $effect(() => {
    if (stripes > most) stripes = most;
  });
</script>

<div class="pair">
  <label class="label">
    <span class="label-text">Belt</span>
    <select class="select" bind:value={belt}>
      {#each belts as b (b)}<option value={b}>{b}</option>{/each}
    </select>
  </label>
  <label class="label">
    <span class="label-text">{belt === 'black' ? 'Degrees' : 'Stripes'}</span>
    <select class="select" bind:value={stripes}>
      {#each Array(most + 1).keys() as n (n)}<option value={n}>{n}</option>{/each}
    </select>
  </label>
</div>

<style>
  .pair {
    display: grid;
    grid-template-columns: 2fr 1fr;
    gap: 0.8rem;
  }
</style>
