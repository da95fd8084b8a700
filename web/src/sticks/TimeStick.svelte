<script lang="ts">
  import { ground } from '../lib/log/ground.svelte.ts';
  import { values } from '../lib/log/values.svelte.ts';
  import type { Exchange } from '../lib/api/types.ts';
  import { clockWords } from '../lib/text/words.ts';
  import { stickShape } from './stick.ts';
  import { timeStick } from './time-stick.ts';

  interface Props {
    exchanges: readonly Exchange[];
    /** Where in the recording the roll starts; its length; the playhead: in seconds. */
    zero: number;
    length: number;
    seconds: number;
    lit: { exchange: number; moment: number } | null;
    onseek: (seconds: number) => void;
    onpick: (place: { exchange: number; moment: number }) => void;
    /** A notch was drawn to another place of the recording. */
    onmove: (place: { exchange: number; moment: number }, seconds: number) => void;
  }
  const { exchanges, zero, length, seconds, lit, onseek, onpick, onmove }: Props = $props();

  let box = $state(600);
  let dragged = $state.raw<{ exchange: number; moment: number; x: number; moved: boolean } | null>(null);
  let svg: SVGSVGElement;

  const plain = $derived(
    stickShape(
      exchanges,
      (spot) => values.worth(spot),
      (id) => ground.technique(id)?.kind === 'submission',
    ),
  );
  const shape = $derived(timeStick(exchanges, plain, zero, length, Math.max(200, box)));
  const x = $derived((Math.min(seconds, length) / Math.max(length, 0.001)) * shape.width);
  const start = $derived((zero / Math.max(length, 0.001)) * shape.width);
  const isLit = (m: { exchange: number; moment: number }) => lit?.exchange === m.exchange && lit?.moment === m.moment;

  function at(e: PointerEvent): number {
    const rect = svg.getBoundingClientRect();
    return (Math.min(Math.max(e.clientX - rect.left, 0), rect.width) / rect.width) * length;
  }

  function down(e: PointerEvent, mark: { exchange: number; moment: number; x: number }) {
    if (mark.moment < 0) return;
    e.stopPropagation();
    svg.setPointerCapture(e.pointerId);
    dragged = { exchange: mark.exchange, moment: mark.moment, x: e.clientX, moved: false };
  }

  function move(e: PointerEvent) {
    if (!dragged) return;
    // A finger is never quite still: below this it is a tap on the notch.
    if (dragged.moved || Math.abs(e.clientX - dragged.x) > 4) {
      dragged = { ...dragged, moved: true };
      onseek(at(e));
    }
  }

  function up(e: PointerEvent) {
    if (!dragged) return;
    const { exchange, moment, moved } = dragged;
    dragged = null;
    if (moved) onmove({ exchange, moment }, at(e));
    else onpick({ exchange, moment });
  }
</script>

<div class="box" bind:clientWidth={box}>
  <!-- The slider below and the list do the same by keyboard. -->
  <!-- svelte-ignore a11y_no_static_element_interactions -->
  <svg
    bind:this={svg}
    viewBox="0 0 {shape.width} {shape.height}"
    width={shape.width}
    height={shape.height}
    aria-hidden="true"
    onpointerdown={(e) => onseek(at(e))}
    onpointermove={move}
    onpointerup={up}
    onpointercancel={() => (dragged = null)}
  >
    <path class="whole" d="M0 {shape.height / 2}H{shape.width}" />
    {#each shape.bars as bar (bar.exchange)}
      <rect class="bar" x={bar.x} y="8" width={bar.width} height={shape.height - 16} rx="2" />
    {/each}
    {#if zero > 0}<path class="zero" d="M{start} 4V{shape.height - 4}" />{/if}
    {#each shape.marks as mark (`${mark.exchange}.${mark.moment}`)}
      <path
        class="mark {mark.kind}"
        class:mine={mark.mine}
        class:unsure={!mark.sure}
        class:lit={isLit(mark)}
        d={mark.path}
      />
      <rect class="touch" x={mark.x - 8} y="0" width="16" height={shape.height} onpointerdown={(e) => down(e, mark)} />
    {/each}
    <path class="head" d="M{x} 0V{shape.height}" />
  </svg>
  <input
    type="range"
    min="0"
    max={length}
    step="0.1"
    value={seconds}
    aria-label="Place in the recording"
    aria-valuetext="{clockWords(seconds)} of {clockWords(length)}"
    oninput={(e) => onseek(Number(e.currentTarget.value))}
  />
</div>

<style>
  .box {
    position: relative;
    margin: 0.7rem 0;
    min-height: 42px;
  }
  svg {
    display: block;
    width: 100%;
    touch-action: none;
    cursor: pointer;
    overflow: visible;
  }
  .whole {
    stroke: var(--line);
    stroke-width: 2;
  }
  .bar {
    fill: var(--wood);
    stroke: var(--wood-edge);
    stroke-width: 1.2;
  }
  .zero {
    stroke: var(--quiet);
    stroke-width: 2;
    stroke-dasharray: 2 3;
  }
  .mark {
    fill: none;
    stroke: var(--theirs);
    stroke-width: 2.4;
    stroke-linecap: round;
    stroke-linejoin: round;
  }
  .mark.notch {
    fill: light-dark(var(--color-root-bg-light), var(--color-root-bg-dark));
  }
  .mine {
    stroke: var(--mine);
  }
  .tap {
    stroke-width: 3.6;
  }
  .unsure {
    stroke-dasharray: 2.5 2.8;
  }
  .lit {
    stroke-width: 5.5;
    stroke-dasharray: none;
  }
  .head {
    stroke: light-dark(var(--color-secondary-950), var(--color-surface-50));
    stroke-width: 2;
    pointer-events: none;
  }
  .touch {
    fill: transparent;
    cursor: ew-resize;
  }
  /* For the keyboard: it lies on the stick and shows where the focus is. */
  input {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    margin: 0;
    opacity: 0;
    pointer-events: none;
  }
  .box:has(input:focus-visible) {
    outline: 2px solid var(--mine);
    outline-offset: 3px;
  }
</style>
