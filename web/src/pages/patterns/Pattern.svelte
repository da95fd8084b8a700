<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Contest } from '../../lib/types.ts';
  import Contests from '../../parts/Contests.svelte';

  interface Props {
    /** The sentence. */
    children: Snippet;
    moments?: readonly Contest[];
    /** What stands in its place when the evidence is no moments. */
    rest?: Snippet;
  }
  const { children, moments, rest }: Props = $props();
</script>

<li>
  <details>
    <summary><span>{@render children()}</span></summary>
    <div class="behind">
      {#if rest}{@render rest()}{/if}
      {#if moments}<Contests contests={moments} />{/if}
    </div>
  </details>
</li>

<style>
  li {
    border-bottom: 1px dotted var(--line);
  }
  summary {
    padding: 0.5rem 0;
    cursor: pointer;
  }
  .behind {
    margin: 0 0 0.7rem 1.2rem;
  }
</style>
