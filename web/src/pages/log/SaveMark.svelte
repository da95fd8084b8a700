<script lang="ts">
  import { logDraft, type SaveState } from '../../lib/draft/log-draft.svelte.ts';

  const says: Record<SaveState, string> = {
    empty: 'Nothing written yet',
    saved: 'Saved',
    saving: 'Saving…',
    kept: 'Kept on this device; goes up when the program answers',
    refused: 'Not saved: see above',
    conflict: 'Changed elsewhere',
  };
</script>

<span class="stand {logDraft.state}" role="status" data-state={logDraft.state}>{says[logDraft.state]}</span>

<style>
  .stand {
    font-size: 0.92rem;
    color: var(--quiet);
    border-left: 4px solid var(--line);
    padding-left: 0.5rem;
  }
  .saved {
    border-left-color: var(--wood-edge);
  }
  .kept,
  .refused,
  .conflict {
    border-left: 4px double var(--mine);
    color: inherit;
  }
</style>
