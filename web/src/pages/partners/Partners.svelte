<script lang="ts">
  import { onMount } from 'svelte';
  import { push } from 'svelte-spa-router';
  import { api, data } from '../../lib/api/api.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { profile } from '../../lib/log/profile.svelte.ts';
  import { inOrder, orders, outcomeWords, tapsWords, type Order } from '../../lib/text/people.ts';
  import { showWeight } from '../../lib/text/units.ts';
  import { beltWords, dayWords, plural } from '../../lib/text/words.ts';
  import EitherOr from '../../parts/EitherOr.svelte';
  import Loaded from '../../parts/Loaded.svelte';
  import PartnerForm from './PartnerForm.svelte';
  import SheetPage from './SheetPage.svelte';

  const { params = {} }: { params?: { id?: string } } = $props();
  const chosen = $derived(partners.all.find((p) => p.id === params.id));
  let order = $state<Order>('last');
  let tries = $state(0);
  const people = $derived.by(() => {
    void tries;
    return data(api.GET('/api/people'));
  });

  onMount(() => {
    void partners.load();
    void profile.load();
  });
  keyHelp.keys = [];

  async function done() {
    await partners.load();
    tries++;
    await push('/partners');
  }
</script>

{#if params.id}
  {#if !partners.loaded || !profile.loaded}
    <p class="quiet" role="status">Fetching the partner…</p>
  {:else if params.id === 'new'}
    <PartnerForm partner={undefined} ondone={done} />
  {:else if chosen}
    {#key params.id}<SheetPage partner={chosen} ondone={done} />{/key}
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
  <Loaded promise={people} waiting="Looking at who was there…" again={() => tries++}>
    {#snippet children(list)}
      {#if list.items.length === 0}
        <p class="card preset-filled-surface-100-900">Nobody yet. Partners are added while you log, or here.</p>
      {:else}
        <div class="by">
          <EitherOr
            label="Ordered by"
            choices={(Object.keys(orders) as Order[]).map((o) => ({ value: o, name: orders[o] }))}
            value={order}
            onchange={(o) => (order = o)}
          />
        </div>
        <ul>
          {#each inOrder(list.items, order) as o (o.partner.id)}
            <li>
              <a href="#/partners/{encodeURIComponent(o.partner.id)}">
                <span class="who"
                  ><strong>{o.partner.name}</strong>
                  <span class="quiet"
                    >{beltWords(o.partner.belt, o.partner.stripes)}{o.partner.weightKg
                      ? `, ${showWeight(o.partner.weightKg, profile.units)}`
                      : ''}</span
                  ></span
                >
                <span>{outcomeWords(o)} <span class="quiet">{tapsWords(o.tapsByMe, o.tapsByThem)}</span></span>
                <span class="quiet small end"
                  >{plural(o.partner.rolls, 'roll')}{o.partner.lastRolled
                    ? `, last ${dayWords(o.partner.lastRolled)}`
                    : ''}{o.partner.traits?.length ? ` · ${o.partner.traits.join(', ')}` : ''}</span
                >
              </a>
            </li>
          {/each}
        </ul>
      {/if}
    {/snippet}
  </Loaded>
{/if}

<style>
  .head {
    display: flex;
    justify-content: space-between;
    align-items: center;
    margin-bottom: 0.6rem;
  }
  .by {
    margin-bottom: 0.6rem;
  }
  li a {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 2fr) minmax(0, 1.1fr);
    gap: 0.1rem 1.2rem;
    align-items: baseline;
    padding: 0.6rem 0.3rem;
    border-bottom: 1px solid var(--line);
    color: inherit;
    text-decoration: none;
  }
  li a:hover {
    background: var(--card);
  }
  .who {
    display: flex;
    flex-direction: column;
  }
  @media (max-width: 720px) {
    li a {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
