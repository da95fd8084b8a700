<script lang="ts">
  import { standIn } from '../../lib/video/files.ts';
  import { openFile, Player } from '../../lib/video/player.svelte.ts';
  import { otherFile, secondsOf } from '../../lib/video/recording.ts';
  import type { Roll, Video } from '../../lib/api/types.ts';
  import { clockWords } from '../../lib/text/words.ts';
  import Notice from '../../parts/Notice.svelte';
  import Playing from '../../parts/Playing.svelte';
  import OpenRecording from '../tag/OpenRecording.svelte';

  interface Props {
    roll: Roll;
    video: Video;
    /** The clock that is to be seen, in seconds. */
    clock: number;
    /** The address on which the roll is tagged. */
    tag: string;
  }
  const { roll, video, clock, tag }: Props = $props();

  /** How much is seen before it, in seconds. */
  const before = 2;
  const player = new Player();
  let ready = $state(false);
  let box: HTMLElement;

  $effect(() => {
    if (ready) {
      player.seek(Math.max(0, secondsOf(roll, clock) - before));
      player.play();
    }
    box.scrollIntoView({ block: 'nearest' });
  });
  const other = $derived(openFile.file ? otherFile(video, openFile.file, player.length) : '');
</script>

<section aria-label="See it" bind:this={box}>
  <h2>{clockWords(clock)} in the recording</h2>
  {#if openFile.file}
    <Playing {player} onready={() => (ready = true)} />
    {#if other}
      <Notice kind="care">
        <p>{other}</p>
        <button class="btn preset-outlined-surface-600-400" onclick={() => openFile.close()}>Open another</button>
      </Notice>
    {/if}
    <p><a class="anchor" href="#{tag}">Tag more of it</a></p>
  {:else}
    <OpenRecording name={video.name} standIn={video.name === standIn.name} />
  {/if}
</section>

<style>
  section {
    margin-bottom: 1rem;
  }
</style>
