<script lang="ts">
  import type { RingsShape } from './rings.ts';
  import { ringLine, ringsMeasure } from './rings.ts';

  interface Props {
    shape: RingsShape;
    chosen: string | null;
    says: (week: string) => string;
    onchoose: (week: string | null) => void;
    /** Weeks in which a block was worked on, and what it was. */
    blocks?: readonly { from: string; to: string; label: string }[];
  }
  const { shape, chosen, says, onchoose, blocks = [] }: Props = $props();

  const { size, heart } = ringsMeasure;
  const middle = size / 2;
</script>

<svg viewBox="0 0 {size + 90} {size}" role="group" aria-label="Weeks as growth rings, the first at the heart">
  <path class="bark" d={ringLine(shape.edge + 6, middle)} />
  {#each shape.rings as ring (ring.week)}
    <path
      class="ring {ring.shade}"
      d={ring.path}
      fill-rule="evenodd"
      role="button"
      tabindex="0"
      aria-label={says(ring.week)}
      aria-pressed={chosen === ring.week}
      onfocus={() => onchoose(ring.week)}
      onmouseenter={() => onchoose(ring.week)}
      onclick={() => onchoose(ring.week)}
      onkeydown={(e) => e.key === 'Escape' && onchoose(null)}
    />
    <path class="line" d={ring.outer} />
  {/each}
  {#each blocks as block (block.from)}
    {#each shape.rings.filter((r) => r.week >= block.from && r.week < block.to) as ring (ring.week)}
      <path class="block" d={ring.outer} />
    {/each}
  {/each}
  {#each shape.rings.filter((r) => r.week === chosen) as ring (ring.week)}
    <path class="lit" d={ring.path} fill-rule="evenodd" />
  {/each}
  <path class="heart" d={ringLine(heart, middle)} />
  {#each shape.months as month (month.radius)}
    <path class="tick" d="M{middle} {middle - month.radius}H{size - 4}" />
    <text x={size} y={middle - month.radius + 4}>{month.label}</text>
  {/each}
</svg>

<style>
  svg {
    width: 100%;
    height: auto;
    display: block;
  }
  .bark {
    fill: none;
    stroke: var(--wood-edge);
    stroke-width: 11;
  }
  .ring {
    cursor: pointer;
    outline: none;
  }
  .best {
    fill: var(--ring-best);
  }
  .better {
    fill: var(--ring-better);
  }
  .usual {
    fill: var(--ring-usual);
  }
  .worse {
    fill: var(--ring-worse);
  }
  .worst {
    fill: var(--ring-worst);
  }
  .none {
    fill: light-dark(var(--color-surface-100), var(--color-surface-900));
  }
  .line {
    fill: none;
    stroke: var(--wood-edge);
    stroke-width: 0.7;
    opacity: 0.55;
    pointer-events: none;
  }
  .lit {
    fill: var(--mine);
    stroke: var(--mine);
    stroke-width: 2;
    opacity: 0.8;
    pointer-events: none;
  }
  .block {
    fill: none;
    stroke: var(--mine);
    stroke-width: 3;
    stroke-dasharray: 2 7;
    stroke-linecap: round;
    pointer-events: none;
  }
  .heart {
    fill: var(--wood-edge);
  }
  .tick {
    stroke: var(--quiet);
    stroke-dasharray: 1 5;
    fill: none;
    pointer-events: none;
  }
  text {
    font-size: 15px;
    fill: var(--quiet);
  }
</style>
