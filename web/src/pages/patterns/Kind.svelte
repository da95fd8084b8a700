<script lang="ts" generics="T">
  import type { Snippet } from 'svelte';

  interface Props {
    title: string;
    says: string;
    rows: readonly T[];
    /** What is said when there are none. */
    none: string;
    row: Snippet<[T]>;
    most?: number;
  }
  const { title, says, rows, none, row, most = 5 }: Props = $props();
  let all = $state(false);
  const shown = $derived(all ? rows : rows.slice(0, most));
</script>

<section>
  <h2>{title}</h2>
  <p class="quiet small">{says}</p>
  {#if rows.length === 0}
    <p>{none}</p>
  {:else}
    <ul>
      {#each shown as one, i (i)}{@render row(one)}{/each}
    </ul>
    {#if rows.length > most}
      <button class="btn preset-outlined-surface-600-400" onclick={() => (all = !all)}
        >{all ? 'Show fewer' : `Show all ${rows.length}`}</button
      >
    {/if}
  {/if}
</section>

<style>
  section {
    margin-top: 1.6rem;
    max-width: 62rem;
  }
  .btn {
    margin-top: 0.6rem;
  }
</style>
