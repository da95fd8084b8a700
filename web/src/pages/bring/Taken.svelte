<script lang="ts">
  import type { Intake } from '../../lib/api/types.ts';
  import Notice from '../../parts/Notice.svelte';
  import { countWords, takeBack } from './bring.ts';

  interface Props {
    /** What was taken; with an empty id when all of it was there already. */
    taken: Intake;
    onback: () => void;
  }
  const { taken, onback }: Props = $props();
  let gone = $state('');
  let fault = $state('');

  async function undo() {
    try {
      await takeBack(taken.id);
      gone = taken.id;
      onback();
    } catch (refused) {
      fault = (refused as Error).message;
    }
  }
</script>

<Notice>
  {#if taken.id === ''}
    All of this was in the log already: nothing was changed.
  {:else if gone === taken.id}
    Taken back. What it had brought lies in the bin.
  {:else}
    <p>In the log now: {countWords(taken.sessions, taken.rolls, taken.partners)}.</p>
    <button class="btn preset-outlined-surface-600-400" onclick={undo}>Undo it</button>
  {/if}
</Notice>
{#if fault}<Notice kind="fault">{fault}</Notice>{/if}
