<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import type { Fix, Read } from '../../lib/log/telling.ts';
  import type { Attire } from '../../lib/api/types.ts';
  import TechniqueSearch from './TechniqueSearch.svelte';

  interface Props {
    read: Read;
    them: string;
    attire: Attire;
    /** The words it came from. */
    words: string;
    onfix: (change: Omit<Fix, 'at' | 'length'>) => void;
    /** Puts it before the one before it, or behind the one behind it; null where it is the first or last. */
    onearlier: (() => void) | null;
    onlater: (() => void) | null;
    /** Puts a moment behind these words. */
    onadd: (change: Omit<Fix, 'at' | 'length'>) => void;
    onalias: (technique: string) => void;
  }
  const { read, them, attire, words, onfix, onearlier, onlater, onadd, onalias }: Props = $props();

  let searching = $state<'instead' | 'behind' | null>(null);

  const moment = $derived(read.moment);
  const others = $derived([...new Set(read.others.map((o) => o.technique).filter((t) => t !== moment.technique))]);
  /** Set right by hand: worth keeping as a word of the owner's, unless it is one already. */
  const worthKeeping = $derived(
    read.was !== undefined &&
      read.was !== moment.technique &&
      words.length > 1 &&
      words.length <= 60 &&
      !ground.aliases().some((a) => a.means === moment.technique && a.says.toLowerCase() === words.toLowerCase()),
  );
</script>

<div class="fix">
  {#if searching}
    <TechniqueSearch
      {them}
      {attire}
      onpick={(technique, actor, outcome) => {
        const change = { technique: technique.id, actor, outcome };
        if (searching === 'behind') onadd(change);
        else onfix(change);
        searching = null;
      }}
      oncancel={() => (searching = null)}
    />
  {:else}
    {#if moment.sure === false}<button class="chip preset-outlined-surface-600-400" onclick={() => onfix({})}
        >it is right</button
      >{/if}
    <button
      class="chip preset-outlined-surface-600-400"
      onclick={() => onfix({ actor: moment.actor === 'me' ? 'them' : 'me' })}
    >
      {moment.actor === 'me' ? `${them} did it` : 'I did it'}
    </button>
    <button
      class="chip preset-outlined-surface-600-400"
      onclick={() => onfix({ outcome: moment.outcome === 'done' ? 'stopped' : 'done' })}
    >
      {moment.outcome === 'done' ? 'it was stopped' : 'it came off'}
    </button>
    {#each others as technique (technique)}
      <button class="chip preset-outlined-surface-600-400" onclick={() => onfix({ technique })}
        >{ground.techniqueName(technique)}</button
      >
    {/each}
    <button class="chip preset-outlined-surface-600-400" onclick={() => (searching = 'instead')}>something else…</button
    >
    <button class="chip preset-outlined-surface-600-400" onclick={() => (searching = 'behind')}
      >put one in after it…</button
    >
    {#if onearlier}<button class="chip preset-outlined-surface-600-400" onclick={onearlier}
        >it was earlier <span class="small keys">Alt+↑</span></button
      >{/if}
    {#if onlater}<button class="chip preset-outlined-surface-600-400" onclick={onlater}
        >it was later <span class="small keys">Alt+↓</span></button
      >{/if}
    <button class="chip preset-outlined-surface-600-400" onclick={() => onfix({ gone: true })}>take it out</button>
    {#if worthKeeping}
      <button class="chip preset-outlined-surface-600-400 wide" onclick={() => onalias(moment.technique)}
        >always read “{words}” as {ground.techniqueName(moment.technique)}</button
      >
    {/if}
  {/if}
</div>

<style>
  .fix {
    display: flex;
    flex-wrap: wrap;
    gap: 0.35rem;
    padding: 0.2rem 0 0.6rem 2rem;
  }
  .chip {
    text-align: left;
  }
  @media (max-width: 720px) {
    .fix {
      padding-left: 0;
    }
    .keys {
      display: none;
    }
  }
</style>
