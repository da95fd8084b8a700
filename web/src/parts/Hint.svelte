<script lang="ts">
  import { Portal, Tooltip } from '@skeletonlabs/skeleton-svelte';
  import type { Snippet } from 'svelte';

  interface Props {
    /** What is said when somebody points at it or comes to it by key. */
    says: string;
    children: Snippet;
  }
  const { says, children }: Props = $props();
</script>

<Tooltip openDelay={300} closeDelay={100}>
  <Tooltip.Trigger>{@render children()}</Tooltip.Trigger>
  <Portal>
    <Tooltip.Positioner>
      <Tooltip.Content class="card preset-filled-surface-100-900 hint">{says}</Tooltip.Content>
    </Tooltip.Positioner>
  </Portal>
</Tooltip>
