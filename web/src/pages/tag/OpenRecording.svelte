<script lang="ts">
  import { fetchStandIn, recordings } from '../../lib/video/files.ts';
  import { openFile } from '../../lib/video/player.svelte.ts';
  import FileBox from '../../parts/FileBox.svelte';
  import Notice from '../../parts/Notice.svelte';

  interface Props {
    /** The name of the file that is asked for; nothing for any. */
    name?: string;
    /** Whether the demo's clip is offered. */
    standIn?: boolean;
  }
  const { name, standIn = false }: Props = $props();
  let fault = $state('');

  async function tryClip() {
    try {
      openFile.open(await fetchStandIn());
    } catch (missing) {
      fault = (missing as Error).message;
    }
  }
</script>

<FileBox
  label={name ? `This roll was tagged in “${name}”` : 'A video or a sound recording'}
  accept={recordings}
  does="Choose the file"
  onfile={(file) => openFile.open(file)}
/>
<p class="quiet small">It stays on this device: only its name, its size, its length and your moments are kept.</p>
{#if standIn}
  <button class="btn preset-outlined-surface-600-400" onclick={tryClip}>Take the clip that comes with the demo</button>
{/if}
{#if fault}<Notice kind="fault">{fault}</Notice>{/if}
