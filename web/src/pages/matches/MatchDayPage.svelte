<script lang="ts">
  import { onMount } from 'svelte';
  import { api, data } from '../../lib/api/api.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import { resultWords } from '../../lib/log/match.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { profile } from '../../lib/log/profile.svelte.ts';
  import { rulesets } from '../../lib/log/rulesets.svelte.ts';
  import { values } from '../../lib/log/values.svelte.ts';
  import type { Roll, Score, SessionRead } from '../../lib/api/types.ts';
  import { dayAnswer } from '../../lib/text/answers.ts';
  import { dayWords, today } from '../../lib/text/words.ts';
  import Fold from '../../parts/Fold.svelte';
  import Loaded from '../../parts/Loaded.svelte';
  import PegLine from '../../sticks/PegLine.svelte';
  import Stick from '../../sticks/Stick.svelte';
  import MatchDayForm from './MatchDayForm.svelte';

  const { params }: { params: { session: string } } = $props();

  interface Day {
    session: SessionRead;
    matches: { roll: Roll; score: Score | null }[];
  }

  let tries = $state(0);
  let editing = $state(false);
  const day = $derived.by(() => {
    void tries;
    return load(params.session);
  });
  onMount(() => {
    void partners.load();
    void profile.load();
    void rulesets.load();
    void values.load(true);
  });
  keyHelp.keys = [];

  async function load(id: string): Promise<Day> {
    const session = await data(api.GET('/api/sessions/{id}', { params: { path: { id } } }));
    const matches = await Promise.all(
      session.rolls.map(async (roll) => ({
        roll,
        score: await data(
          api.GET('/api/sessions/{session}/rolls/{roll}/score', { params: { path: { session: id, roll: roll.id } } }),
        ).catch(() => null),
      })),
    );
    return { session, matches };
  }

  const at = (s: SessionRead, r: Roll) => `#/rolls/${encodeURIComponent(s.id)}/${encodeURIComponent(r.id)}`;
</script>

<p class="quiet"><a class="anchor" href="#/matches">Matches</a> /</p>
<Loaded promise={day} waiting="Fetching the day…" again={() => tries++}>
  {#snippet children({ session, matches }: Day)}
    <div class="head">
      <h1>{session.event?.name ?? 'A day of matches'}</h1>
      <div class="acts">
        {#if session.date >= today()}<a
            class="btn preset-filled-primary-700-300"
            href="#/matches/{encodeURIComponent(session.id)}/before">Prepare</a
          >{/if}
        <a class="btn preset-outlined-surface-600-400" href="#/log/{encodeURIComponent(session.id)}">Log a match</a>
      </div>
    </div>
    <p class="first">{dayAnswer(matches.map((m) => m.roll.result ?? m.score?.result ?? null))}</p>
    <p class="quiet">
      {dayWords(session.date)}, {session.attire}, {rulesets.name(session.event?.ruleset)}
    </p>
    {#if session.aim}<p>Cue: “{session.aim}”</p>{/if}
    <Fold says="Change what is known of the day" bind:open={editing}>
      <MatchDayForm
        {session}
        ondone={() => {
          editing = false;
          tries++;
        }}
      />
    </Fold>
    <ol>
      {#each matches as { roll, score }, i (roll.id)}
        <li>
          <a href={at(session, roll)}>
            <h2>{i + 1}. {partners.name(roll.partnerId)}</h2>
            <p>{session.decided?.[roll.id] ?? (roll.result ? resultWords(roll.result) : 'Nothing told of it yet')}.</p>
            <div class="pictures">
              <Stick exchanges={roll.exchanges} height={44} />
              {#if score && score.line.length > 0}<PegLine {score} small />{/if}
            </div>
          </a>
        </li>
      {/each}
    </ol>
  {/snippet}
</Loaded>

<style>
  .head,
  .acts {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
    gap: 0.6rem;
  }
  li a {
    display: block;
    color: inherit;
    text-decoration: none;
    border-top: 1px solid var(--line);
    padding: 0.7rem 0;
  }
  li a:hover h2 {
    text-decoration: underline;
  }
  ol {
    margin-top: 0.8rem;
  }
  .pictures {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 22rem);
    gap: 1rem;
    align-items: center;
  }
  @media (max-width: 720px) {
    .pictures {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
