<script lang="ts">
  import type { Contest } from '../lib/api/types.ts';
  import Contests from './Contests.svelte';
  import PagedList from './PagedList.svelte';
  import Fold from './Fold.svelte';

  interface Props {
    /** Where the moments behind a figure stand. */
    address: string;
    /** What the figure is asked: "From what? 12 moments". */
    says: string;
  }
  const { address, says }: Props = $props();
</script>

<!-- The moments behind a figure, fetched when they are asked for. -->
<div class="quiet">
  <Fold {says}>
    <PagedList {address}>
      {#snippet children(contests: Contest[])}<Contests {contests} />{/snippet}
    </PagedList>
  </Fold>
</div>
