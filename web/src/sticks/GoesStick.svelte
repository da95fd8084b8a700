<script lang="ts">
  import type { Try } from '../lib/api/types.ts';
  import { plural } from '../lib/text/words.ts';
  import { goesMeasure, goesStick } from './goes-stick.ts';

  const { tries, planned = 0, height = 34 }: { tries: readonly Try[]; planned?: number; height?: number } = $props();

  const { width, top, bottom } = goesMeasure;
  const marks = $derived(goesStick(tries, planned));
  const kept = $derived(tries.filter((t) => t.kept).length);
</script>

<svg
  viewBox="0 0 {width} {goesMeasure.height}"
  style:height="{height}px"
  preserveAspectRatio="none"
  role="img"
  aria-label="{plural(tries.length, 'go', 'goes')}, {kept} kept"
>
  <rect class="wood" x="1" y={top} width={width - 2} height={bottom - top} rx="3" />
  {#each marks as mark, i (i)}
    <path class={mark.kept ? 'kept' : 'lost'} d={mark.path} />
  {/each}
</svg>

<style>
  svg {
    width: 100%;
    display: block;
  }
  .wood {
    fill: var(--wood);
    stroke: var(--wood-edge);
    stroke-width: 1;
  }
  path {
    stroke-width: 2.5;
    stroke-linejoin: round;
    vector-effect: non-scaling-stroke;
  }
  .kept {
    fill: light-dark(var(--color-surface-50), var(--color-surface-950));
    stroke: var(--mine);
  }
  .lost {
    fill: light-dark(var(--color-surface-50), var(--color-surface-950));
    stroke: var(--theirs);
  }
</style>
