<script lang="ts">
  import { ground } from '../lib/log/ground.svelte.ts';
  import type { Exchange } from '../lib/api/types.ts';
  import { values } from '../lib/log/values.svelte.ts';
  import { stickShape, stickWords, type Mark } from './stick.ts';

  interface Props {
    exchanges: readonly Exchange[];
    /** The moment that is lit. */
    lit?: { exchange: number; moment: number } | null;
    /** Height in pixels; the width follows, up to the room there is. */
    height?: number;
    /** The first bad trade of each lost exchange. */
    bad?: readonly { exchange: number; moment: number }[];
    onpick?: (mark: Mark) => void;
  }
  const { exchanges, lit = null, height = 42, bad = [], onpick }: Props = $props();

  const shape = $derived(
    stickShape(
      exchanges,
      (spot) => values.worth(spot),
      (id) => ground.technique(id)?.kind === 'submission',
    ),
  );
  const isBad = (m: Mark) => bad.some((b) => b.exchange === m.exchange && b.moment === m.moment);
  const words = $derived(
    stickWords(shape) + (bad.length > 0 ? ` The first bad trade is marked in ${bad.length} of them.` : ''),
  );
  const isLit = (m: Mark) => lit?.exchange === m.exchange && lit?.moment === m.moment;
</script>

{#if shape.bars.length === 0}
  <svg class="stick" viewBox="0 0 120 42" width={(120 * height) / 42} {height} role="img" aria-label="Nothing cut yet">
    <path class="blank" d="M2 8H118V34H2Z" />
  </svg>
{:else}
  <svg
    class="stick"
    viewBox="-1 0 {shape.width + 2} {shape.height + (bad.length > 0 ? 2 : 0)}"
    preserveAspectRatio="xMinYMid meet"
    width={((shape.width + 2) * height) / shape.height}
    {height}
    role="img"
    aria-label={words}
  >
    {#each shape.bars as bar (bar.exchange)}
      <path class="bar" d={bar.path} />
      <path class="grain" d={bar.grain} />
    {/each}
    {#each shape.marks as mark (`${mark.exchange}.${mark.moment}`)}
      <path
        class="mark {mark.kind}"
        class:mine={mark.mine}
        class:unsure={!mark.sure}
        class:lit={isLit(mark)}
        d={mark.path}
      />
      {#if isBad(mark)}
        <path class="bad" d="M{mark.x} {shape.height - 7}l4 4l-4 4l-4 -4Z" />
      {/if}
      {#if onpick && mark.moment >= 0}
        <!-- The list beside the stick does the same by keyboard. -->
        <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
        <rect class="touch" x={mark.x - 9} y="0" width="18" height={shape.height} onclick={() => onpick(mark)} />
      {/if}
    {/each}
  </svg>
{/if}

<style>
  .stick {
    display: block;
    max-width: 100%;
    overflow: visible;
  }
  .bar,
  .blank {
    fill: var(--wood);
    stroke: var(--wood-edge);
    stroke-width: 1.2;
    stroke-linejoin: round;
  }
  .blank {
    fill: none;
    stroke-dasharray: 4 4;
  }
  .grain {
    fill: none;
    stroke: var(--wood-grain);
    stroke-width: 1;
  }
  .mark {
    fill: none;
    stroke: var(--theirs);
    stroke-width: 2.2;
    stroke-linecap: round;
    stroke-linejoin: round;
  }
  .mine {
    stroke: var(--mine);
  }
  .scratch {
    stroke-width: 1.6;
  }
  .tap {
    stroke-width: 3.4;
  }
  .unsure {
    stroke-dasharray: 2.5 2.8;
  }
  .lit {
    stroke-width: 5.5;
    stroke-dasharray: none;
  }
  .bad {
    fill: var(--theirs);
    stroke: light-dark(var(--color-surface-50), var(--color-surface-950));
    stroke-width: 1;
  }
  .touch {
    fill: transparent;
    cursor: pointer;
  }
</style>
