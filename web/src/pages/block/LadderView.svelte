<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import type { Began, Focus, Standing } from '../../lib/api/types.ts';
  import { dayWords, inTen, plural, tenthsRange } from '../../lib/text/words.ts';
  import { rungWords } from './block-words.ts';

  interface Props {
    focus: Focus;
    standing: Standing;
    title: string;
    /** How it stood before the block, as the verdict has it. */
    began: Began | null;
  }
  const { focus, standing, title, began }: Props = $props();

  const rungs = $derived([...focus.ladder].map((rung, i) => ({ rung, i })));
  const technique = (id: string | null | undefined) => (id ? ground.techniqueName(id) : '');
  const step = $derived(standing.steps.at(-1));
</script>

<section aria-label="Ladder: {title}">
  <h3>{title}</h3>
  {#if began}
    <p class="quiet small">
      It began at: better off {inTen(began.rate.rate)} (could be {tenthsRange(began.rate.low, began.rate.high)}
      in 10; {began.won} won, {began.lost} lost).
    </p>
  {/if}
  <ol class="pole">
    {#each rungs as { rung, i } (i)}
      <li
        class:here={i === standing.rung}
        class:passed={i < standing.rung}
        aria-current={i === standing.rung ? 'step' : undefined}
      >
        <svg viewBox="0 0 40 26" width="40" height="26" aria-hidden="true">
          {#if i < standing.rung}<path class="cut" d="M14 6L22 13L14 20" />{/if}
          {#if i === standing.rung}<path class="now" d="M6 13H34" />{/if}
          {#if i > standing.rung}<path class="scratch" d="M17 13H23" />{/if}
        </svg>
        <span
          >{rungWords(rung, ground.spotName(rung.start), technique(rung.technique))}
          {#if i === standing.rung}<span class="quiet small"
              >{standing.good === 1
                ? 'you are here; good once'
                : standing.poor === 1
                  ? 'you are here; hard once'
                  : 'you are here'}</span
            >{:else if i < standing.rung}<span class="quiet small">passed</span>{/if}</span
        >
      </li>
    {/each}
  </ol>
  <p class="quiet small">
    {#if step}Last step: {step.to > step.from ? 'up' : 'down'} after {dayWords(step.date)}.{:else}No step yet.{/if}
    Up after two evenings with six goes of ten kept or more, down after two with fewer than three; {plural(
      4,
      'go',
      'goes',
    )} an evening at the least.
  </p>
</section>

<style>
  li {
    position: relative;
    padding: 0.15rem 0;
    display: flex;
    align-items: center;
    gap: 0.5rem;
  }
  /* The pole runs through all rungs, however many lines a rung has. */
  li::before {
    content: '';
    position: absolute;
    left: 14px;
    width: 12px;
    top: 0;
    bottom: 0;
    background: var(--wood);
    border-inline: 1px solid var(--wood-edge);
  }
  svg {
    flex: none;
    position: relative;
  }
  .cut {
    fill: light-dark(var(--color-surface-50), var(--color-surface-950));
    stroke: var(--mine);
    stroke-width: 2;
  }
  .now {
    stroke: var(--mine);
    stroke-width: 5;
    stroke-linecap: round;
  }
  .scratch {
    stroke: var(--wood-edge);
    stroke-width: 1.5;
  }
  .pole {
    margin: 0.3rem 0;
  }
  .here {
    font-weight: 650;
  }
  .here .quiet {
    font-weight: 400;
  }
</style>
