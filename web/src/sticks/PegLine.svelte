<script lang="ts">
  import type { Score } from '../lib/api/types.ts';
  import { boardWords, broughtWords, eventName } from '../lib/log/match.ts';
  import { pegShape } from './pegs.ts';

  /** A match as pegs driven into the edge of a stick: mine above, theirs below. */
  const { score, small = false }: { score: Score; small?: boolean } = $props();
  const shape = $derived(pegShape(score.line, score.length));
</script>

<svg
  class:small
  viewBox="0 0 {shape.width} {shape.height}"
  role="img"
  aria-label="Score line: you {boardWords(score.me)}; they {boardWords(score.them)}"
>
  <path class="edge" d="M6 {shape.edge - 5}H{shape.width - 6}L{shape.width - 12} {shape.edge + 5}H6Z" />
  {#each shape.ticks as tick (tick.label)}
    <path class="tick" d="M{tick.x} {shape.edge - 4}V{shape.edge + 4}" />
  {/each}
  {#each shape.pegs as peg, i (i)}
    {@const side = Math.sign(peg.reach)}
    <g class:mine={peg.line.actor === 'me'}>
      <title>{eventName(peg.line.event)}: {broughtWords(peg.line)}</title>
      <path
        class="peg"
        class:open={peg.open}
        d="M{peg.x} {shape.edge - 5 * side}V{shape.edge - 5 * side - peg.reach}"
      />
      {#if peg.line.points !== 0}
        <text x={peg.x} y={shape.edge - 5 * side - peg.reach + (side > 0 ? -4 : 14)} text-anchor="middle"
          >{peg.line.points}</text
        >
      {:else}
        <circle class="head" cx={peg.x} cy={shape.edge - 5 * side - peg.reach} r="3.4" />
      {/if}
    </g>
  {/each}
</svg>

<style>
  svg {
    display: block;
    width: 100%;
    max-width: 44rem;
    height: auto;
  }
  .small {
    max-width: 22rem;
  }
  .edge {
    fill: var(--wood);
    stroke: var(--wood-edge);
  }
  .tick {
    stroke: var(--wood-grain);
  }
  .peg {
    stroke: var(--theirs);
    stroke-width: 5;
    stroke-linecap: round;
  }
  .peg.open {
    stroke-width: 2;
  }
  .head {
    fill: var(--card);
    stroke: var(--theirs);
    stroke-width: 2;
  }
  .mine .peg,
  .mine .head {
    stroke: var(--mine);
  }
  text {
    font-size: 13px;
    font-weight: 650;
    fill: currentColor;
  }
</style>
