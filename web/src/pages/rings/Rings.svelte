<script lang="ts">
  import { router } from 'svelte-spa-router';
  import { api, data } from '../../lib/api/api.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { askedOf, objectiveName, queryOf } from '../../lib/log/judged.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import type { Block, RingWeek, Rings } from '../../lib/api/types.ts';
  import { dayWords, monthWords, plural } from '../../lib/text/words.ts';
  import JudgingHead from '../../parts/JudgingHead.svelte';
  import { ringsAnswer } from '../../lib/text/answers.ts';
  import Loaded from '../../parts/Loaded.svelte';
  import GrowthRings from '../../sticks/GrowthRings.svelte';
  import { ringsShape, shades, shadeWords, type Shade } from '../../sticks/rings.ts';

  const most = 60;
  const query = $derived(queryOf(router.querystring));
  const asked = $derived(askedOf(query));
  let tries = $state(0);
  let chosen = $state<string | null>(null);
  const rings = $derived.by(() => {
    void tries;
    return Promise.all([data(api.GET('/api/rings', { params: { query: asked } })), blocksOf()]);
  });
  keyHelp.keys = [{ keys: 'Tab', does: 'from week to week' }];

  // The blocks are an addition: without them the rings are shown all the same.
  const blocksOf = () =>
    data(api.GET('/api/blocks')).then(
      (b) => b.items,
      () => [] as Block[],
    );
  const monday = (day: string) => {
    const date = new Date(`${day}T00:00:00Z`);
    date.setUTCDate(date.getUTCDate() - ((date.getUTCDay() + 6) % 7));
    return date.toISOString().slice(0, 10);
  };
  const marks = (blocks: readonly Block[]) =>
    blocks.map((b) => ({
      id: b.id,
      from: monday(b.from),
      to: b.ends,
      label: b.focuses.map((f) => ground.spotName(f.spot)).join(' and '),
    }));

  const recent = (r: Rings) => r.weeks.slice(-most);
  const sunday = (week: string) => new Date(Date.parse(week) + 6 * 86_400_000).toISOString().slice(0, 10);
  const rollsOf = (week: string) => `#/rolls?from=${week}&to=${sunday(week)}`;
  const says = (weeks: readonly RingWeek[], tones: Shade[], week: string) => {
    const i = weeks.findIndex((w) => w.week === week);
    return `Week of ${dayWords(week)}: ${plural(weeks[i]!.rolls, 'roll')}, ${shadeWords[tones[i]!]}`;
  };
  const legend: Shade[] = ['best', 'better', 'usual', 'worse', 'worst'];
</script>

<JudgingHead title="Growth rings" path="/rings" {query} peers={false} />

<Loaded promise={rings} waiting="Counting the rings…" again={() => tries++}>
  {#snippet children([r, blocks]: [Rings, Block[]])}
    {@const weeks = recent(r)}
    {#if weeks.length === 0}
      <div class="card preset-filled-surface-100-900 nothing">
        <h2>No rings yet</h2>
        <p>Every week with rounds adds one. Log a session, or widen the days.</p>
        <p><a class="btn preset-filled-primary-700-300" href="#/log">Log a session</a></p>
      </div>
    {:else}
      {@const tones = shades(weeks)}
      <p class="first">{ringsAnswer(weeks)}</p>
      <p class="quiet lead">
        One ring a week, the first at the heart; as thick as the week had rounds. Its shade is how the week went under
        <strong>{objectiveName[r.objective]}</strong> against what was to be expected with those same partners, so easy
        partners do not make a good week, nor strong ones a bad one.
        {r.weeks.length > most ? `The last ${most} weeks are drawn.` : ''}
      </p>
      <div class="columns">
        <div class="picture">
          <GrowthRings
            shape={ringsShape(
              weeks.map((w) => ({ ...w, result: w.result ?? null })),
              monthWords,
            )}
            {chosen}
            says={(week) => says(weeks, tones, week)}
            onchoose={(week) => (chosen = week)}
            blocks={marks(blocks)}
          />
          <ul class="legend" aria-label="What the shades mean">
            {#each legend as shade (shade)}<li><span class="patch {shade}"></span> {shadeWords[shade]}</li>{/each}
          </ul>
          {#if blocks.length}
            <p class="quiet small">
              Dotted lines: weeks of a drill block.
              {#each marks(blocks) as m (m.id)}<a class="anchor" href="#/block/{encodeURIComponent(m.id)}/verdict"
                  >{m.label}, from {dayWords(m.from)}</a
                >
              {/each}
            </p>
          {/if}
        </div>
        <div>
          <p class="read" aria-live="polite">
            {#if chosen}{says(weeks, tones, chosen)}. <a class="anchor" href={rollsOf(chosen)}>Its rolls</a>{:else}Point
              at a ring, or go to it with Tab.{/if}
          </p>
          <table class="table">
            <thead>
              <tr>
                <th scope="col">week of</th><th scope="col">rolls</th><th scope="col">contests</th><th
                  scope="col"
                  class="word">how it went</th
                >
              </tr>
            </thead>
            <tbody>
              {#each [...weeks].reverse() as w, i (w.week)}
                <tr class:on={chosen === w.week}>
                  <th scope="row"
                    >{#if w.rolls}<a class="anchor" href={rollsOf(w.week)}>{dayWords(w.week)}</a>{:else}{dayWords(
                        w.week,
                      )}{/if}</th
                  >
                  <td>{w.rolls}</td>
                  <td>{w.contests}</td>
                  <td class="word">{shadeWords[tones[weeks.length - 1 - i]!]}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        </div>
      </div>
    {/if}
  {/snippet}
</Loaded>

<style>
  .lead {
    max-width: 62rem;
    margin-bottom: 0.8rem;
  }
  .nothing {
    display: flex;
    flex-direction: column;
    gap: 0.7rem;
    max-width: 46rem;
    margin-top: 0.9rem;
  }
  .columns {
    display: grid;
    grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
    gap: 2rem;
    align-items: start;
  }
  .read {
    min-height: 3rem;
  }
  .legend {
    display: flex;
    flex-wrap: wrap;
    gap: 0.2rem 1rem;
    font-size: 0.92rem;
    color: var(--quiet);
  }
  .patch {
    display: inline-block;
    width: 1.1rem;
    height: 0.8rem;
    border: 1px solid var(--wood-edge);
  }
  .best {
    background: var(--ring-best);
  }
  .better {
    background: var(--ring-better);
  }
  .usual {
    background: var(--ring-usual);
  }
  .worse {
    background: var(--ring-worse);
  }
  .worst {
    background: var(--ring-worst);
  }
  td.word,
  th.word {
    padding-left: 1rem;
  }
  tr.on {
    background: light-dark(var(--color-primary-50), var(--color-primary-950));
  }
  @media (max-width: 720px) {
    .columns {
      grid-template-columns: 1fr;
    }
  }
</style>
