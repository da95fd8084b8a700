<script lang="ts">
  import type { Roll } from '../../lib/api/types.ts';
  import Moments from '../../parts/Moments.svelte';

  interface Props {
    roll: Roll;
    them: string;
    lit: { exchange: number; moment: number } | null;
    onlight: (place: { exchange: number; moment: number } | null) => void;
    onremove: (exchange: number, moment: number) => void;
  }
  const { roll, them, lit, onlight, onremove }: Props = $props();
</script>

{#if roll.exchanges.length > 0}
  <section aria-label="What happened so far">
    <h2>So far</h2>
    <Moments exchanges={roll.exchanges} {them} {lit} {onlight} {onremove} />
  </section>
{/if}
