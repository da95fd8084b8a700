<script lang="ts">
  import { replace, router } from 'svelte-spa-router';
  import { api, data } from '../../lib/api/api.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import type { SoftSpots, SpotAnswer } from '../../lib/api/types.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { askedOf, go, queryOf } from '../../lib/log/judged.ts';
  import { plural } from '../../lib/text/words.ts';
  import JudgingHead from '../../parts/JudgingHead.svelte';
  import Loaded from '../../parts/Loaded.svelte';
  import Notice from '../../parts/Notice.svelte';
  import { firstAnswer } from './first-answer.ts';
  import SpotRow from './SpotRow.svelte';
  import EitherOr from '../../parts/EitherOr.svelte';

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

  const query = $derived(queryOf(router.querystring));
  const list = $derived<List>(lists.find((l) => l.id === query.list)?.id ?? 'spots');
  const asked = $derived(askedOf(query));
  const here = $derived(`/soft-spots${params.position ? `/${params.position}/${params.role}` : ''}`);
  let tries = $state(0);
  const judged = $derived.by(() => {
    void tries;
    return data(api.GET('/api/soft-spots', { params: { query: asked } }));
  });
  let shown = $state(8);

  keyHelp.keys = [];

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

  const counts = {
    submissions: 'What counts: taps, got and given.',
    points: 'What counts: points for takedowns, sweeps, passes and pins, and six for a tap.',
    survival: 'What counts: not being tapped, and not being held in bad spots.',
  };
  const beltSays = (j: SoftSpots) =>
    `a belt is worth about ${percent(j.partnerEffect.belt)} (give or take ${percent(j.partnerEffect.beltSd)})`;
  const weightSays = (j: SoftSpots) => `a tenth of your weight about ${percent(j.partnerEffect.weight10pct)}`;
  /** Logits as the shift of an even chance, in hundredths. */
  const percent = (logits: number) => `${Math.round(100 * (1 / (1 + Math.exp(-logits)) - 0.5))} in 100`;

  const most = (all: SpotAnswer[]) => Math.max(...all.slice(0, 3).map((s) => s.gainHigh), 1e-9);
</script>

<JudgingHead title="Soft spots" path={here} {query} />

<div class="lists">
  <EitherOr
    label="Which list"
    quiet
    choices={lists.map((l) => ({ value: l.id, name: l.name }))}
    value={list}
    onchange={(id) => go(here, query, { list: id === 'spots' ? '' : id })}
  />
</div>

<Loaded promise={judged} waiting="Weighing the log…" again={() => tries++}>
  {#snippet children(j: SoftSpots)}
    {@const all = j[list]}
    {#if j.rolls === 0}
      <div class="card preset-filled-surface-100-900 nothing">
        {#if Object.values(asked).some(Boolean)}
          <p>No rolls in this part of the log. Widen the days, or take both gi and no-gi.</p>
        {:else}
          <h2>No rolls yet</h2>
          <p>
            Build a few rolls moment by moment: each one tells who left which spot better off. After about {j.enoughRolls}
            rolls this page begins to say what costs you most, and how sure that is.
          </p>
          <p><a class="btn preset-filled-primary-700-300" href="#/log">Log a session</a></p>
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
        {@const answer = firstAnswer(
          all[0]!,
          all[1],
          list,
          j.objective,
          j.enough,
          (s) => ground.spotName(s),
          (id) => ground.techniqueName(id),
        )}
        <p class="quiet">
          {lists.find((l) => l.id === list)?.says}
          {counts[j.objective]}
        </p>
        <div class="card preset-filled-surface-100-900 answer">
          <p class="what">{answer.what}</p>
          <p>{answer.sure}</p>
        </div>
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
          <button class="btn preset-outlined-surface-600-400" onclick={() => (shown += 12)}
            >Show more ({all.length - visible(all).length})</button
          >
        {/if}
        <p class="quiet small foot">
          From {plural(j.rolls, 'roll')} and {plural(j.moments, 'moment')}; of a hundred things that happen about {Math.round(
            100 * j.recall,
          )} are taken to be told. Partners are adjusted for: in this log {beltSays(j)}, and {weightSays(j)}. Sizes are
          what a realistic improvement would bring against {query.peer
            ? `a ${query.peer} belt`
            : 'somebody of your own level'}; the interval is where eight in ten would fall.
        </p>
      {/if}
    {/if}
  {/snippet}
</Loaded>

<style>
  .lists {
    margin: 0.9rem 0 0.4rem;
  }
  .answer {
    margin-top: 0.8rem;
    max-width: 62rem;
  }
  .what {
    font-size: 1.15rem;
    margin-bottom: 0.3rem;
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
