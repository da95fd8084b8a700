<script lang="ts">
  import type { Mark } from '../lib/clock/rounds.ts';
  import { roundShape } from './round-stick.ts';

  interface Props {
    /** Milliseconds of the round that are behind. */
    passed: number;
    /** Milliseconds of the round; null when it is counted up. */
    length: number | null;
    marks: readonly Mark[];
  }
  const { passed, length, marks }: Props = $props();
  const shape = $derived(roundShape(passed, length, marks));
</script>

<svg viewBox="-2 0 {shape.width + 4} {shape.height}" preserveAspectRatio="none" aria-hidden="true">
  <rect class="rest" x="0" y="7" width={shape.width} height={shape.height - 14} rx="3" />
  <rect class="gone" x="0" y="7" width={shape.filled} height={shape.height - 14} rx="3" />
  {#each shape.cuts as cut, i (i)}
    <path class="cut" class:tap={cut.tap} class:mine={cut.mine} d={cut.path} vector-effect="non-scaling-stroke" />
  {/each}
</svg>

<style>
  svg {
    display: block;
    width: 100%;
    height: 3.4rem;
    overflow: visible;
  }
  .rest {
    fill: none;
    stroke: var(--wood-edge);
    stroke-width: 1.2;
    stroke-dasharray: 4 4;
  }
  .gone {
    fill: var(--wood);
    stroke: var(--wood-edge);
    stroke-width: 1.2;
  }
  .cut {
    fill: none;
    stroke: var(--wood-edge);
    stroke-width: 2;
    stroke-linecap: round;
  }
  .cut.tap {
    stroke: var(--theirs);
    stroke-width: 4;
  }
  .cut.mine {
    stroke: var(--mine);
  }
</style>
