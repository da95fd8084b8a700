<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import type { NextMoment, Outcome } from '../../lib/api/types.ts';
  import NotchMark from '../../parts/NotchMark.svelte';

  interface Props {
    mine: NextMoment[];
    theirs: NextMoment[];
    them: string;
    /** Whether to say what the two parts of a button are. */
    hint: boolean;
    onpick: (next: NextMoment, outcome: Outcome) => void;
  }
  const { mine, theirs, them, hint, onpick }: Props = $props();
  const shown = 6;
  const theirKeys = 'asdfgh';
</script>

<div class="two">
  {#each [{ who: 'I', list: mine, own: true }, { who: them, list: theirs, own: false }] as side (side.own)}
    <section aria-label={side.own ? 'What I did' : `What ${them} did`}>
      <h2 class:own={side.own}><NotchMark mine={side.own} /> {side.who}</h2>
      {#each side.list.slice(0, shown) as next, i (next.technique)}
        <div class="pair" class:own={side.own}>
          <button class="done" onclick={() => onpick(next, 'done')}>
            {ground.techniqueName(next.technique)}
            <kbd aria-hidden="true">{side.own ? i + 1 : theirKeys[i]}</kbd>
          </button>
          <button
            class="stopped"
            onclick={() => onpick(next, 'stopped')}
            aria-label="{ground.techniqueName(next.technique)}, stopped"
          >
            <NotchMark mine={side.own} scratch />
          </button>
        </div>
      {:else}
        <p class="quiet small">Nothing usual from here. Look under “Something else”.</p>
      {/each}
    </section>
  {/each}
</div>
{#if hint}<p class="quiet small hint">
    The wide part: it came off. The narrow part with the scratch: tried, but stopped.
  </p>{/if}

<style>
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.7rem;
  }
  h2 {
    display: flex;
    align-items: center;
    gap: 0.4rem;
    font-size: 1.05rem;
    margin-bottom: 0.3rem;
  }
  .pair {
    display: flex;
    margin-bottom: 0.4rem;
    border: 1px solid var(--quiet);
    border-bottom: 4px solid var(--theirs);
    border-radius: var(--radius-base);
    background: var(--card);
    overflow: hidden;
  }
  .pair.own {
    border: 1px solid var(--quiet);
    border-top: 4px solid var(--mine);
  }
  button {
    font: inherit;
    color: inherit;
    min-height: 2.9rem;
    cursor: pointer;
  }
  button:hover {
    background: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  button:focus-visible {
    outline-offset: -3px;
  }
  .done {
    flex: 1;
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 0.3rem;
    text-align: left;
    font-weight: 550;
    line-height: 1.15;
    padding: 0.25rem 0.5rem;
    min-width: 0;
  }
  .stopped {
    flex: 0 0 2.75rem;
    border-left: 1px dashed var(--quiet);
    display: grid;
    place-items: center;
  }
  kbd {
    font: inherit;
    font-size: 0.85rem;
    color: var(--quiet);
  }
  .hint {
    margin-top: 0.2rem;
  }
  @media (max-width: 720px) {
    .pair:nth-of-type(n + 6) {
      display: none;
    }
  }
  @media (hover: none) {
    kbd {
      display: none;
    }
  }
</style>
