<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import type { Asked } from '../../lib/log/judged.ts';
  import type { Objective, SpotAnswer } from '../../lib/api/types.ts';
  import { gainWords, lossSentence, winSentence, worst, figure } from '../../lib/text/words.ts';
  import Evidence from './Evidence.svelte';
  import { gainBar } from './gain-bar.ts';

  interface Props {
    spot: SpotAnswer;
    nth: number;
    kind: 'spots' | 'levers' | 'heartwood';
    objective: Objective;
    /** The largest gain of the list, for one scale over all rows. */
    most: number;
    open: boolean;
    asked: Asked;
    ontoggle: () => void;
  }
  const { spot, nth, kind, objective, most, open, asked, ontoggle }: Props = $props();

  const beater = $derived(worst(spot.evidence.theirs));
  const best = $derived(worst(spot.evidence.mine));
  const bar = $derived(gainBar(spot.gain, spot.gainLow, spot.gainHigh, most));
  const scaleEnd = $derived(
    objective === 'points' ? `${figure(most, 1)} points a roll` : `a tap in ${Math.max(1, Math.round(1 / most))} rolls`,
  );
  const id = $derived(`spot-${spot.position}-${spot.role}`);
</script>

<article class:open>
  <h2>
    <button aria-expanded={open} aria-controls="{id}-evidence" onclick={ontoggle}>
      <span class="nth">{nth}</span>
      <span class="name">{ground.spotName(spot)}</span>
      <span class="verdict">{spot.verdict}</span>
      <span class="sign" aria-hidden="true">{open ? '–' : '+'}</span>
    </button>
  </h2>
  <div class="body">
    <div>
      <p>{kind === 'heartwood' ? winSentence(spot) : lossSentence(spot)}</p>
      <p class="quiet small">
        {#if kind === 'heartwood'}
          {#if best && best.done > 0}What works best: {ground.techniqueName(best.technique).toLowerCase()} ({best.done}
            times).{/if}
          It earns {gainWords(spot.gain, objective)}.
        {:else}
          {#if beater && beater.done > 0}What costs most there: their {ground
              .techniqueName(beater.technique)
              .toLowerCase()} ({beater.done} times).{/if}
          Worth {gainWords(spot.gain, objective)}.
        {/if}
      </p>
    </div>
    <svg viewBox="0 0 200 34" width="200" height="34" role="img" aria-label={bar.says}>
      <path class="axis" d="M0 24H200M0 20V28" />
      <path class="range" d="M{bar.low} 16H{bar.high}" />
      <path class="best" d="M{bar.at} 6V26" />
      <text x="0" y="34">nothing</text>
      <text x="200" y="34" text-anchor="end">{scaleEnd}</text>
    </svg>
  </div>
  {#if open}
    <div id="{id}-evidence"><Evidence {spot} {asked} /></div>
  {/if}
</article>

<style>
  article {
    border-top: 1px solid var(--line);
    padding: 0.6rem 0;
  }
  article.open {
    border-top: 3px solid var(--mine);
  }
  h2 button {
    display: flex;
    align-items: baseline;
    gap: 0.6rem;
    width: 100%;
    min-height: 2.75rem;
    font: inherit;
    color: inherit;
    text-align: left;
    cursor: pointer;
  }
  .name {
    text-decoration: underline;
    text-decoration-color: var(--line);
    text-underline-offset: 4px;
  }
  .nth {
    color: var(--quiet);
    min-width: 1.4rem;
  }
  .verdict {
    font-family: var(--typo-base--font-family);
    font-size: 0.92rem;
    font-weight: 500;
    border: 1px solid var(--quiet);
    border-radius: 2px;
    padding: 0 0.45rem;
    white-space: nowrap;
  }
  .sign {
    margin-left: auto;
  }
  .body {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0.4rem 1.5rem;
    align-items: center;
    padding-left: 2rem;
  }
  svg {
    overflow: visible;
  }
  .axis {
    stroke: var(--quiet);
    stroke-width: 1;
  }
  .range {
    stroke: var(--wood-edge);
    stroke-width: 8;
    opacity: 0.55;
  }
  .best {
    stroke: var(--mine);
    stroke-width: 3.5;
  }
  text {
    font-size: 11px;
    fill: var(--quiet);
  }
  @media (max-width: 720px) {
    .body {
      grid-template-columns: 1fr;
      padding-left: 0;
    }
  }
</style>
