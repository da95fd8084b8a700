<script lang="ts">
  import { onMount } from 'svelte';
  import { keyHelp, typing } from '../../lib/keys.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { search } from '../../lib/text/search.ts';
  import { profile } from '../../lib/log/profile.svelte.ts';
  import type { Partner } from '../../lib/api/types.ts';
  import { beltWords } from '../../lib/text/words.ts';
  import Find from '../../parts/Find.svelte';
  import NewPartner from './NewPartner.svelte';

  const { onpick, oncancel }: { onpick: (partner: Partner) => void; oncancel: () => void } = $props();

  let adding = $state(false);
  let finder: HTMLElement | undefined = $state();

  const named = $derived(partners.all.map((p) => ({ ...p, aliases: p.traits ?? [] })));
  /** Those rolled with last come first: what is not tapped here is looked for. */
  const found = $derived(named.slice(0, 12));
  const find = (words: string) =>
    search(words, named, [], 12).map((p) => ({ value: p.id, name: p.name, says: beltWords(p.belt, p.stripes) }));
  const pick = (id: string) => {
    const partner = partners.all.find((p) => p.id === id);
    if (partner) onpick(partner);
  };

  onMount(() => void profile.load());

  function onkeydown(e: KeyboardEvent) {
    if (keyHelp.open || typing(e)) return;
    const nth = '123456789'.indexOf(e.key);
    if (nth >= 0 && e.key !== '' && found[nth]) {
      e.preventDefault();
      onpick(found[nth]);
    } else if (e.key === '/') {
      e.preventDefault();
      finder?.querySelector('input')?.focus();
    }
  }
</script>

<svelte:window {onkeydown} />

<div class="head">
  <h1>Who was it?</h1>
  <button class="btn preset-outlined-surface-600-400" onclick={oncancel}>Back</button>
</div>
{#if partners.all.length > 6}
  <div bind:this={finder}>
    <Find label="Look for a partner" search={find} none="Nobody of that name yet. Add them below." onpick={pick} />
  </div>
{/if}
<ul>
  {#each found as partner, i (partner.id)}
    <li>
      <button class="btn preset-outlined-surface-600-400 who" onclick={() => onpick(partner)}>
        <strong>{partner.name}</strong>
        <span class="quiet small">{beltWords(partner.belt, partner.stripes)}</span>
        {#if i < 9}<kbd aria-hidden="true">{i + 1}</kbd>{/if}
      </button>
    </li>
  {/each}
</ul>

{#if adding || (partners.loaded && partners.all.length === 0)}
  <section class="card preset-filled-surface-100-900" aria-label="A new partner">
    <h2>A new partner</h2>
    <NewPartner says="Add and roll" onadd={onpick} />
  </section>
{:else}
  <button class="btn preset-outlined-surface-600-400" onclick={() => (adding = true)}>Somebody new</button>
{/if}

<style>
  .head {
    display: flex;
    justify-content: space-between;
    align-items: center;
    margin-bottom: 0.7rem;
  }
  ul {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(10.5rem, 1fr));
    gap: 0.5rem;
    margin: 0.7rem 0;
  }
  .who {
    width: 100%;
    min-height: 3.6rem;
    flex-direction: column;
    align-items: flex-start;
    gap: 0;
    position: relative;
    text-align: left;
  }
  kbd {
    position: absolute;
    top: 0.2rem;
    right: 0.4rem;
    font: inherit;
    font-size: 0.85rem;
    color: var(--quiet);
  }
  @media (hover: none) {
    kbd {
      display: none;
    }
  }
</style>
