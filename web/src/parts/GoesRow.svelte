<script lang="ts">
  import type { Goes } from '../lib/api/types.ts';
  import { ground } from '../lib/log/ground.svelte.ts';
  import { plural } from '../lib/text/words.ts';
  import GoesStick from '../sticks/GoesStick.svelte';

  /** Goes of a drill where a roll would show its stick. */
  const { goes, height = 32 }: { goes: Goes; height?: number } = $props();
  const kept = $derived(goes.tries.filter((t) => t.kept).length);
</script>

<span class="goes">
  <GoesStick tries={goes.tries} {height} />
  <span class="small quiet"
    >{plural(goes.tries.length, 'go', 'goes')} from {ground.spotName(goes.start).toLowerCase()}, {kept} kept</span
  >
</span>

<style>
  .goes {
    display: grid;
    grid-template-columns: minmax(0, 16rem) minmax(0, 1fr);
    align-items: center;
    gap: 0.2rem 0.8rem;
  }
  @media (max-width: 560px) {
    .goes {
      grid-template-columns: 1fr;
    }
  }
</style>
