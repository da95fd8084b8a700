<script lang="ts">
  import { api, data } from '../../lib/api/api.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import type { Asked } from '../../lib/log/judged.ts';
  import type { SpotAnswer, SpotEvidence, WayIn } from '../../lib/api/types.ts';
  import { plural } from '../../lib/text/words.ts';
  import Contests from '../../parts/Contests.svelte';
  import Loaded from '../../parts/Loaded.svelte';
  import { cautionOf } from '../../lib/text/cautions.ts';
  import SplitBars from './SplitBars.svelte';
  import TechniqueTable from './TechniqueTable.svelte';
  import Weeks from './Weeks.svelte';

  interface Props {
    spot: SpotAnswer;
    asked: Asked;
  }
  const { spot, asked }: Props = $props();

  /** The rolls in which something was seen in this spot. */
  const rolls = (what: Record<string, string>) => `#/rolls?${new URLSearchParams({ ...path, ...what })}`;

  let size = $state(12);
  const path = $derived({ position: spot.position, role: spot.role });
  const evidence = $derived(data(api.GET('/api/soft-spots/{position}/{role}', { params: { path, query: asked } })));
  const contests = $derived(
    data(
      api.GET('/api/soft-spots/{position}/{role}/contests', {
        params: { path, query: { ...asked, size: String(size) } },
      }),
    ),
  );

  const levels: Record<string, string> = {
    below: 'a belt or more below me',
    level: 'about my level',
    above: 'a belt or more above me',
  };
  function wayWords(way: WayIn): string {
    if (!way.from) return 'the exchange starts there';
    const whose = way.actor === 'me' ? 'my' : 'their';
    return `from ${ground.spotName(way.from)}, ${whose} ${ground.techniqueName(way.technique).toLowerCase()}`;
  }
  const cautionsOf = (e: SpotEvidence) => [
    ...new Set([...e.theirs, ...e.mine].flatMap((t) => cautionOf(ground.technique(t.technique)?.care ?? null) ?? [])),
  ];
</script>

<div class="evidence">
  <p class="quiet small">
    {plural(spot.visits, 'visit')}; {spot.won} won, {spot.lost} lost, {spot.evidence.held} tries stopped{spot.evidence
      .unsure > 0
      ? `; ${spot.evidence.unsure} of these half remembered`
      : ''}.
  </p>
  <p>
    <a class="btn preset-outlined-surface-600-400" href="#/block/choose?spot={spot.position}:{spot.role}&purpose=plug"
      >Drill this: plug it</a
    >
    <a
      class="btn preset-outlined-surface-600-400"
      href="#/block/choose?spot={spot.position}:{spot.role}&purpose=sharpen">sharpen it</a
    >
  </p>
  <Loaded promise={evidence} waiting="Gathering the evidence…">
    {#snippet children(e: SpotEvidence)}
      <div class="pair">
        <TechniqueTable
          title="What they do here"
          rows={e.theirs}
          mine={false}
          address={(technique) => rolls({ technique })}
        />
        <TechniqueTable
          title="What I do here"
          rows={e.mine}
          mine={true}
          address={(technique) => rolls({ technique })}
        />
      </div>
      <div class="pair">
        <section>
          <h3>How I get here</h3>
          <ul class="ways">
            {#each e.waysIn.slice(0, 6) as way, i (i)}
              <li><span>{wayWords(way)}</span> <span class="quiet">{way.count}</span></li>
            {:else}
              <li class="quiet">No way in was told.</li>
            {/each}
          </ul>
        </section>
        <Weeks weeks={e.weeks} />
      </div>
      <div class="pair">
        <SplitBars
          title="Why"
          rows={e.reasons}
          nameOf={(id) => ground.reasonSays(id)}
          won="went my way"
          lost="against me"
          address={(reason) => rolls({ reason })}
        />
        <div class="stack">
          <SplitBars title="By side" rows={e.sides} nameOf={(side) => side} />
          <SplitBars title="By partner" rows={e.partners} nameOf={(name) => levels[name] ?? name} />
        </div>
      </div>
      {#each cautionsOf(e) as caution (caution)}<p class="care small"><strong>Mind:</strong> {caution}</p>{/each}
    {/snippet}
  </Loaded>
  <h3>The moments</h3>
  <Loaded promise={contests} waiting="Fetching the moments…">
    {#snippet children(page)}
      <Contests contests={page.items} />
      {#if page.total > page.items.length}
        <button class="btn preset-outlined-surface-600-400" onclick={() => (size = Math.min(200, size + 60))}
          >Show more of {page.total}</button
        >
      {/if}
    {/snippet}
  </Loaded>
</div>

<style>
  .evidence {
    margin: 0.6rem 0 0.6rem 2rem;
    display: flex;
    flex-direction: column;
    gap: 1rem;
  }
  .pair {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 24rem), 1fr));
    gap: 1.5rem;
    align-items: start;
    margin-bottom: 1rem;
  }
  .stack {
    display: flex;
    flex-direction: column;
    gap: 0.9rem;
  }
  section h3 {
    font-family: var(--typo-base--font-family);
    font-size: 1rem;
    font-weight: 650;
    margin-bottom: 0.2rem;
  }
  .ways li {
    display: flex;
    justify-content: space-between;
    gap: 1rem;
    padding: 0.15rem 0;
    border-bottom: 1px dotted var(--line);
  }
  .care {
    border-left: 4px solid var(--wood-edge);
    padding-left: 0.7rem;
  }
  .btn {
    align-self: flex-start;
  }
  @media (max-width: 720px) {
    .evidence {
      margin-left: 0;
    }
  }
</style>
