<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import type { Candidate, Objective } from '../../lib/api/types.ts';
  import { dayWords, gainRangeWords, inTen, plural, tenthsRange } from '../../lib/text/words.ts';
  import Behind from '../../parts/Behind.svelte';
  import { patienceWords } from './block-words.ts';

  interface Props {
    candidate: Candidate;
    objective: Objective;
    chosen: boolean;
    onchoose: () => void;
  }
  const { candidate: c, objective, chosen, onchoose }: Props = $props();

  const plug = $derived(c.focus.purpose === 'plug');
  const move = $derived(c.focus.technique ? ground.techniqueName(c.focus.technique).toLowerCase() : '');
  const sides = $derived(
    c.left.of + c.right.of > 0 ? `left ${c.left.good} of ${c.left.of}, right ${c.right.good} of ${c.right.of}` : '',
  );
</script>

<article class="card preset-filled-surface-100-900" class:chosen aria-label={ground.spotName(c.focus.spot)}>
  <h2>{ground.spotName(c.focus.spot)}</h2>
  <p class="what">
    {#if move}{plug ? `stop their ${move}` : `build your ${move}`}{:else}{plug
        ? 'stop what comes'
        : 'build on what is there'}{/if}
    <span class="verdict">{c.verdict}</span>
  </p>
  <button
    class={chosen ? 'btn preset-outlined-surface-600-400' : 'btn preset-filled-primary-700-300'}
    aria-pressed={chosen}
    onclick={onchoose}
    >{chosen ? 'Chosen' : 'Choose this'}<span class="sr-only">: {ground.spotName(c.focus.spot)}</span></button
  >
  <dl>
    <dt>How it goes</dt>
    <dd>
      better off {inTen(c.rate.rate)} against your level (could be {tenthsRange(c.rate.low, c.rate.high)}); {c.won} won, {c.lost}
      lost
    </dd>
    <dt>Worth</dt>
    <dd>{gainRangeWords(c.gain, c.gainLow, c.gainHigh, objective)}</dd>
    {#if c.technique}
      <dt>What stands out</dt>
      <dd>
        {plug ? 'their' : 'your'}
        {move}: came off {c.technique.done} of {c.technique.done + c.technique.stopped}
      </dd>
    {/if}
    {#if c.focus.reason}
      <dt>Usual reason</dt>
      <dd>{ground.reasonSays(c.focus.reason)} ({plural(c.reasonCount, 'time')})</dd>
    {/if}
    {#if sides}
      <dt>Sides</dt>
      <dd>{sides}{c.focus.thinSide ? `; the ${c.focus.thinSide} is thin` : ''}</dd>
    {/if}
    {#if c.focus.cue}
      <dt>Cue</dt>
      <dd>“{c.focus.cue}”{c.cueFrom ? ` (yours, ${dayWords(c.cueFrom.date)})` : ''}</dd>
    {/if}
    <dt>To tell</dt>
    <dd>{patienceWords(c)}</dd>
  </dl>
  {#each c.niggles as n (n.id)}
    <p class="care small">Loads your {n.part}, sore since {dayWords(n.from)}: the plan will leave out what does.</p>
  {/each}
  {#each c.cautions as caution (caution.id)}<p class="care small quiet">{caution.says}</p>{/each}
  <Behind address={c.contests} says="From what? The moments, latest first" />
  <p><a class="anchor" href="#/soft-spots/{c.focus.spot.position}/{c.focus.spot.role}">How you get there</a></p>
</article>

<style>
  article {
    display: flex;
    flex-direction: column;
    gap: 0.5rem;
  }
  article.chosen {
    border: 2px solid var(--mine);
  }
  .what {
    font-size: 1.08rem;
    font-weight: 600;
  }
  .verdict {
    font-size: 0.92rem;
    font-weight: 500;
    border: 1px solid var(--quiet);
    border-radius: 2px;
    padding: 0 0.45rem;
    white-space: nowrap;
    margin-left: 0.3rem;
  }
  dt {
    color: var(--quiet);
    font-size: 0.92rem;
  }
  dd {
    margin-bottom: 0.3rem;
  }
  .care {
    border-left: 6px double var(--wood-edge);
    padding-left: 0.6rem;
  }
</style>
