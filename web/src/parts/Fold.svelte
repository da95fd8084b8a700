<script lang="ts">
  import { Accordion } from '@skeletonlabs/skeleton-svelte';
  import type { Snippet } from 'svelte';

  interface Props {
    /** What stands there folded: words, or a piece of the page. */
    says: string | Snippet;
    open?: boolean;
    /** Hears that it was opened or folded by hand. */
    onturn?: (open: boolean) => void;
    children: Snippet;
  }
  let { says, open = $bindable(false), onturn, children }: Props = $props();
</script>

<Accordion
  collapsible
  value={open ? ['fold'] : []}
  onValueChange={(e) => {
    open = e.value.length > 0;
    onturn?.(open);
  }}
>
  <Accordion.Item value="fold">
    <Accordion.ItemTrigger>
      <span class="says"
        >{#if typeof says === 'string'}{says}{:else}{@render says()}{/if}</span
      >
      <svg viewBox="0 0 12 12" width="12" height="12" aria-hidden="true" class:open><path d="M1 4L6 9L11 4" /></svg>
    </Accordion.ItemTrigger>
    <Accordion.ItemContent
      >{#if open}{@render children()}{/if}</Accordion.ItemContent
    >
  </Accordion.Item>
</Accordion>

<style>
  .says {
    flex: 1;
    min-width: 0;
  }
  svg {
    flex: none;
    fill: none;
    stroke: currentColor;
    stroke-width: 1.6;
  }
  svg.open {
    transform: rotate(180deg);
  }
</style>
