<script lang="ts">
  import { roundClock } from '../../lib/clock/round-clock.svelte.ts';
  import {
    clockFigures,
    lastTen,
    partnerOf,
    phaseWord,
    startOf,
    type ClockState,
    type Setting,
  } from '../../lib/clock/rounds.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import RoundStick from '../../sticks/RoundStick.svelte';

  interface Props {
    setting: Setting;
    state: ClockState;
  }
  const { setting, state: clock }: Props = $props();

  const word = $derived(phaseWord(clock));
  const countsDown = $derived(clock.left !== null);
  const figures = $derived(clockFigures(countsDown ? clock.left! : clock.passed, countsDown));
  const round = $derived(clock.rounds.at(-1));
  const ending = $derived(clock.left !== null && clock.left <= lastTen && clock.phase === 'work');
  const partner = $derived(partnerOf(setting, clock, clock.round));
  const them = $derived(partner ? partners.name(partner).split(' ')[0]! : 'They');
  const mine = $derived(!clock.notMine.has(clock.round));
  const start = $derived(startOf(setting, clock, clock.round));
  const go = $derived(setting.kind === 'positional' ? 'Go' : 'Round');
  const which = $derived(
    `${clock.phase === 'rest' ? 'Next: ' : ''}${go.toLowerCase()} ${clock.round}${clock.of ? ` of ${clock.of}` : ''}`,
  );
  const taps = (by: 'me' | 'them') =>
    round?.marks.filter((m) => m.what === 'tap' && m.by === by && clock.phase === 'work').length ?? 0;
</script>

<section class="face" class:rest={clock.phase === 'rest'} class:ending aria-label="The clock">
  <p class="word" role="status">{word}</p>
  <p class="figures" role="timer" aria-label="{figures} {countsDown ? 'left' : 'passed'}">{figures}</p>
  <p class="round">
    {which}
    {#if !mine}<strong>not yours</strong>{:else if partner}with <strong>{partners.name(partner)}</strong>{/if}
    {#if start}<span class="from">from {ground.spotName(start).toLowerCase()}</span>{/if}
  </p>
  <RoundStick
    passed={clock.passed}
    length={clock.left === null ? null : clock.passed + clock.left}
    marks={clock.phase === 'work' ? (round?.marks ?? []) : []}
  />
</section>

<div class="acts">
  {#if clock.phase === 'work'}
    {#if mine}
      <button
        class="btn preset-outlined-surface-600-400 tap own"
        onclick={() => roundClock.press({ does: 'tap', by: 'me' })}
        >I got a tap{taps('me') ? ` · ${taps('me')}` : ''}</button
      >
      <button
        class="btn preset-outlined-surface-600-400 tap other"
        onclick={() => roundClock.press({ does: 'tap', by: 'them' })}
        >{them} got a tap{taps('them') ? ` · ${taps('them')}` : ''}</button
      >
      <button class="btn preset-outlined-surface-600-400" onclick={() => roundClock.press({ does: 'reset' })}
        >Reset</button
      >
    {/if}
    <button class="btn preset-outlined-surface-600-400" onclick={() => roundClock.press({ does: 'end' })}
      >End this {go.toLowerCase()}</button
    >
  {:else if clock.phase === 'rest'}
    <button class="btn preset-filled-primary-700-300 tap" onclick={() => roundClock.press({ does: 'skip' })}
      >{go} now</button
    >
  {/if}
  {#if clock.paused}
    <button class="btn preset-filled-primary-700-300" onclick={() => roundClock.press({ does: 'resume' })}>Go on</button
    >
  {:else}
    <button class="btn preset-outlined-surface-600-400" onclick={() => roundClock.press({ does: 'pause' })}
      >Pause</button
    >
  {/if}
  <button class="btn preset-outlined-surface-600-400" onclick={() => roundClock.undo()}>Undo</button>
  <button
    class="btn preset-outlined-surface-600-400"
    aria-pressed={!mine}
    onclick={() => roundClock.press({ does: 'mine', round: clock.round, mine: !mine })}
    >Not my {go.toLowerCase()}</button
  >
  {#if clock.of !== null}
    <button class="btn preset-outlined-surface-600-400" onclick={() => roundClock.press({ does: 'more' })}
      >One more {go.toLowerCase()}</button
    >
  {/if}
  <button class="btn preset-outlined-surface-600-400" onclick={() => roundClock.press({ does: 'stop' })}
    >That was the last</button
  >
</div>

<style>
  .face {
    padding: 0.6rem 1rem 1rem;
    margin-bottom: 0.8rem;
    text-align: center;
    color: light-dark(var(--color-surface-50), var(--color-surface-50));
    background: var(--color-secondary-900);
    border: 3px solid var(--wood-edge);
    border-radius: var(--radius-container);
    --mine: var(--color-primary-400);
    --theirs: var(--color-surface-50);
  }
  .face.rest {
    color: var(--color-secondary-950);
    background: var(--color-secondary-200);
  }
  .face.ending {
    background: var(--color-primary-700);
    border-style: double;
    border-width: 6px;
    --mine: var(--color-surface-50);
  }
  .word {
    font-family: var(--typo-heading--font-family);
    font-size: clamp(1.6rem, 7vw, 3rem);
    font-weight: 800;
    line-height: 1.1;
  }
  .figures {
    font-size: clamp(6rem, 30vw, 19rem);
    font-weight: 700;
    line-height: 0.98;
    font-variant-numeric: tabular-nums;
    letter-spacing: -0.02em;
  }
  .round {
    min-height: 1.6rem;
    font-size: 1.15rem;
    margin-bottom: 0.4rem;
  }
  .from {
    display: block;
  }
  .acts {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(9.5rem, 1fr));
    gap: 0.5rem;
    margin-bottom: 1rem;
  }
  .tap {
    min-height: 4rem;
    font-size: 1.15rem;
  }
  .own {
    border-top: 5px solid var(--mine);
  }
  .other {
    border-bottom: 5px solid var(--theirs);
  }
  @media (max-width: 720px) {
    .acts {
      grid-template-columns: 1fr 1fr;
    }
    .acts > :last-child:nth-child(odd) {
      grid-column: 1 / -1;
    }
  }
</style>
