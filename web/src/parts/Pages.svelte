<script lang="ts">
  import { Pagination } from '@skeletonlabs/skeleton-svelte';

  interface Props {
    /** How many things there are, how many a page has, and which page is shown, from 1. */
    count: number;
    size: number;
    page: number;
    onpage: (page: number) => void;
  }
  const { count, size, page, onpage }: Props = $props();
</script>

{#if count > size}
  <Pagination {count} pageSize={size} {page} siblingCount={1} onPageChange={(e) => onpage(e.page)}>
    <Pagination.PrevTrigger>Earlier</Pagination.PrevTrigger>
    <Pagination.Context>
      {#snippet children(pages)}
        {#each pages().pages as one, i (i)}
          {#if one.type === 'page'}
            <Pagination.Item {...one}>{one.value}</Pagination.Item>
          {:else}
            <Pagination.Ellipsis index={i}>…</Pagination.Ellipsis>
          {/if}
        {/each}
      {/snippet}
    </Pagination.Context>
    <Pagination.NextTrigger>Later</Pagination.NextTrigger>
  </Pagination>
{/if}
