<script lang="ts">
  import type { StretchWith } from '../lib/api/types.ts';
  import { inTen, monthWords } from '../lib/text/words.ts';
  import { bandShape } from './rate-band.ts';

  /** How often the owner comes out better over time, with its band. */
  const { steps }: { steps: readonly StretchWith[] } = $props();
  const shape = $derived(bandShape(steps, monthWords));
</script>

<svg
  viewBox="0 0 {shape.width} {shape.height}"
  role="img"
  aria-label="How it goes over time: from {inTen(steps[0]!.rate.rate)} to {inTen(steps.at(-1)!.rate.rate)}"
>
  {#each shape.levels as level (level.label)}
    <path class="axis" class:half={level.half} d="M34 {level.y}H{shape.width - 8}" />
    <text x="28" y={level.y + 4} text-anchor="end">{level.label}</text>
  {/each}
  <path class="band" d={shape.band} />
  <path class="line" d={shape.line} />
  {#each shape.points as p (p.x)}<circle class="point" cx={p.x} cy={p.y} r="4" />{/each}
  {#each shape.months as m (m.x)}<text x={m.x} y={shape.height - 4} text-anchor="middle">{m.label}</text>{/each}
</svg>

<style>
  svg {
    display: block;
    width: 100%;
    max-width: 34rem;
    height: auto;
  }
  .axis {
    stroke: var(--line);
  }
  .half {
    stroke: var(--wood-edge);
    stroke-dasharray: 4 4;
  }
  .band {
    fill: var(--wood);
    opacity: 0.75;
  }
  .line {
    fill: none;
    stroke: var(--mine);
    stroke-width: 2.5;
  }
  .point {
    fill: var(--mine);
  }
  text {
    font-size: 13px;
    fill: var(--quiet);
  }
</style>
