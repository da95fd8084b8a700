<script lang="ts">
  import { Dialog, Portal } from '@skeletonlabs/skeleton-svelte';
  import { keyHelp } from '../lib/keys.svelte.ts';
</script>

<Dialog open={keyHelp.open} onOpenChange={(e) => (keyHelp.open = e.open)}>
  <Portal>
    <Dialog.Backdrop class="veil" />
    <Dialog.Positioner class="centre">
      <Dialog.Content class="card preset-filled-surface-100-900 key-help">
        <Dialog.Title><h2>Keys of this page</h2></Dialog.Title>
        <dl>
          {#each [...keyHelp.keys, { keys: '?', does: 'shows or hides these keys' }] as key (key.keys)}
            <dt><kbd class="kbd">{key.keys}</kbd></dt>
            <dd>{key.does}</dd>
          {/each}
        </dl>
        <Dialog.CloseTrigger class="btn preset-outlined-surface-600-400">Close</Dialog.CloseTrigger>
      </Dialog.Content>
    </Dialog.Positioner>
  </Portal>
</Dialog>

<style>
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0.4rem 1rem;
    margin: 0.8rem 0 1rem;
  }
</style>
