<script lang="ts">
  import { push } from 'svelte-spa-router';
  import { api, data } from '../../lib/api/api.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import { resultWords, scoreShort } from '../../lib/log/match.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { profile } from '../../lib/log/profile.svelte.ts';
  import { rulesets } from '../../lib/log/rulesets.svelte.ts';
  import type { MatchDay } from '../../lib/api/types.ts';
  import { matchesAnswer } from '../../lib/text/answers.ts';
  import { showWeight } from '../../lib/text/units.ts';
  import { dayWords, plural, today } from '../../lib/text/words.ts';
  import Fold from '../../parts/Fold.svelte';
  import Loaded from '../../parts/Loaded.svelte';
  import RollViews from '../../parts/RollViews.svelte';
  import MatchDayForm from './MatchDayForm.svelte';

  let tries = $state(0);
  let adding = $state(false);
  const days = $derived.by(() => {
    void tries;
    // Names of people and rules come with the list, so that nothing moves afterwards.
    const names = Promise.all([partners.load(), profile.load(), rulesets.load()]);
    return data(api.GET('/api/matches', { params: { query: { size: '100' } } })).then((list) => names.then(() => list));
  });
  keyHelp.keys = [];

  const at = (d: MatchDay) => `#/matches/${encodeURIComponent(d.session)}`;
  const about = (d: MatchDay) =>
    [
      d.attire,
      rulesets.name(d.event?.ruleset),
      d.event?.belt ? `${d.event.belt} belts` : '',
      d.event?.limitKg ? `up to ${showWeight(d.event.limitKg, profile.units)}` : '',
    ]
      .filter(Boolean)
      .join(', ');
  const daysTo = (date: string) => Math.round((Date.parse(date) - Date.parse(today())) / 86_400_000);
  const when = (date: string) => (daysTo(date) > 0 ? `in ${plural(daysTo(date), 'day')}` : 'today');
</script>

<div class="head">
  <h1>Matches</h1>
  <RollViews view="matches" />
</div>
<Loaded promise={days} waiting="Fetching the matches…" again={() => tries++}>
  {#snippet children(list)}
    <p class="first">{matchesAnswer(list.items)}</p>
    <p><a class="anchor" href="#/matches/rules">Rules, and rules of my own</a></p>
    <Fold says="Add a coming day of matches" bind:open={adding}>
      <MatchDayForm ondone={(id) => void push(`/matches/${encodeURIComponent(id)}/before`)} />
    </Fold>
    <ul>
      {#each list.items as d (d.session)}
        <li class="card preset-filled-surface-100-900">
          <div class="line">
            <h2><a class="anchor" href={at(d)}>{d.event?.name ?? 'A day of matches'}</a></h2>
            <span class="quiet">{dayWords(d.date)}{d.coming ? `, ${when(d.date)}` : ''}</span>
          </div>
          <p class="quiet">{about(d)}</p>
          {#if d.coming}
            {#if d.event?.opponentId}<p>Expected: {partners.name(d.event.opponentId)}, or somebody like them.</p>{/if}
            <a class="btn preset-filled-primary-700-300" href="{at(d)}/before">Prepare</a>
          {:else}
            <ol class="path">
              {#each d.matches as m, i (m.roll)}
                <li>
                  <a href="#/rolls/{encodeURIComponent(d.session)}/{encodeURIComponent(m.roll)}">
                    <span class="quiet small">Match {i + 1}</span>
                    <strong>{partners.name(m.partnerId)}</strong>
                    <span
                      >{m.told ? resultWords(m.told) : m.score ? resultWords(m.score.result) : 'not told'}{m.score
                        ? `, ${scoreShort(m.score.me, m.score.them)}`
                        : ''}</span
                    >
                  </a>
                </li>
              {:else}
                <li class="quiet">
                  Nothing is logged of it. <a class="anchor" href="#/log/{encodeURIComponent(d.session)}"
                    >Log its matches</a
                  >
                </li>
              {/each}
            </ol>
          {/if}
        </li>
      {/each}
    </ul>
  {/snippet}
</Loaded>

<style>
  .head,
  .line {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
    gap: 0.4rem 1rem;
  }
  .head {
    margin-bottom: 0.6rem;
  }
  ul > li {
    margin-top: 0.8rem;
  }
  .btn {
    margin-top: 0.6rem;
  }
  .path {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(100%, 16rem), 1fr));
    gap: 0.6rem;
    margin-top: 0.5rem;
  }
  .path a {
    display: flex;
    flex-direction: column;
    color: inherit;
    text-decoration: none;
    border-left: 4px solid var(--wood-edge);
    padding: 0.2rem 0.7rem;
    min-height: var(--touch);
  }
  .path a:hover strong {
    text-decoration: underline;
  }
</style>
