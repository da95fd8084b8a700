<script lang="ts">
  import type { Snippet } from 'svelte';
  import { profile } from '../../lib/log/profile.svelte.ts';
  import { styleWords } from './block-words.ts';

  let {
    weeks = $bindable(),
    style = $bindable(),
    children,
  }: { weeks: number; style: string; children?: Snippet } = $props();

  void profile.load();
</script>

<div class="grid">
  {@render children?.()}
  <label class="label">
    <span class="label-text">Weeks</span>
    <select class="select" bind:value={weeks}>
      {#each [2, 3, 4, 5, 6] as n (n)}<option value={n}>{n}</option>{/each}
    </select>
  </label>
  <label class="label">
    <span class="label-text">How to train</span>
    <select class="select" bind:value={style}>
      <option value=""
        >as in my profile ({styleWords[profile.athlete?.trainingStyle ?? 'repetitions-and-positional']})</option
      >
      {#each Object.entries(styleWords) as [id, says] (id)}<option value={id}>{says}</option>{/each}
    </select>
  </label>
</div>

<style>
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(12rem, 1fr));
    gap: 0.7rem;
  }
</style>
