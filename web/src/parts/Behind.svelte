<script lang="ts">
  import type { Contest } from '../lib/api/types.ts';
  import Contests from './Contests.svelte';
  import PagedList from './PagedList.svelte';

  interface Props {
    /** Where the moments behind a figure stand. */
    address: string;
    /** What the figure is asked: "From what? 12 moments". */
    says: string;
  }
  const { address, says }: Props = $props();
  let open = $state(false);
</script>

<!-- The moments behind a figure, fetched when they are asked for. -->
<details bind:open>
  <summary>{says}</summary>
  {#if open}
    <PagedList {address}>
      {#snippet children(contests: Contest[])}<Contests {contests} />{/snippet}
    </PagedList>
  {/if}
</details>

<style>
  summary {
    cursor: pointer;
    padding: 0.4rem 0;
    color: var(--quiet);
  }
</style>
