<script lang="ts">
  import { Navigation } from '@skeletonlabs/skeleton-svelte';

  interface Props {
    /** What the pages have in common. */
    label: string;
    pages: readonly { to: string; name: string }[];
    /** The address of the page that is shown. */
    here: string;
    /** An address with what is asked for, for going on with it. */
    addressOf?: (to: string) => string;
  }
  const { label, pages, here, addressOf = (to) => to }: Props = $props();
  /** The page with the longest address that this one begins with. */
  const current = $derived(
    pages.filter((p) => here === p.to || here.startsWith(`${p.to}/`)).sort((a, b) => b.to.length - a.to.length)[0],
  );
</script>

<Navigation layout="bar" class="pages-nav" role="navigation" aria-label={label}>
  <Navigation.Menu>
    {#each pages as page (page.to)}
      <Navigation.TriggerAnchor href="#{addressOf(page.to)}" aria-current={page === current ? 'page' : undefined}
        >{page.name}</Navigation.TriggerAnchor
      >
    {/each}
  </Navigation.Menu>
</Navigation>
