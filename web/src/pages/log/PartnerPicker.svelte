<script lang="ts">
  import { onMount } from 'svelte';
  import { keyHelp, typing } from '../../lib/keys.svelte.ts';
  import { logDraft } from '../../lib/draft/log-draft.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { search } from '../../lib/text/search.ts';
  import { weightFromBox } from '../../lib/text/units.ts';
  import { profile } from '../../lib/log/profile.svelte.ts';
  import type { Belt, Partner } from '../../lib/api/types.ts';
  import { beltWords } from '../../lib/text/words.ts';
  import BeltBoxes from '../../parts/BeltBoxes.svelte';
  import Notice from '../../parts/Notice.svelte';

  const { onpick, oncancel }: { onpick: (partner: Partner) => void; oncancel: () => void } = $props();

  let query = $state('');
  let adding = $state(false);
  let name = $state('');
  let belt = $state<Belt>('white');
  let stripes = $state(0);
  let weight = $state('');
  let fault = $state('');
  let box: HTMLInputElement | undefined = $state();

  const found = $derived(
    search(
      query,
      partners.all.map((p) => ({ ...p, aliases: p.traits ?? [] })),
      [],
      query ? 30 : 12,
    ),
  );

  onMount(() => void profile.load());

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const weightKg = weightFromBox(weight, profile.units);
    if (name.trim() === '') fault = 'Give the partner a name; a first name and an initial will do.';
    else if (weightKg !== undefined && !(weightKg >= 20 && weightKg <= 300))
      fault = 'The weight does not look like a person’s; write it like 70, or leave it empty.';
    else {
      const partner: Partner = {
        id: crypto.randomUUID(),
        name: name.trim(),
        belt,
        stripes,
        weightKg,
        version: 0,
        rolls: 0,
      };
      await logDraft.addPartner(partner);
      partners.add(partner);
      onpick(partner);
    }
  }

  function onkeydown(e: KeyboardEvent) {
    if (keyHelp.open || typing(e)) return;
    const nth = '123456789'.indexOf(e.key);
    if (nth >= 0 && e.key !== '' && found[nth]) {
      e.preventDefault();
      onpick(found[nth]);
    } else if (e.key === '/') {
      e.preventDefault();
      box?.focus();
    }
  }
</script>

<svelte:window {onkeydown} />

<div class="head">
  <h1>Who was it?</h1>
  <button class="act" onclick={oncancel}>Back</button>
</div>
{#if partners.all.length > 6}
  <label class="field">
    <span>Look for a partner</span>
    <input
      class="box"
      bind:this={box}
      bind:value={query}
      autocomplete="off"
      onkeydown={(e) => e.key === 'Enter' && found[0] && onpick(found[0])}
    />
  </label>
{/if}
<ul>
  {#each found as partner, i (partner.id)}
    <li>
      <button class="act who" onclick={() => onpick(partner)}>
        <strong>{partner.name}</strong>
        <span class="quiet small">{beltWords(partner.belt, partner.stripes)}</span>
        {#if i < 9}<kbd aria-hidden="true">{i + 1}</kbd>{/if}
      </button>
    </li>
  {/each}
</ul>
{#if partners.loaded && found.length === 0 && query}<p>Nobody of that name yet. Add them below.</p>{/if}

{#if adding || (partners.loaded && partners.all.length === 0)}
  <form class="panel" onsubmit={add}>
    <h2>A new partner</h2>
    <label class="field">
      <span>Name</span>
      <!-- svelte-ignore a11y_autofocus -->
      <input class="box" bind:value={name} autofocus maxlength="200" autocomplete="off" />
    </label>
    <BeltBoxes bind:belt bind:stripes />
    <label class="field">
      <span>Weight in {profile.units} (a guess will do; may stay empty)</span>
      <input class="box" bind:value={weight} inputmode="decimal" />
    </label>
    {#if fault}<Notice kind="fault">{fault}</Notice>{/if}
    <button class="act-main">Add and roll</button>
  </form>
{:else}
  <button
    class="act"
    onclick={() => {
      adding = true;
      name = query;
    }}>Somebody new</button
  >
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
  form {
    display: flex;
    flex-direction: column;
    gap: 0.8rem;
    max-width: 30rem;
  }
  @media (hover: none) {
    kbd {
      display: none;
    }
  }
</style>
