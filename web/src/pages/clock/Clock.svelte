<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { Awake } from '../../lib/clock/awake.ts';
  import { Claps } from '../../lib/clock/clap.ts';
  import { ownPresets, settingOf, shippedPresets } from '../../lib/clock/presets.svelte.ts';
  import { roundClock } from '../../lib/clock/round-clock.svelte.ts';
  import { nextFree, type Setting, type Signal } from '../../lib/clock/rounds.ts';
  import { keepEntered, kept } from '../../lib/draft/device.ts';
  import { logDraft } from '../../lib/draft/log-draft.svelte.ts';
  import { logPages } from '../../lib/places.ts';
  import { keyHelp, typing } from '../../lib/keys.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { plural } from '../../lib/text/words.ts';
  import Notice from '../../parts/Notice.svelte';
  import SubNav from '../../parts/SubNav.svelte';
  import PartnerPicker from '../log/PartnerPicker.svelte';
  import LineUp from './LineUp.svelte';
  import Running from './Running.svelte';
  import SetClock from './SetClock.svelte';
  import SoundSettings, { usualSound, type Sound } from './SoundSettings.svelte';

  let setting = $state.raw<Setting>(settingOf(shippedPresets[0]!));
  let chosen = $state(shippedPresets[0]!.id);
  let sound = $state.raw<Sound>(usualSound);
  /** How long the page waits for what the program knows, in milliseconds. */
  const longestWait = 1000;
  let ready = $state(false);
  let picking = $state(false);
  let awake = $state<boolean | null>(null);

  const run = $derived(roundClock.run);
  const clock = $derived(roundClock.state);
  const going = $derived(clock !== null && (clock.phase === 'work' || clock.phase === 'rest'));
  const left = $derived(run ? Object.keys(run.written).length : 0);

  const claps = new Claps();
  const screen = new Awake((on) => (awake = on));

  onMount(async () => {
    roundClock.onsignal = (signal: Signal) => claps.give(signal, sound.volume, sound.shake);
    // Both stand before the page does, so that nothing moves under the thumb; with no signal it does not wait for them long.
    const names = Promise.all([partners.load(), ownPresets.load()]);
    await Promise.race([names, new Promise((resolve) => setTimeout(resolve, longestWait))]);
    ready = true;
    sound = (await kept<Sound>('clock-sound')) ?? sound;
    await roundClock.load();
  });
  onDestroy(() => {
    roundClock.onsignal = null;
    claps.close();
    screen.release();
  });

  $effect(() => {
    if (going) void screen.keep();
    else screen.release();
  });

  $effect(() => {
    keyHelp.keys = going
      ? [
          { keys: 'c, x', does: 'I got a tap, they got a tap' },
          { keys: 'r', does: 'reset' },
          { keys: 'Space', does: 'pause, go on' },
          { keys: 'b', does: 'the bell: end this round; in a rest: the next one now' },
          { keys: 'z', does: 'take back the last thing' },
        ]
      : [];
  });

  async function start() {
    claps.wake();
    if (!roundClock.run || roundClock.state?.phase === 'over') await roundClock.set(setting);
    await roundClock.press({ does: 'start' });
    scrollTo({ top: 0 });
  }

  /** A clock that stands ready is set anew when its setting changes; who was named for its rounds stays named. */
  async function change(next: Setting, preset: string) {
    setting = next;
    chosen = preset;
    if (clock?.phase === 'ready') {
      const named = clock.partners;
      await roundClock.set(next);
      if (Object.keys(named).length > 0) await roundClock.press({ does: 'partners', ids: named });
    }
  }

  async function changeSound(next: Sound) {
    sound = next;
    await keepEntered('clock-sound', next);
  }

  async function pickElse() {
    // A new partner goes up with the session of the day.
    if (run) await logDraft.onDay(run.day);
    picking = true;
  }

  async function again() {
    if (run) setting = run.setting;
    await roundClock.clear();
  }

  // Partners are named before the start as well: the clock stands ready for it.
  $effect(() => {
    if (roundClock.loaded && !roundClock.run) void roundClock.set(setting);
  });

  function onkeydown(e: KeyboardEvent) {
    if (!going || picking || keyHelp.open || typing(e) || e.target instanceof HTMLButtonElement) return;
    const does: Record<string, () => void> = {
      KeyC: () => void roundClock.press({ does: 'tap', by: 'me' }),
      KeyX: () => void roundClock.press({ does: 'tap', by: 'them' }),
      KeyR: () => void roundClock.press({ does: 'reset' }),
      KeyZ: () => void roundClock.undo(),
      KeyB: () => void roundClock.press({ does: clock?.phase === 'rest' ? 'skip' : 'end' }),
      Space: () => void roundClock.press({ does: clock?.paused ? 'resume' : 'pause' }),
    };
    if (!does[e.code]) return;
    e.preventDefault();
    does[e.code]!();
  }
