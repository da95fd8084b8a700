<script lang="ts" generics="T">
  import type { Snippet } from 'svelte';
  import Notice from './Notice.svelte';

  interface Props {
    promise: Promise<T>;
    /** What is said while waiting. */
    waiting: string;
    again?: () => void;
    children: Snippet<[T]>;
  }
  const { promise, waiting, again, children }: Props = $props();
</script>

{#await promise}
  <p class="quiet" role="status">{waiting}</p>
{:then value}
  {@render children(value)}
{:catch fault}
  <Notice kind="fault">
    <p>{fault.message}</p>
    {#if again}<button class="btn preset-outlined-surface-600-400" onclick={again}>Try again</button>{/if}
  </Notice>
{/await}
