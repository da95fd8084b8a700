<script lang="ts">
  import type { CutLogShape } from './cut-log.ts';
  import { cutLogMeasure, finishKey } from './cut-log.ts';

  interface Props {
    shape: CutLogShape;
    /** The knot that is read out; its roads stand out from the others. */
    chosen: string | null;
    says: (key: string) => string;
    onchoose: (key: string | null) => void;
  }
  const { shape, chosen, says, onchoose }: Props = $props();

  const { width, height } = cutLogMeasure;
  const touches = (road: { from: string; to: string }) => chosen === road.from || chosen === road.to;
  const finishes = [finishKey(true), finishKey(false)];
</script>

<svg viewBox="0 0 {width} {height}" role="group" aria-label="My ground as a cut log">
  <defs>
    <marker
      id="road-mine"
      viewBox="0 0 8 8"
      refX="6"
      refY="4"
      markerWidth="9"
      markerHeight="9"
      markerUnits="userSpaceOnUse"
      orient="auto"
    >
      <path class="tip mine" d="M0 0L8 4L0 8Z" />
    </marker>
    <marker
      id="road-theirs"
      viewBox="0 0 8 8"
      refX="6"
      refY="4"
      markerWidth="9"
      markerHeight="9"
      markerUnits="userSpaceOnUse"
      orient="auto"
    >
      <path class="tip" d="M0 0L8 4L0 8Z" />
    </marker>
  </defs>
  {#each shape.rings as ring, i (i)}
    <ellipse class="grain" class:bark={i === 0} cx={width / 2} cy={height / 2} rx={ring.rx} ry={ring.ry} />
  {/each}
  <path class="middle" d="M30 {height / 2}H{width - 30}" />
  <text class="half" x="34" y="30">on top, or holding</text>
  <text class="half" x="34" y={height - 18}>below, or held</text>
  <text class="half" x={width - 34} y="30" text-anchor="end">bark: the feet</text>
  <text class="half" x={width - 34} y={height - 18} text-anchor="end">heart: finishes</text>
  <g class:quietened={chosen !== null}>
    {#each shape.roads as road, i (i)}
      <path
        class="road"
        class:mine={road.won}
        class:main={road.main}
        class:on={touches(road)}
        d={road.path}
        stroke-width={road.width}
        marker-end={touches(road) ? `url(#${road.won ? 'road-mine' : 'road-theirs'})` : undefined}
      />
    {/each}
  </g>
  {#each shape.knots as knot (knot.key)}
    {@const heart = finishes.includes(knot.key)}
    <g
      class="knot"
      class:chosen={chosen === knot.key}
      class:heart
      role="button"
      tabindex="0"
      aria-label={says(knot.key)}
      aria-pressed={chosen === knot.key}
      onfocus={() => onchoose(knot.key)}
      onmouseenter={() => onchoose(knot.key)}
      onclick={() => onchoose(knot.key)}
      onkeydown={(e) => {
        if (e.key === 'Escape') onchoose(null);
      }}
    >
      <circle cx={knot.x} cy={knot.y} r={Math.max(14, knot.r + 4)} class="touch" />
      {#if heart}
        <path
          class="core"
          class:mine={knot.value > 0}
          d={knot.value > 0
            ? `M${knot.x - 24} ${height / 2 - 2}A24 24 0 0 1 ${knot.x + 24} ${height / 2 - 2}Z`
            : `M${knot.x - 24} ${height / 2 + 2}A24 24 0 0 0 ${knot.x + 24} ${height / 2 + 2}Z`}
        />
      {:else}
        <circle
          class="wood"
          class:mine={knot.value > 0}
          cx={knot.x}
          cy={knot.y}
          r={knot.r}
          style:--share={Math.round(Math.abs(knot.value) * 100) + '%'}
        />
        <circle class="pith" cx={knot.x} cy={knot.y} r={Math.max(1.5, knot.r * 0.28)} />
      {/if}
      {#each knot.label as line, i (i)}
        <text x={knot.labelX} y={knot.labelY + 14 * i} text-anchor={knot.anchor}>{line}</text>
      {/each}
    </g>
  {/each}
</svg>

<style>
  svg {
    width: 100%;
    height: auto;
    display: block;
  }
  .grain {
    fill: none;
    stroke: var(--wood-grain);
    stroke-width: 1;
    opacity: 0.75;
  }
  .bark {
    fill: color-mix(in oklab, var(--wood) 22%, transparent);
    stroke: var(--wood-edge);
    stroke-width: 5;
    opacity: 1;
  }
  .middle {
    stroke: var(--wood-edge);
    stroke-dasharray: 2 5;
    opacity: 0.6;
  }
  .half {
    fill: var(--quiet);
    font-size: 14px;
    font-style: italic;
  }
  .road {
    fill: none;
    stroke: var(--theirs);
    opacity: 0;
  }
  .road.mine {
    stroke: var(--mine);
  }
  .road.main {
    opacity: 0.3;
  }
  .tip {
    fill: var(--theirs);
  }
  .tip.mine {
    fill: var(--mine);
  }
  .quietened .road.main {
    opacity: 0.07;
  }
  .quietened .road.on {
    opacity: 0.85;
  }
  .touch {
    fill: transparent;
  }
  .wood {
    fill: color-mix(in oklab, var(--theirs) var(--share), var(--wood));
    stroke: var(--wood-edge);
    stroke-width: 1.5;
  }
  .wood.mine {
    fill: color-mix(in oklab, var(--mine) var(--share), var(--wood));
  }
  .pith {
    fill: none;
    stroke: var(--wood-edge);
    stroke-width: 1;
    opacity: 0.6;
  }
  .core {
    fill: var(--theirs);
  }
  .core.mine {
    fill: var(--mine);
  }
  .knot {
    cursor: pointer;
    outline: none;
  }
  .knot text {
    font-size: 13px;
    fill: light-dark(var(--color-surface-950), var(--color-surface-50));
    paint-order: stroke;
    stroke: light-dark(var(--color-surface-50), var(--color-surface-950));
    stroke-width: 4px;
    stroke-linejoin: round;
  }
  .knot.chosen text {
    font-weight: 700;
  }
  .knot.chosen .wood,
  .knot:focus-visible .wood,
  .knot.chosen .core {
    stroke: var(--mine);
    stroke-width: 4;
  }
</style>
