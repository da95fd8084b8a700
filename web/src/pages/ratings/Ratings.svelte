<script lang="ts">
  import { router } from 'svelte-spa-router';
  import { api, data, send, sentences } from '../../lib/api/api.ts';
  import { queryOf } from '../../lib/log/judged.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import type { PartStanding, Ratings } from '../../lib/api/types.ts';
  import { dayWords, plural, today } from '../../lib/text/words.ts';
  import JudgingHead from '../../parts/JudgingHead.svelte';
  import { ratingsAnswer } from '../../lib/text/answers.ts';
  import Loaded from '../../parts/Loaded.svelte';
  import Notice from '../../parts/Notice.svelte';
  import { gapWords, rankWords } from './gap-words.ts';
  import Scale from '../../parts/Scale.svelte';

  const query = $derived(queryOf(router.querystring));
  let shown = $state(data(api.GET('/api/self-ratings')));
  let scores = $state<Record<string, number>>({});
  let faults = $state<string[]>([]);
  let saved = $state('');
  keyHelp.keys = [];

  const scoreOf = (p: PartStanding) => scores[p.part.id] ?? p.rated ?? null;
  const lastDay = (r: Ratings) =>
    r.ratings
      .map((x) => x.date)
      .sort()
      .at(-1);
  const known = (r: Ratings) => r.parts.filter((p) => p.rank != null).length;

  async function save() {
    faults = [];
    try {
      const ratings = Object.entries(scores).map(([part, score]) => ({ date: today(), part, score }));
      const { value } = await send<Ratings>('POST', '/api/self-ratings', { ratings });
      shown = Promise.resolve(value);
      scores = {};
      saved = 'Kept.';
    } catch (fault) {
      faults = sentences(fault);
    }
  }
</script>

<JudgingHead title="My own ratings" path="/ratings" {query} controls={false} />
<Loaded promise={shown} waiting="Comparing with the log…" again={() => (shown = data(api.GET('/api/self-ratings')))}>
  {#snippet children(r: Ratings)}
    <p class="first">{ratingsAnswer(r)}</p>
    <p class="quiet lead">
      Rate the parts of your game, 0 to 10, as you see them today. Beside it stands where the log puts each among your
      own parts, partners adjusted for. Only the order is compared, so a modest or a generous hand loses nothing.
    </p>
    <form
      onsubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <ul>
        {#each r.parts as p (p.part.id)}
          <li>
            <span class="name"><strong>{p.part.name}</strong> <span class="quiet small">{p.part.says}</span></span>
            <span class="rate">
              <Scale
                label={p.part.name}
                min={0}
                max={10}
                step={0.5}
                value={scoreOf(p) ?? 5}
                says={scoreOf(p) === null ? 'not rated' : `${scoreOf(p)} of 10`}
                onchange={(score) => {
                  scores[p.part.id] = score;
                  saved = '';
                }}
              />
              <span class="score" aria-hidden="true">{scoreOf(p) ?? '–'}</span>
            </span>
            <span class="log">{rankWords(p, known(r))}</span>
            <span class="gap small quiet">{gapWords(p)}</span>
          </li>
        {/each}
      </ul>
      {#each faults as fault, i (i)}<Notice kind="fault">{fault}</Notice>{/each}
      <p class="save">
        <button class="btn preset-filled-primary-700-300" disabled={Object.keys(scores).length === 0}
          >Keep today's ratings</button
        >
        <span role="status">{saved}</span>
        {#if lastDay(r)}<span class="quiet small"
            >{plural(r.ratings.length, 'rating')} kept, last {dayWords(lastDay(r)!)}.</span
          >{/if}
      </p>
    </form>
  {/snippet}
</Loaded>

<style>
  .lead {
    max-width: 52rem;
    margin: 0.4rem 0 0.6rem;
  }
  li {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 13rem), 1fr));
    gap: 0.3rem 1.2rem;
    align-items: center;
    padding: 0.45rem 0;
    border-bottom: 1px dotted var(--line);
  }
  .name {
    display: flex;
    flex-direction: column;
  }
  .rate {
    display: flex;
    gap: 0.7rem;
    align-items: center;
  }
  .score {
    min-width: 2rem;
    font-weight: 650;
    text-align: right;
  }
  .save {
    display: flex;
    flex-wrap: wrap;
    gap: 1rem;
    align-items: center;
    margin-top: 1rem;
  }
</style>
