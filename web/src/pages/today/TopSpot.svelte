<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import type { SoftSpots } from '../../lib/api/types.ts';
  import { gainWords, inTen, plural, tenthsRange, worst } from '../../lib/text/words.ts';

  const { judged }: { judged: SoftSpots } = $props();
  const top = $derived(judged.spots[0]);
  const lost = $derived(top ? tenthsRange(1 - top.rateHigh, 1 - top.rateLow) : '');
  const beater = $derived(top ? worst(top.evidence.theirs) : null);
  const missing = $derived(Math.max(0, judged.enoughRolls - judged.rolls));
</script>

<section class="card preset-filled-surface-100-900" aria-labelledby="top-spot">
  <h2 id="top-spot">{judged.enough ? 'What costs you most' : 'What it looks like so far'}</h2>
  {#if !top}
    <p>
      No roll in the log says yet who left which spot better off. Build one roll moment by moment and it starts here.
    </p>
  {:else}
    <p class="say">
      <strong>{ground.spotName(top)}</strong>: you leave it worse off {inTen(1 - top.rate)}
      ({plural(top.won + top.lost, 'contest')}; could be {lost} in 10){#if beater && beater.done > 0}, most often to the {ground
          .techniqueName(beater.technique)
          .toLowerCase()}{/if}.
    </p>
    <p class="quiet">
      {#if judged.enough}
        Winning back part of that is worth {gainWords(top.gain, judged.objective)}. This is {top.verdict === 'clear'
          ? 'clear from the log'
          : top.verdict}.
      {:else}
        This is thin: {missing > 0 ? `about ${plural(missing, 'more roll')}` : 'more rolls with moments'} before it is worth
        acting on.
      {/if}
      <a class="anchor" href="#/soft-spots/{top.position}/{top.role}">See the moments</a>
    </p>
  {/if}
</section>

<style>
  .say {
    font-size: 1.15rem;
    margin: 0.4rem 0;
  }
</style>
