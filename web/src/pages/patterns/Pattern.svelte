<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Contest } from '../../lib/api/types.ts';
  import Contests from '../../parts/Contests.svelte';
  import PagedList from '../../parts/PagedList.svelte';
  import Fold from '../../parts/Fold.svelte';

  interface Props {
    /** The sentence. */
    children: Snippet;
    /** Where its moments stand, fetched when it is opened. */
    contests?: string;
    /** Its one moment, when there is only one. */
    moment?: Contest;
    /** What stands in their place when the evidence is no moments. */
    rest?: Snippet;
  }
  const { children, contests, moment, rest }: Props = $props();
</script>

<li>
  <Fold says={children}>
    <div class="behind">
      {#if rest}{@render rest()}{/if}
      {#if moment}<Contests contests={[moment]} />{/if}
      {#if contests}
        <PagedList address={contests}>
          {#snippet children(items: Contest[])}<Contests contests={items} />{/snippet}
        </PagedList>
      {/if}
    </div></Fold
  >
</li>

<style>
  li {
    border-bottom: 1px dotted var(--line);
  }
  .behind {
    margin: 0 0 0.7rem 1.2rem;
  }
</style>
