<script lang="ts">
  import { api, data } from '../../lib/api/api.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import type { Loads } from '../../lib/api/types.ts';
  import { dayWords, monthWords, plural, today, figure } from '../../lib/text/words.ts';
  import BlockHead from '../../parts/BlockHead.svelte';
  import { loadAnswer } from '../../lib/text/answers.ts';
  import Loaded from '../../parts/Loaded.svelte';
  import Notice from '../../parts/Notice.svelte';
  import { loadBars, loadMeasure } from '../../sticks/load-bars.ts';
  import Niggles from './Niggles.svelte';
  import { cautionMark, cautionWords, standingWords } from './load-words.ts';

  const most = 52;
  let tries = $state(0);
  const loads = $derived.by(() => {
    void tries;
    return data(api.GET('/api/load'));
  });
  keyHelp.keys = [];

  // A phone shows the last three months, so that the figures stay large enough to read.
  const phone = innerWidth <= 720;
  const { height } = loadMeasure;
  const width = phone ? 400 : loadMeasure.width;
  const shapeOf = (l: Loads) =>
    loadBars(
      l.weeks
        .slice(phone ? -12 : -most)
        .map((w) => ({ ...w, usualLow: w.usualLow ?? null, usualHigh: w.usualHigh ?? null })),
      monthWords,
      width,
    );
  const endOf = (week: string | undefined) =>
    week ? new Date(Date.parse(week) + 6 * 86_400_000).toISOString().slice(0, 10) : today();
  const shown = (n: number | null | undefined, digits = 0) => (n == null ? '' : figure(n, digits));
</script>

<BlockHead title="Load and niggles" path="/load" />
<Loaded promise={loads} waiting="Adding up the weeks…" again={() => tries++}>
  {#snippet children(l: Loads)}
    {#if l.weeks.length === 0}
      <div class="card preset-filled-surface-100-900">
        <h2>Nothing to add up yet</h2>
        <p>
          Note the effort and the minutes of a session, and its week stands here. <a class="anchor" href="#/log"
            >Log a session</a
          >.
        </p>
      </div>
    {:else}
      {@const shape = shapeOf(l)}
      {@const last = l.weeks.at(-1)!}
      <p class="first">{loadAnswer(l.weeks, standingWords)}</p>
      <p class="quiet lead">
        What each week asked of you: the effort you noted, 0 to 10, times the minutes, added up over the week. Behind
        the posts lies your usual range, the middle half of the eight weeks before. A figure, not a verdict: coach and
        clinician come first, and pain that stays is theirs to see.
      </p>
      {#if cautionWords(last)}<Notice kind="care">{cautionWords(last)}</Notice>{/if}
      <svg
        viewBox="0 0 {width} {height}"
        role="img"
        aria-label="Load by week. The last, of {dayWords(last.week)}: {shown(last.load)}, {standingWords(last)}."
      >
        <path class="band" d={shape.band} />
        {#each shape.lines as line (line.label)}
          <path class="axis" d="M{loadMeasure.left} {line.y}H{width - loadMeasure.right}" />
          <text x={loadMeasure.left - 8} y={line.y + 4} text-anchor="end">{line.label}</text>
        {/each}
        {#each shape.bars as bar (bar.week)}
          <rect class="post" x={bar.x} y={bar.y} width={bar.width} height={bar.height} />
        {/each}
        {#each shape.ticks as tick (tick.x)}<text x={tick.x} y={height - 7} text-anchor="middle">{tick.label}</text
          >{/each}
      </svg>
      <div class="scroll">
        <table class="table">
          <thead>
            <tr>
              <th scope="col">week of</th>
              <th scope="col">load</th>
              <th scope="col" class="word">beside the usual</th>
              <th scope="col" class="wide">usual range</th>
              <th scope="col" class="wide">monotony</th>
              <th scope="col" class="wide">strain</th>
              <th scope="col">sessions</th>
            </tr>
          </thead>
          <tbody>
            {#each [...l.weeks].reverse().slice(0, most) as w (w.week)}
              <tr>
                <th scope="row" class="week">{dayWords(w.week)}</th>
                <td>{shown(w.load)}</td>
                <td class="word">{standingWords(w)}{w.caution ? `; ${cautionMark[w.caution]}` : ''}</td>
                <td class="wide">{w.usualLow == null ? '' : `${shown(w.usualLow)} to ${shown(w.usualHigh)}`}</td>
                <td class="wide">{shown(w.monotony, 1)}</td>
                <td class="wide">{shown(w.strain)}</td>
                <td>
                  <span class="sessions">
                    {#each w.sessions as id, i (id)}
                      <a
                        class="anchor"
                        href="#/log/{encodeURIComponent(id)}"
                        aria-label="Session {i + 1} of the week of {dayWords(w.week)}">{i + 1}</a
                      >
                    {:else}–{/each}
                  </span>
                  {#if w.untold > 0}<span class="quiet small"
                      >({plural(w.untold, 'session')} without effort or minutes)</span
                    >{/if}
                </td>
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
      <p class="quiet small">
        Monotony: the mean day over how much days differ, days of rest counted; strain: load times monotony.
      </p>
    {/if}
    <Niggles from={l.weeks.slice(phone ? -12 : -most)[0]?.week ?? today()} to={endOf(l.weeks.at(-1)?.week)} {width} />
  {/snippet}
</Loaded>

<style>
  .lead {
    max-width: 58rem;
    margin: 0.4rem 0 0.8rem;
  }
  svg {
    width: 100%;
    height: auto;
    margin: 0.4rem 0 0.8rem;
  }
  .band {
    fill: var(--wood-edge);
    opacity: 0.2;
  }
  .axis {
    stroke: var(--line);
    stroke-width: 1;
  }
  .post {
    fill: var(--wood);
    stroke: var(--wood-edge);
    stroke-width: 1.5;
  }
  text {
    font-size: 13px;
    fill: var(--quiet);
  }
  td.word,
  th.word {
    padding-left: 1.2rem;
  }
  td a {
    display: inline-block;
    padding: 0.15rem 0.35rem;
  }
  .week,
  .sessions {
    white-space: nowrap;
  }
  .scroll {
    overflow-x: auto;
  }
  @media (max-width: 720px) {
    .wide {
      display: none;
    }
  }
</style>
