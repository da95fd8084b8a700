<script lang="ts">
  import { router } from 'svelte-spa-router';
  import { api, ApiFault, data } from '../../lib/api/api.ts';
  import { queryOf } from '../../lib/log/judged.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import type { Candidate, Candidates } from '../../lib/api/types.ts';
  import BlockHead from '../../parts/BlockHead.svelte';
  import Loaded from '../../parts/Loaded.svelte';
  import Notice from '../../parts/Notice.svelte';
  import BlockForm from './BlockForm.svelte';
  import CandidateCard from './CandidateCard.svelte';
  import EitherOr from '../../parts/EitherOr.svelte';

  const query = $derived(queryOf(router.querystring));
  let tries = $state(0);
  let purpose = $state<'plug' | 'sharpen' | null>(null);
  let picked = $state<string[] | null>(null);
  keyHelp.keys = [];

  interface Page extends Candidates {
    asked: Candidate | null;
  }

  /** The candidates, and beside them the spot that a soft spot's page led here for. */
  async function load(spot: string | undefined, use: string): Promise<Page> {
    const all = await data(api.GET('/api/drill-candidates'));
    const [position, role] = (spot ?? '').split(':');
    if (!position || !role || all.candidates.some((c) => c.focus.id === `${spot}:${use}`))
      return { ...all, asked: null };
    const asked = await data(
      api.GET('/api/drill-candidates/{position}/{role}/{purpose}', {
        params: { path: { position, role, purpose: use } },
      }),
    ).catch((fault: ApiFault) => {
      if (fault.status === 404) return null;
      throw fault;
    });
    return { ...all, asked };
  }

  const use = $derived(query.purpose === 'sharpen' ? 'sharpen' : 'plug');
  const page = $derived.by(() => {
    void tries;
    return load(query.spot, use);
  });
  const shown = $derived(purpose ?? use);
  const chosen = $derived(picked ?? (query.spot ? [`${query.spot}:${use}`] : []));
  const list = (p: Page) => [
    ...(p.asked && p.asked.focus.purpose === shown ? [p.asked] : []),
    ...p.candidates.filter((c) => c.focus.purpose === shown),
  ];
  const all = (p: Page) => [...(p.asked ? [p.asked] : []), ...p.candidates];
  const toggle = (id: string) =>
    (picked = chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id].slice(-2));
</script>

<BlockHead title="Choose what to drill" path="/block/choose" />
<Loaded promise={page} waiting="Weighing what would be worth it…" again={() => tries++}>
  {#snippet children(p: Page)}
    {#if p.candidates.length === 0}
      <div class="card preset-filled-surface-100-900">
        <h2>Nothing to choose from yet</h2>
        <p>The log needs some told rolls first. <a class="anchor" href="#/log">Log a session</a>.</p>
      </div>
    {:else}
      {#if !p.enough}
        <Notice>
          Only {p.rolls} rolls are told yet: too few to be sure of any of these. Take it as a first guess, or log on for some
          weeks.
        </Notice>
      {/if}
      <p class="lead">
        {#if shown === 'plug'}
          Where half of what is missing for your own level would bring most back: a leak to plug.
        {:else}
          Where getting better would pay most, weak or not: a road to sharpen.
        {/if}
        Both come from the same numbers; which of them is right for you is your call, and your coach's. One focus, or two.
      </p>
      <div class="what-for">
        <EitherOr
          label="What for"
          quiet
          choices={[
            { value: 'plug', name: 'Plug a leak' },
            { value: 'sharpen', name: 'Sharpen what pays' },
          ]}
          value={shown}
          onchange={(one) => (purpose = one)}
        />
      </div>
      <div class="cards">
        {#each list(p) as candidate (candidate.focus.id)}
          <CandidateCard
            {candidate}
            objective={p.objective}
            chosen={chosen.includes(candidate.focus.id)}
            onchoose={() => toggle(candidate.focus.id)}
          />
        {/each}
      </div>
      {@const focuses = chosen.flatMap((id) =>
        all(p)
          .filter((c) => c.focus.id === id)
          .slice(0, 1),
      )}
      {#if focuses.length}
        <BlockForm {focuses} />
      {:else}
        <p class="quiet">Pick one or two of them to go on.</p>
      {/if}
    {/if}
  {/snippet}
</Loaded>

<style>
  .lead {
    max-width: 58rem;
    margin: 0.3rem 0 0.7rem;
  }
  .what-for {
    margin-bottom: 0.8rem;
  }
  .cards {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(20rem, 100%), 1fr));
    gap: 0.9rem;
    align-items: stretch;
    margin-bottom: 1rem;
  }
</style>