</script>

<svelte:window {onkeydown} />
<svelte:document
  onvisibilitychange={() => {
    roundClock.tick();
    screen.again();
  }}
/>

{#if picking && clock}
  <PartnerPicker
    onpick={(partner) => {
      picking = false;
      void roundClock.press({ does: 'partners', ids: { [nextFree(clock)]: partner.id } });
    }}
    oncancel={() => (picking = false)}
  />
{:else if !run || !clock || !ready}
  <h1>Round clock</h1>
  <p class="quiet" role="status">Winding the clock…</p>
{:else}
  {#if !going}<SubNav label="Ways into the log" pages={logPages} here="/clock" />{/if}
  <h1 class:sr-only={going}>Round clock</h1>
  {#if roundClock.unseenSince !== null}
    <Notice kind="care">
      <p>The clock ran on while nobody looked. Were those rounds rolled?</p>
      <button class="btn preset-outlined-surface-600-400" onclick={() => roundClock.wereRolled()}>Yes, keep them</button
      >
      <button class="btn preset-outlined-surface-600-400" onclick={() => roundClock.endedWhenUnseen()}
        >No, it ended before that</button
      >
    </Notice>
  {/if}
  {#if clock.phase === 'over'}
    <p class="says" role="status">
      {left === 0
        ? 'No round was kept.'
        : `${plural(left, 'roll')} ${left === 1 ? 'lies' : 'lie'} in the session of the day as ${left === 1 ? 'a draft' : 'drafts'}.`}
    </p>
    <div class="after">
      {#if left > 0 && roundClock.sessionId}
        <a class="btn preset-filled-primary-700-300" href="#/log/{encodeURIComponent(roundClock.sessionId)}"
          >Tell or build them</a
        >
      {/if}
      <button class="btn preset-outlined-surface-600-400" onclick={() => roundClock.press({ does: 'more' })}
        >One more round</button
      >
      <button class="btn preset-outlined-surface-600-400" onclick={() => roundClock.undo()}>Undo</button>
      <button class="btn preset-outlined-surface-600-400" onclick={again}>Set the clock again</button>
    </div>
  {:else if clock.phase === 'ready'}
    <SetClock {setting} {chosen} onchange={change} />
    <button class="btn preset-filled-primary-700-300 start" onclick={start}>Start</button>
    <LineUp setting={run.setting} state={clock} day={run.day} onmore={pickElse} />
    <h2>Sound</h2>
    <SoundSettings
      {sound}
      onchange={changeSound}
      ontry={() => {
        claps.wake();
        claps.give('start', sound.volume, sound.shake);
      }}
    />
    <p class="quiet small">
      {screen.can
        ? 'The screen stays on while the clock runs.'
        : 'This browser cannot keep the screen on: let the device stay awake longer in its own settings.'}
      Every round that is over becomes a draft in the session of the day, here on the device first.
    </p>
  {:else}
    <Running setting={run.setting} state={clock} />
    {#if awake === false}
      <p class="quiet small">
        The screen may go dark: this browser does not keep it on. The time goes on all the same.
      </p>
    {/if}
    <LineUp setting={run.setting} state={clock} day={run.day} onmore={pickElse} />
  {/if}
{/if}

<style>
  .says {
    font-size: 1.2rem;
    font-weight: 600;
    margin: 0.5rem 0;
  }
  .after {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
  }
  .start {
    width: 100%;
    min-height: 4.5rem;
    font-size: 1.6rem;
    margin: 0.8rem 0 1.2rem;
  }
  h2 {
    margin: 1rem 0 0.4rem;
  }
</style>
