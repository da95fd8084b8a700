<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    kind?: 'fault' | 'care' | 'plain';
    children: Snippet;
  }
  const { kind = 'plain', children }: Props = $props();
</script>

<div class="notice {kind}" role={kind === 'fault' ? 'alert' : 'note'}>{@render children()}</div>

<style>
  .notice {
    border-left: 6px solid var(--wood-edge);
    background: var(--card);
    padding: 0.7rem 0.9rem;
    margin: 0.6rem 0;
  }
  .fault {
    border-left-color: var(--mine);
  }
  .care {
    border-left-style: double;
  }
</style>
