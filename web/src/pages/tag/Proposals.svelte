<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { isTaken, type Proposal } from '../../lib/video/marks.ts';
  import type { Roll } from '../../lib/api/types.ts';
  import { clockWords, endWords, plural } from '../../lib/text/words.ts';

  interface Props {
    roll: Roll;
    name: string;
    proposals: readonly Proposal[];
    them: string;
    onsee: (seconds: number) => void;
    ontake: (proposals: readonly Proposal[]) => void;
    onclose: () => void;
  }
  const { roll, name, proposals, them, onsee, ontake, onclose }: Props = $props();

  const open = $derived(proposals.filter((p) => !isTaken(roll, p)));
  function says({ moment, end }: Proposal): string {
    if (!moment) return end ? endWords(end, them, (t) => ground.techniqueName(t)) : '';
    const who = moment.actor === 'me' ? 'I' : them;
    return `${who}: ${ground.techniqueName(moment.technique)}${moment.outcome === 'stopped' ? ', stopped' : ''}`;
  }
</script>

<section class="card preset-filled-surface-100-900" aria-label="Proposed by {name}">
  <h2>{open.length === 0 ? `All of ${name} is in` : `${plural(open.length, 'moment')} proposed by ${name}`}</h2>
  {#if open.length > 0}
    <ol>
      {#each open as proposal, i (i)}
        <li>
          <button class="see" onclick={() => onsee(proposal.seconds)}>
            <span class="quiet">{clockWords(proposal.seconds)}</span>
            {says(proposal)}
          </button>
          <button
            class="btn preset-outlined-surface-600-400"
            aria-label="Take {says(proposal)} at {clockWords(proposal.seconds)}"
            onclick={() => ontake([proposal])}>take</button
          >
        </li>
      {/each}
    </ol>
  {/if}
  <div class="acts">
    {#if open.length > 0}<button class="btn preset-filled-primary-700-300" onclick={() => ontake(open)}>Take all</button
      >{/if}
    <button class="btn preset-outlined-surface-600-400" onclick={onclose}>Close</button>
  </div>
</section>

<style>
  section {
    margin-top: 0.8rem;
  }
  h2 {
    font-size: 1.05rem;
  }
  ol {
    max-height: 18rem;
    overflow-y: auto;
    margin: 0.4rem 0;
  }
  li,
  .acts {
    display: flex;
    gap: 0.5rem;
  }
  .see {
    flex: 1;
    text-align: left;
    font: inherit;
    color: inherit;
    cursor: pointer;
    min-height: var(--touch);
  }
</style>
