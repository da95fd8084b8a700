<script lang="ts">
  import { api, data } from '../../lib/api.ts';
  import { ground } from '../../lib/ground.svelte.ts';
  import type { Contest, SpotAnswer } from '../../lib/types.ts';
  import { dayWords, plural } from '../../lib/words.ts';
  import Loaded from '../../parts/Loaded.svelte';
  import NotchMark from '../../parts/NotchMark.svelte';
  import TechniqueTable from './TechniqueTable.svelte';

  interface Props {
    spot: SpotAnswer;
    asked: Record<string, string | undefined>;
  }
  const { spot, asked }: Props = $props();

  let size = $state(20);
  const contests = $derived(
    data(
      api.GET('/api/soft-spots/{position}/{role}/contests', {
        params: { path: { position: spot.position, role: spot.role }, query: { ...asked, size: String(size) } },
      }),
    ),
  );
  const address = (c: Contest) =>
    `#/rolls/${encodeURIComponent(c.place.session)}/${encodeURIComponent(c.place.roll)}?at=${c.place.exchange}.${c.place.moment ?? -1}`;
  const ends = { won: 'won', lost: 'lost', held: 'held' };
</script>

<div class="evidence">
  <div class="tables">
    <TechniqueTable title="What they try here" rows={spot.evidence.theirs} mine={false} />
    <TechniqueTable title="What I try here" rows={spot.evidence.mine} mine={true} />
  </div>
  <p class="quiet small">
    {plural(spot.visits, 'visit')}; {spot.won} won, {spot.lost} lost, {spot.evidence.held} tries stopped{spot.evidence
      .unsure > 0
      ? `; ${spot.evidence.unsure} of these half remembered`
      : ''}.
  </p>
  <h3>The moments</h3>
  <Loaded promise={contests} waiting="Fetching the moments…">
    {#snippet children(page)}
      <ul>
        {#each page.items as c, i (i)}
          <li>
            <a href={address(c)}>
              <NotchMark mine={c.actor === 'me'} scratch={c.end === 'held'} />
              <span class="day">{dayWords(c.date)}</span>
              <span>
                {c.partnerName ?? 'somebody'}: {c.actor === 'me' ? 'my' : 'their'}
                {c.technique ? ground.techniqueName(c.technique).toLowerCase() : 'tap'}{c.side ? `, ${c.side}` : ''},
                <strong>{ends[c.end]}</strong>{c.finished ? ' by a tap' : c.next ? ` → ${ground.spotName(c.next)}` : ''}
                {#if c.reasons.length}<span class="quiet small"
                    >({c.reasons.map((r) => ground.reasonSays(r)).join('; ')})</span
                  >{/if}
              </span>
            </a>
          </li>
        {/each}
      </ul>
      {#if page.total > page.items.length}
        <button class="act" onclick={() => (size = Math.min(200, size + 60))}>Show more of {page.total}</button>
      {/if}
    {/snippet}
  </Loaded>
</div>

<style>
  .evidence {
    margin: 0.6rem 0 0.6rem 2rem;
  }
  .tables {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 1.5rem;
    margin-bottom: 0.6rem;
  }
  h3 {
    margin-top: 0.8rem;
  }
  li a {
    display: flex;
    align-items: baseline;
    gap: 0.6rem;
    padding: 0.35rem 0;
    color: inherit;
    text-decoration: none;
    border-bottom: 1px dotted var(--line);
  }
  li a:hover {
    background: var(--card);
  }
  li a :global(svg) {
    flex: none;
  }
  .day {
    white-space: nowrap;
    color: var(--quiet);
    min-width: 6rem;
  }
  .act {
    margin-top: 0.6rem;
  }
  @media (max-width: 720px) {
    .evidence {
      margin-left: 0;
    }
    .tables {
      grid-template-columns: 1fr;
    }
    .day {
      min-width: 0;
    }
  }
</style>
