<script lang="ts">
  import { replace, router } from 'svelte-spa-router';
  import { api, data } from '../../lib/api.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import type { Objective, SoftSpots, SpotAnswer } from '../../lib/types.ts';
  import { plural } from '../../lib/words.ts';
  import Loaded from '../../parts/Loaded.svelte';
  import Notice from '../../parts/Notice.svelte';
  import SpotRow from './SpotRow.svelte';

  const { params = {} }: { params?: { position?: string; role?: string } } = $props();

  type List = 'spots' | 'levers' | 'heartwood';
  const lists: { id: List; name: string; says: string }[] = [
    {
      id: 'spots',
      name: 'Soft spots',
      says: 'Where winning back half of what is missing for your level would pay most.',
    },
    { id: 'levers', name: 'Levers', says: 'Where getting a little better would pay most, weak or not.' },
    { id: 'heartwood', name: 'Heartwood', says: 'What earns you most as things are.' },
  ];

  const query = $derived(Object.fromEntries(new URLSearchParams(router.querystring ?? '')));
  const list = $derived<List>(lists.find((l) => l.id === query.list)?.id ?? 'spots');
  const asked = $derived({ objective: query.objective, attire: query.attire, from: query.from, to: query.to });
  let tries = $state(0);
  const judged = $derived.by(() => {
    void tries;
    return data(api.GET('/api/soft-spots', { params: { query: asked } }));
  });
  let shown = $state(8);

  keyHelp.keys = [];

  function set(change: Record<string, string>) {
    const next = new URLSearchParams({ ...query, ...change });
    for (const [name, value] of [...next]) if (value === '') next.delete(name);
    const spot = params.position ? `/${params.position}/${params.role}` : '';
    void replace(`/soft-spots${spot}${next.size > 0 ? '?' + next : ''}`);
  }

  const isOpen = (s: SpotAnswer) => s.position === params.position && s.role === params.role;

  function toggle(s: SpotAnswer) {
    const rest = router.querystring ? '?' + router.querystring : '';
    void replace(isOpen(s) ? `/soft-spots${rest}` : `/soft-spots/${s.position}/${s.role}${rest}`);
  }

  /** The list as far as it is shown; a spot that the address opens is always among it. */
  function visible(all: SpotAnswer[]): SpotAnswer[] {
    const at = all.findIndex(isOpen);
    return all.slice(0, Math.max(shown, at + 1));
  }

  const most = (all: SpotAnswer[]) => Math.max(...all.slice(0, 3).map((s) => s.gainHigh), 1e-9);
</script>

<h1>Soft spots</h1>
<details open={innerWidth > 720 || Object.keys(asked).some((n) => query[n])}>
  <summary>What counts, gi or no-gi, days</summary>
  <div class="controls">
    <label class="field">
      <span>What counts</span>
      <select
        class="box"
        value={query.objective ?? ''}
        onchange={(e) => set({ objective: e.currentTarget.value as Objective })}
      >
        <option value="">as in my profile</option>
        <option value="submissions">submissions</option>
        <option value="points">control and points</option>
        <option value="survival">not being finished</option>
      </select>
    </label>
    <label class="field">
      <span>Gi or no-gi</span>
      <select class="box" value={query.attire ?? ''} onchange={(e) => set({ attire: e.currentTarget.value })}>
        <option value="">both</option>
        <option value="gi">gi</option>
        <option value="no-gi">no-gi</option>
      </select>
    </label>
    <label class="field">
      <span>From day</span>
      <input class="box" type="date" value={query.from ?? ''} onchange={(e) => set({ from: e.currentTarget.value })} />
    </label>
    <label class="field">
      <span>To day</span>
      <input class="box" type="date" value={query.to ?? ''} onchange={(e) => set({ to: e.currentTarget.value })} />
    </label>
  </div>
</details>

<div class="lists" role="group" aria-label="Which list">
  {#each lists as l (l.id)}
    <button class="act" aria-pressed={list === l.id} onclick={() => set({ list: l.id === 'spots' ? '' : l.id })}
      >{l.name}</button
    >
  {/each}
</div>
<p class="quiet">{lists.find((l) => l.id === list)?.says}</p>

<Loaded promise={judged} waiting="Weighing the log…" again={() => tries++}>
  {#snippet children(j: SoftSpots)}
    {@const all = j[list]}
    {#if j.rolls === 0}
      <div class="panel nothing">
        {#if Object.values(asked).some(Boolean)}
          <p>No rolls in this part of the log. Widen the days, or take both gi and no-gi.</p>
        {:else}
          <h2>No rolls yet</h2>
          <p>
            Build a few rolls moment by moment: each one tells who left which spot better off. After about {j.enoughRolls}
            rolls this page begins to say what costs you most, and how sure that is.
          </p>
          <p><a class="act-main" href="#/log">Log a session</a></p>
        {/if}
      </div>
    {:else}
      {#if !j.enough}
        <Notice kind="care">
          Too thin to advise from: {plural(j.rolls, 'roll')} so far, and it takes about {j.enoughRolls} rolls with
          {j.enoughContests} contests between them. The tallies below are what was seen; the order is a guess yet.
        </Notice>
      {/if}
      {#if all.length === 0}
        <p>Nothing to list yet: no moment says so far who left which spot better off.</p>
      {:else}
        <ol>
          {#each visible(all) as spot, i (`${spot.position}.${spot.role}`)}
            <li>
              <SpotRow
                {spot}
                nth={i + 1}
                kind={list}
                objective={j.objective}
                most={most(all)}
                open={isOpen(spot)}
                {asked}
                ontoggle={() => toggle(spot)}
              />
            </li>
          {/each}
        </ol>
        {#if all.length > visible(all).length}
          <button class="act" onclick={() => (shown += 12)}>Show more ({all.length - visible(all).length})</button>
        {/if}
        <p class="quiet small foot">
          From {plural(j.rolls, 'roll')} and {plural(j.moments, 'moment')}; rolls in which you let them work are left
          out. Partners are not adjusted for yet: a spot met mostly against stronger people looks softer than it is.
        </p>
      {/if}
    {/if}
  {/snippet}
</Loaded>

<style>
  .controls {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(9.5rem, 1fr));
    gap: 0.6rem;
    margin: 0.7rem 0;
  }
  summary {
    cursor: pointer;
    padding: 0.4rem 0;
    color: var(--quiet);
  }
  .lists {
    display: flex;
    flex-wrap: wrap;
    gap: 0.4rem;
    margin: 0.9rem 0 0.4rem;
  }
  ol {
    margin: 0.8rem 0;
  }
  .nothing {
    display: flex;
    flex-direction: column;
    gap: 0.7rem;
    margin-top: 0.9rem;
    max-width: 46rem;
  }
  .foot {
    margin-top: 1rem;
    max-width: 46rem;
  }
</style>
