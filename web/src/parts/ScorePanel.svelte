<script lang="ts">
  import { ground } from '../lib/log/ground.svelte.ts';
  import { agrees, boardWords, broughtWords, eventName, leadWords, resultWords } from '../lib/log/match.ts';
  import type { Score, ToldResult } from '../lib/api/types.ts';
  import { clockWords } from '../lib/text/words.ts';
  import PegLine from '../sticks/PegLine.svelte';
  import Fold from './Fold.svelte';
  import Notice from './Notice.svelte';

  interface Props {
    score: Score;
    them: string;
    told?: ToldResult | null;
    /** Sets whether what a moment reached was kept; the index is the score's own. */
    onheld?: (moment: number, held: boolean) => void;
    onpick?: (moment: number) => void;
  }
  const { score, them, told = null, onheld, onpick }: Props = $props();

  const assumed = (moment: number) => score.asked.some((a) => a.moment === moment && a.hold);
  /** What hangs on a hold: everything that was reached, kept or not. */
  const reached = (event: string) => event !== 'penalty' && event !== 'guard-pull' && !event.startsWith('near-');
  const questions = $derived(score.asked.filter((a) => !a.hold));
</script>

<section aria-label="Score">
  <p class="board">
    <span class="mine"><strong>You</strong> {boardWords(score.me)}</span>
    <span><strong>{them}</strong> {boardWords(score.them)}</span>
  </p>
  <p class="result">
    <strong>{resultWords(score.result)}.</strong>
    {score.result.why}
    <span class="quiet small">Rules: {score.rulesetName}{score.length ? `, ${clockWords(score.length)}` : ''}.</span>
  </p>
  {#if told && !agrees(told, score)}
    <Notice kind="care"
      >Announced was: {resultWords(told).toLowerCase()}. What is told here makes it: {resultWords(
        score.result,
      ).toLowerCase()}. A hold or a near miss may be missing; what was announced stands.</Notice
    >
  {:else if told && score.result.by === 'decision'}
    <p>Announced was: {resultWords(told).toLowerCase()}.</p>
  {/if}
  <PegLine {score} />
  {#if score.line.length > 0}
    <ol class="lines" aria-label="Line by line">
      {#each score.line as line, i (i)}
        <li class:mine={line.actor === 'me'}>
          <span class="when quiet">{clockWords(line.clock)}</span>
          <span class="what">
            <span class="who">{line.actor === 'me' ? 'You' : them}:</span>
            {#if onpick}<button class="link" onclick={() => onpick(line.moment)}>{eventName(line.event)}</button
              >{:else}{eventName(line.event)}{/if}
            <strong>{broughtWords(line)}</strong>
            <span class="quiet small why">{line.why}{assumed(line.moment) ? ' (assumed)' : ''}</span>
          </span>
          <span class="sum">{line.score.me.points} : {line.score.them.points}</span>
          {#if onheld && reached(line.event) && i === score.line.findIndex((l) => l.moment === line.moment)}
            {@const kept = line.points !== 0}
            <button
              class="chip preset-outlined-surface-600-400"
              onclick={() => onheld(line.moment, !kept)}
              aria-label="{eventName(line.event)} {kept ? 'was not held' : 'was held'}"
              >{kept ? 'not held' : 'held'}</button
            >
          {/if}
        </li>
      {/each}
    </ol>
  {:else}
    <p class="quiet">Nothing scored.</p>
  {/if}
  {#each score.barred as bar (`${bar.moment}`)}
    <Notice kind="care">{ground.techniqueName(bar.technique)}: {bar.why}</Notice>
  {/each}
  {#if questions.length > 0}
    <ul class="asked">
      {#each questions as q, i (i)}<li class="small">{q.what}</li>{/each}
    </ul>
  {/if}
  {#if score.lead.length > 0}
    <Fold says="What the lead asked for, stretch by stretch">
      <ul class="leads">
        {#each score.lead as lead, i (i)}<li>{leadWords(lead, them)}</li>{/each}
      </ul>
    </Fold>
  {/if}
  {#if score.unscored.length > 0}
    <Fold says="What scored nothing, and why">
      <ul class="leads">
        {#each score.unscored as u, i (i)}<li><strong>{eventName(u.what)}</strong>: {u.why}</li>{/each}
      </ul>
    </Fold>
  {/if}
</section>

<style>
  section {
    display: flex;
    flex-direction: column;
    gap: 0.5rem;
  }
  .board {
    display: flex;
    flex-wrap: wrap;
    gap: 0.2rem 1.6rem;
    font-size: 1.15rem;
  }
  .lines li {
    display: grid;
    grid-template-columns: 3rem minmax(0, 1fr) auto 6rem;
    gap: 0.2rem 0.7rem;
    align-items: center;
    padding: 0.25rem 0;
    border-bottom: 1px dotted var(--line);
    min-height: 2.4rem;
  }
  .who {
    font-weight: 600;
  }
  .mine .who,
  .board .mine strong {
    color: var(--mine);
  }
  .why {
    display: block;
  }
  .sum {
    font-variant-numeric: tabular-nums;
    font-weight: 650;
  }
  .link {
    font: inherit;
    color: inherit;
    text-decoration: underline;
    text-underline-offset: 2px;
    cursor: pointer;
    min-height: 1.6rem;
  }
  .asked {
    list-style: disc inside;
  }
  .leads li {
    padding: 0.15rem 0;
  }
  @media (max-width: 720px) {
    .lines li {
      grid-template-columns: 2.6rem minmax(0, 1fr) auto;
    }
    .what {
      grid-column: 2;
    }
    .lines .chip {
      grid-column: 2;
      justify-self: start;
    }
  }
  @media print {
    .chip {
      display: none;
    }
  }
</style>
