<script lang="ts">
  import { onMount } from 'svelte';
  import { openFile, type Player } from '../lib/video/player.svelte.ts';
  import { clockWords } from '../lib/text/words.ts';
  import Notice from './Notice.svelte';

  interface Props {
    player: Player;
    /** The roll's clock at the playhead, in words; nothing without a roll. */
    clock?: string;
    onready?: () => void;
  }
  const { player, clock, onready }: Props = $props();

  let element: HTMLVideoElement;
  onMount(() => player.attach(element));
  const name = $derived(openFile.file?.name ?? '');
</script>

<div class="screen" class:sound={!player.hasPicture}>
  <!-- Words are what this page makes of it: there are no captions before. -->
  <!-- svelte-ignore a11y_media_has_caption -->
  <video
    bind:this={element}
    src={openFile.url}
    preload="metadata"
    playsinline
    aria-label="The recording, {name}"
    onloadedmetadata={() => {
      player.loaded();
      if (player.length !== null) onready?.();
    }}
    ondurationchange={() => {
      player.measured();
      if (player.length !== null) onready?.();
    }}
    ontimeupdate={() => player.tick()}
    onseeked={() => player.tick()}
    onplay={() => player.started()}
    onpause={() => player.stopped()}
    onended={() => player.stopped()}
    onerror={() => player.failed(name)}
  ></video>
  {#if !player.hasPicture}<p class="quiet">Sound only: {name}</p>{/if}
</div>
{#if player.fault}<Notice kind="fault">{player.fault}</Notice>{/if}
<div class="controls" role="group" aria-label="Play">
  <button class="btn preset-outlined-surface-600-400" onclick={() => player.by(-5)} aria-label="5 seconds back"
    >−5 s</button
  >
  <button class="btn preset-outlined-surface-600-400" onclick={() => player.by(-1)} aria-label="1 second back"
    >−1 s</button
  >
  <button class="btn preset-outlined-surface-600-400" onclick={() => player.step(-1)} aria-label="One picture back"
    >‹</button
  >
  <button class="btn preset-filled-primary-700-300 play" onclick={() => player.toggle()}
    >{player.playing ? 'Pause' : 'Play'}</button
  >
  <button class="btn preset-outlined-surface-600-400" onclick={() => player.step(1)} aria-label="One picture on"
    >›</button
  >
  <button class="btn preset-outlined-surface-600-400" onclick={() => player.by(1)} aria-label="1 second on">+1 s</button
  >
  <button class="btn preset-outlined-surface-600-400" onclick={() => player.by(5)} aria-label="5 seconds on"
    >+5 s</button
  >
  <button class="btn preset-outlined-surface-600-400" aria-pressed={player.loop !== null} onclick={() => player.again()}
    >again and again</button
  >
  <span class="speed">
    <button class="btn preset-outlined-surface-600-400" onclick={() => player.faster(-1)} aria-label="Slower">−</button>
    <span aria-live="polite">{player.rate}×</span>
    <button class="btn preset-outlined-surface-600-400" onclick={() => player.faster(1)} aria-label="Faster">+</button>
  </span>
  <span class="where">
    {#if clock}<strong>{clock}</strong>{/if}
    <span class="quiet">{clockWords(player.seconds)} of {clockWords(player.length)}</span>
  </span>
</div>

<style>
  .screen {
    display: grid;
    place-items: center;
    background: var(--color-secondary-950);
    border: 1px solid var(--line);
    border-radius: var(--radius-base);
    overflow: hidden;
  }
  video {
    display: block;
    width: 100%;
    max-height: 46vh;
    aspect-ratio: 16 / 9;
    object-fit: contain;
  }
  .sound video {
    display: none;
  }
  .sound {
    background: var(--card);
    min-height: 4rem;
  }
  .controls {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.35rem;
    margin-top: 0.5rem;
  }
  .play {
    min-width: 5.2rem;
  }
  .speed {
    display: inline-flex;
    align-items: center;
    gap: 0.35rem;
  }
  .where {
    margin-left: auto;
    display: inline-flex;
    gap: 0.6rem;
    align-items: baseline;
  }
</style>
