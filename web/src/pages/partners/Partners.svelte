<script lang="ts">
  import { onMount } from 'svelte';
  import { push } from 'svelte-spa-router';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { profile } from '../../lib/log/profile.svelte.ts';
  import { showWeight } from '../../lib/text/units.ts';
  import { beltWords, dayWords, plural } from '../../lib/text/words.ts';
  import PartnerForm from './PartnerForm.svelte';

  const { params = {} }: { params?: { id?: string } } = $props();
  const chosen = $derived(partners.all.find((p) => p.id === params.id));

  onMount(() => {
    void partners.load();
    void profile.load();
  });
  keyHelp.keys = [];

  async function done() {
    await partners.load();
    await push('/partners');
  }
</script>

{#if params.id}
  {#if !partners.loaded || !profile.loaded}
    <p class="quiet" role="status">Fetching the partner…</p>
  {:else if params.id === 'new' || chosen}
    {#key params.id}<PartnerForm partner={chosen} ondone={done} />{/key}
  {:else}
    <p>
      Nobody of that kind here; they may be in the <a class="anchor" href="#/data">bin</a>.
      <a class="anchor" href="#/partners">Back to the partners</a>.
    </p>
  {/if}
{:else}
  <div class="head">
    <h1>Partners</h1>
    <a class="btn preset-outlined-surface-600-400" href="#/partners/new">Add a partner</a>
  </div>
  {#if partners.loaded && partners.all.length === 0}
    <p class="card preset-filled-surface-100-900">Nobody yet. Partners are added while you log, or here.</p>
  {/if}
  <ul>
    {#each partners.all as partner (partner.id)}
      <li>
        <a href="#/partners/{encodeURIComponent(partner.id)}">
          <strong>{partner.name}</strong>
          <span
            >{beltWords(partner.belt, partner.stripes)}{partner.weightKg
              ? `, ${showWeight(partner.weightKg, profile.units)}`
              : ''}</span
          >
          <span class="quiet small">{partner.traits?.join(', ') ?? ''}</span>
          <span class="quiet small"
            >{plural(partner.rolls, 'roll')}{partner.lastRolled ? `, last ${dayWords(partner.lastRolled)}` : ''}</span
          >
        </a>
      </li>
    {/each}
  </ul>
{/if}

<style>
  .head {
    display: flex;
    justify-content: space-between;
    align-items: center;
    margin-bottom: 0.8rem;
  }
  li a {
    display: grid;
    grid-template-columns: 11rem 14rem 1fr auto;
    gap: 0.1rem 1rem;
    align-items: baseline;
    padding: 0.6rem 0.3rem;
    border-bottom: 1px solid var(--line);
    color: inherit;
    text-decoration: none;
  }
  li a:hover {
    background: var(--card);
  }
  @media (max-width: 720px) {
    li a {
      grid-template-columns: 1fr auto;
    }
  }
</style>
