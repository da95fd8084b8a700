<script lang="ts" generics="T">
  import { onMount, type Snippet } from 'svelte';
  import { ApiFault, follow } from '../lib/api/api.ts';
  import Notice from './Notice.svelte';

  interface Props {
    /** Where the list stands; an answer named it. */
    address: string;
    /** How the items that are there are shown. */
    children: Snippet<[T[]]>;
  }
  const { address, children }: Props = $props();

  interface Page {
    items: T[];
    total: number;
  }

  let items = $state.raw<T[]>([]);
  let total = $state<number | null>(null);
  let pages = 0;
  let fault = $state('');
  let asking = $state(false);

  async function more() {
    asking = true;
    fault = '';
    try {
      const page = await follow<Page>(`${address}${address.includes('?') ? '&' : '?'}page=${pages + 1}`);
      pages++;
      items = [...items, ...page.items];
      total = page.total;
    } catch (failed) {
      if (!(failed instanceof ApiFault)) throw failed;
      fault = failed.message;
    } finally {
      asking = false;
    }
  }

  onMount(() => void more());
</script>

{#if total !== null}{@render children(items)}{/if}
{#if fault}
  <Notice kind="fault">
    <p>{fault}</p>
    <button class="btn preset-outlined-surface-600-400" onclick={more}>Try again</button>
  </Notice>
{:else if total === null}
  <p class="quiet" role="status">Fetching the moments…</p>
{:else if items.length < total}
  <button class="btn preset-outlined-surface-600-400" disabled={asking} onclick={more}>Show more of {total}</button>
{/if}
