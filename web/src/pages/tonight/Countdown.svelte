<script lang="ts">
  import { onDestroy } from 'svelte';
  import { clockOf } from './tonight.ts';

  /** A quiet count-down for one go: no bell, a short buzz where the phone can. */
  const { seconds, fresh }: { seconds: number; fresh: number } = $props();

  let ends = $state<number | null>(null);
  let left = $state(0);
  let timer: ReturnType<typeof setInterval> | undefined;

  // The next go begins with a whole clock.
  $effect(() => {
    void fresh;
    stop();
  });
  onDestroy(() => clearInterval(timer));

  function start() {
    ends = Date.now() + seconds * 1000;
    left = seconds;
    clearInterval(timer);
    timer = setInterval(tick, 200);
  }

  function stop() {
    clearInterval(timer);
    ends = null;
    left = seconds;
  }

  function tick() {
    left = Math.max(0, ((ends ?? 0) - Date.now()) / 1000);
    if (left > 0) return;
    clearInterval(timer);
    navigator.vibrate?.(200);
  }
</script>

<div class="clock" class:over={ends !== null && left === 0}>
  <span role="timer" aria-label="Time left in this go">{ends !== null && left === 0 ? 'time' : clockOf(left)}</span>
  {#if ends === null}
    <button class="btn preset-outlined-surface-600-400" onclick={start}>Start the go</button>
  {:else}
    <button class="btn preset-outlined-surface-600-400" onclick={stop}>Stop</button>
  {/if}
</div>

<style>
  .clock {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 1rem;
  }
  span {
    font-family: var(--typo-heading--font-family);
    font-size: 3.4rem;
    font-weight: 700;
    line-height: 1;
    font-variant-numeric: tabular-nums;
  }
  .over span {
    color: var(--mine);
  }
  .btn {
    min-height: 3.4rem;
    min-width: 9rem;
  }
</style>
