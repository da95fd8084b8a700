<script lang="ts">
  import type { Interval } from '../lib/api/types.ts';
  import { inTen } from '../lib/text/words.ts';
  import { stepBand, stepMeasure } from './step-band.ts';

  const { before, after }: { before: Interval; after: Interval } = $props();
  const shape = $derived(stepBand(before, after));
  const { width, height } = stepMeasure;
</script>

<svg
  viewBox="0 0 {width} {height}"
  role="img"
  aria-label="Better off against your own level: {inTen(before.rate)} before, {inTen(after.rate)} since"
>
  {#each shape.ticks as tick (tick.label)}
    <path class="axis" d="M{tick.x} 12V92" />
    <text x={tick.x} y="110" text-anchor="middle">{tick.label}</text>
  {/each}
  {#each shape.rows as row, i (i)}
    <text x="4" y={row.y + 4}>{i === 0 ? 'before' : 'since'}</text>
    <path class="range" d="M{row.low} {row.y}H{row.high}" />
    <path class="best" d="M{row.at} {row.y - 13}V{row.y + 13}" />
  {/each}
</svg>

<style>
  svg {
    width: 100%;
    max-width: 30rem;
    height: auto;
  }
  .axis {
    stroke: var(--line);
  }
  .range {
    stroke: var(--wood-edge);
    stroke-width: 14;
    opacity: 0.55;
  }
  .best {
    stroke: var(--mine);
    stroke-width: 4;
  }
  text {
    font-size: 13px;
    fill: var(--quiet);
  }
</style>
