<script lang="ts">
  import { onMount } from 'svelte';
  import { api, ApiFault, data } from '../../lib/api/api.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import type { Athlete, Block, SessionRead, SoftSpots } from '../../lib/api/types.ts';
  import { dayWords, plural, spaced, today } from '../../lib/text/words.ts';
  import Loaded from '../../parts/Loaded.svelte';
  import { runningOn } from '../tonight/tonight.ts';
  import Bundle from './Bundle.svelte';
  import TonightCard from './TonightCard.svelte';
  import TopSpot from './TopSpot.svelte';
  import WhoAreYou from './WhoAreYou.svelte';

  interface Page {
    athlete: Athlete | null;
    sessions: SessionRead[];
    total: number;
    /** Still to come, the next one first. */
    coming: SessionRead[];
    running: Block | undefined;
  }

  const day = today();
  const daysTo = (date: string) => Math.round((Date.parse(date) - Date.parse(day)) / 86_400_000);

  async function load(): Promise<Page> {
    const [athlete, sessions, blocks] = await Promise.all([
      data(api.GET('/api/athlete')).catch((fault: ApiFault) => {
        if (fault.status === 404) return null;
        throw fault;
      }),
      data(api.GET('/api/sessions', { params: { query: { size: '8' } } })),
      data(api.GET('/api/blocks')),
    ]);
    return {
      athlete,
      sessions: sessions.items.filter((s) => s.date <= day).slice(0, 6),
      coming: sessions.items.filter((s) => s.date > day).reverse(),
      total: sessions.total,
      running: runningOn(blocks.items, day),
    };
  }

  // The judgement is asked for on its own: what a person came to do must not wait for it.
  function judge(): Promise<SoftSpots> {
    const answer = data(api.GET('/api/soft-spots'));
    // A fault is said where the answer is shown; while nothing shows it, it is no complaint.
    answer.catch(() => undefined);
    return answer;
  }

  let page = $state(load());
  let judged = $state(judge());

  function again() {
    page = load();
    judged = judge();
  }
  onMount(() => void partners.load());
  keyHelp.keys = [{ keys: 'l', does: 'log a session' }];

  const latestAim = (sessions: SessionRead[]) => sessions.find((s) => s.aim);
</script>

<svelte:window
  onkeydown={(e) => {
    if (e.key === 'l' && !(e.target as HTMLElement).matches('input, select, textarea') && !e.ctrlKey && !e.metaKey)
      location.hash = '#/log';
  }}
/>

<Loaded promise={page} waiting="Looking at your log…" {again}>
  {#snippet children(p: Page)}
    {#if !p.athlete}
      <WhoAreYou ondone={again} />
    {:else}
      <div class="top">
        <div>
          <h1>{p.total === 0 ? `Welcome, ${p.athlete.name}` : 'After class'}</h1>
          {#if latestAim(p.sessions)}
            {@const last = latestAim(p.sessions)!}
            <p class="aim"><span class="quiet small">Last aim, {dayWords(last.date)}:</span> “{last.aim}”</p>
          {/if}
        </div>
        <div class="go">
          <a class="btn preset-filled-primary-700-300 log" href="#/log">Log tonight's rolls</a>
          <a class="btn preset-outlined-surface-600-400" href="#/clock">Round clock</a>
        </div>
      </div>
      {#each p.coming.slice(0, 2) as session (session.id)}
        <p class="coming">
          In {plural(daysTo(session.date), 'day')}:
          <a
            class="anchor"
            href={session.kind === 'tournament'
              ? `#/matches/${encodeURIComponent(session.id)}/before`
              : `#/log/${encodeURIComponent(session.id)}`}
            >{session.event?.name ?? spaced(session.kind)}, {session.attire}, {dayWords(session.date)}</a
          >{session.notes ? `. ${session.notes}` : ''}
        </p>
      {/each}
      {#if p.total === 0}
        <section class="card preset-filled-surface-100-900">
          <h2>Nothing cut yet</h2>
          <p>
            Log your first session: who you rolled with, and what happened, in a few taps. Every roll becomes a stick
            with notches; after some twenty rolls the log begins to say what costs you most.
          </p>
          <p>Have a logbook file already? <a class="anchor" href="#/data">Bring it in</a>.</p>
        </section>
      {:else}
        <div class="lead">
          <div class="tonight">
            {#if p.running}<TonightCard block={p.running} {day} />{/if}
          </div>
          <div class="spot">
            <Loaded promise={judged} waiting="Weighing what costs you most…" again={() => (judged = judge())}>
              {#snippet children(j: SoftSpots)}<TopSpot judged={j} />{/snippet}
            </Loaded>
          </div>
        </div>
        <h2 class="past">Last sessions</h2>
        <ul class="bundles">
          {#each p.sessions as session (session.id)}
            <li><Bundle {session} /></li>
          {/each}
        </ul>
        <p><a class="anchor" href="#/rolls">All rolls</a></p>
      {/if}
    {/if}
  {/snippet}
</Loaded>

<style>
  .top {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    justify-content: space-between;
    gap: 0.9rem;
    margin-bottom: 1rem;
  }
  .aim {
    margin-top: 0.3rem;
  }
  .log {
    min-height: 3.5rem;
    padding: 0.6rem 1.6rem;
    font-size: 1.2rem;
  }
  .coming {
    margin-bottom: 0.7rem;
  }
  .lead {
    display: grid;
    grid-template-columns: minmax(0, 2fr) minmax(0, 1fr);
    gap: 0.8rem;
    align-items: start;
  }
  .tonight {
    grid-column: 2;
    grid-row: 1;
  }
  .go {
    display: flex;
    flex-wrap: wrap;
    gap: 0.6rem;
  }
  /* Room for the judgement while it is weighed, so that the sessions below stay where they are. */
  .spot {
    min-height: 7.5rem;
  }
  .past {
    margin: 1.6rem 0 0.6rem;
  }
  .bundles {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(22rem, 100%), 1fr));
    gap: 0.9rem;
    margin-bottom: 0.8rem;
  }
  @media (max-width: 720px) {
    .lead {
      grid-template-columns: minmax(0, 1fr);
    }
    .tonight {
      grid-column: 1;
    }
    .spot {
      grid-row: 2;
      min-height: 15.5rem;
    }
    .go,
    .log {
      width: 100%;
    }
  }
</style>
