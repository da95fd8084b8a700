<script lang="ts">
  import type { WeekLevel } from '../../lib/api/types.ts';
  import { dayWords, inTen, monthWords } from '../../lib/text/words.ts';
  import { weeksMeasure, weeksShape } from '../../sticks/weeks.ts';

  const { weeks }: { weeks: readonly WeekLevel[] } = $props();

  const { width, height, left, right, top, bottom } = weeksMeasure;
  const shape = $derived(
    weeksShape(
      weeks.map((w) => ({ week: w.week, rate: w.rate.rate, low: w.rate.low, high: w.rate.high, seen: w.won + w.lost })),
      monthWords,
    ),
  );
  const y = (rate: number) => top + (height - top - bottom) * (1 - rate);
  const says = $derived(
    weeks.length === 0
      ? ''
      : `From ${inTen(weeks[0]!.rate.rate)} in the week of ${dayWords(weeks[0]!.week)} to ` +
          `${inTen(weeks.at(-1)!.rate.rate)} in the week of ${dayWords(weeks.at(-1)!.week)}.`,
  );
</script>

{#if weeks.length > 1}
  <section>
    <h3>Over the weeks</h3>
    <svg
      viewBox="0 0 {width} {height}"
      role="img"
      aria-label="How often the spot is left better off, week by week. {says}"
    >
      {#each [0, 0.5, 1] as rate (rate)}
        <path class="axis" d="M{left} {y(rate)}H{width - right}" />
      {/each}
      <text x={left - 6} y={y(1) + 8} text-anchor="end">always</text>
      <text x={left - 6} y={y(0.5) + 4} text-anchor="end">evenly</text>
      <text x={left - 6} y={y(0)} text-anchor="end">never</text>
      <path class="band" d={shape.band} />
      <path class="line" d={shape.line} />
      {#each shape.dots as dot (dot.week)}<circle cx={dot.x} cy={dot.y} r={dot.r} />{/each}
      {#each shape.ticks as tick (tick.x)}<text x={tick.x} y={height - 6} text-anchor="middle">{tick.label}</text
        >{/each}
    </svg>
    <p class="quiet small">
      How often you leave it better off against a peer: the four weeks up to each, and where eight in ten such figures
      would fall. {says}
    </p>
  </section>
{/if}

<style>
  h3 {
    font-family: var(--typo-base--font-family);
    font-size: 1rem;
    font-weight: 650;
    margin-bottom: 0.2rem;
  }
  svg {
    width: 100%;
    max-width: 30rem;
    height: auto;
  }
  .axis {
    stroke: var(--line);
    stroke-width: 1;
  }
  .band {
    fill: var(--wood-edge);
    opacity: 0.22;
  }
  .line {
    fill: none;
    stroke: var(--mine);
    stroke-width: 2.5;
    stroke-linejoin: round;
  }
  circle {
    fill: var(--mine);
  }
  text {
    font-size: 12px;
    fill: var(--quiet);
  }
</style>
