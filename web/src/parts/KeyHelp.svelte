<script lang="ts">
  import { onMount } from 'svelte';
  import { keyHelp } from '../lib/keys.svelte.ts';

  let dialog: HTMLDialogElement;
  onMount(() => dialog.showModal());
</script>

<dialog bind:this={dialog} aria-labelledby="keys-title" onclose={() => (keyHelp.open = false)}>
  <h2 id="keys-title">Keys of this page</h2>
  <dl>
    {#each [...keyHelp.keys, { keys: '?', does: 'shows or hides these keys' }] as key (key.keys)}
      <dt><kbd>{key.keys}</kbd></dt>
      <dd>{key.does}</dd>
    {/each}
  </dl>
  <button class="act" onclick={() => (keyHelp.open = false)}>Close</button>
</dialog>

<style>
  dialog {
    margin: auto;
    padding: 1.25rem;
    max-width: min(34rem, 92vw);
    background: var(--card);
    color: inherit;
    border: 2px solid var(--wood-edge);
    border-radius: var(--radius-container);
  }
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0.4rem 1rem;
    margin: 0.8rem 0 1rem;
  }
  kbd {
    font-family: inherit;
    font-weight: 650;
    border: 1px solid var(--quiet);
    border-radius: 3px;
    padding: 0 0.4rem;
  }
</style>
