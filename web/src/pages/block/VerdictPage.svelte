<script lang="ts">
  import { api, data } from '../../lib/api/api.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import type { Stretch, Verdicts } from '../../lib/api/types.ts';
  import { dayWords, plural } from '../../lib/text/words.ts';
  import BlockHead from '../../parts/BlockHead.svelte';
  import Behind from '../../parts/Behind.svelte';
  import Loaded from '../../parts/Loaded.svelte';
  import StepBand from '../../sticks/StepBand.svelte';
  import { unseen, verdictHeading, verdictNote, whyRatesDiffer } from './block-words.ts';

  const { params }: { params: { id: string } } = $props();

  let tries = $state(0);
  const verdicts = $derived.by(() => {
    void tries;
    return data(api.GET('/api/blocks/{id}/verdict', { params: { path: { id: params.id } } }));
  });
  keyHelp.keys = [];

  const counts = (s: Stretch) =>
    [
      `${plural(s.won + s.lost, 'contest')} in ${plural(s.rolls, 'roll')}: ${s.won} won, ${s.lost} lost`,
      s.goes ? `${plural(s.goes, 'go', 'goes')} from the spot, ${s.goesKept} kept` : '',
    ]
      .filter(Boolean)
      .join('; ');
</script>

<BlockHead title="Did it hold?" path="/block/verdict" />
<Loaded promise={verdicts} waiting="Weighing before and after…" again={() => tries++}>
  {#snippet children(v: Verdicts)}
    <p class="quiet">
      <a class="anchor" href="#/block/{encodeURIComponent(v.block.id)}">The block</a> from {dayWords(v.block.from)} to {dayWords(
        v.block.ends,
      )}
    </p>
    {#each v.verdicts as one (one.focus.id)}
      <article aria-label={one.title}>
        <h2>{verdictHeading(one)}</h2>
        <p class="about">{one.title}{one.focus.cue ? `. The cue was “${one.focus.cue}”` : ''}</p>
        <div class="columns">
          <div class="note">
            {#each verdictNote(one) as line (line)}<p>{line}</p>{/each}
            {#if whyRatesDiffer(one)}<p class="quiet">{whyRatesDiffer(one)}</p>{/if}
          </div>
          {#if !unseen(one.since)}<StepBand before={one.before} after={one.after} />{/if}
        </div>
        <div class="stretches">
          {#each [{ name: 'Before', s: one.earlier }, { name: 'Since', s: one.since }] as part (part.name)}
            <section aria-label={part.name}>
              <h3>{part.name}</h3>
              <p>{counts(part.s)}</p>
              <p class="quiet small">
                {part.s.rawRate == null
                  ? 'no round went through it'
                  : `counted plainly, ${Math.round(part.s.rawRate * 100)} in 100 won`}
              </p>
              {#if !unseen(part.s)}
                <Behind
                  address={part.s.contests}
                  says="From what? {plural(part.s.won + part.s.lost + part.s.goes, 'moment')}, latest first"
                />
              {/if}
            </section>
          {/each}
        </div>
        <p class="quiet small">
          The ladder stands at {one.standing.rung + 1} of {one.focus.ladder.length}: {ground.spotName(
            one.focus.ladder[one.standing.rung]?.start,
          )}.
        </p>
      </article>
    {/each}
    {#if !v.block.ended}
      <p>
        <a class="btn preset-outlined-surface-600-400" href="#/block/{encodeURIComponent(v.block.id)}"
          >Keep, change or close it on its page</a
        >
      </p>
    {/if}
  {/snippet}
</Loaded>

<style>
  article {
    margin-top: 0.9rem;
    border-top: 3px solid var(--wood-edge);
    padding-top: 0.7rem;
  }
  h2 {
    font-size: 1.7rem;
  }
  .about {
    margin: 0.2rem 0 0.8rem;
    font-size: 1.05rem;
  }
  .columns {
    display: grid;
    grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr);
    gap: 2rem;
    align-items: start;
  }
  .note {
    display: flex;
    flex-direction: column;
    gap: 0.6rem;
    max-width: 42rem;
  }
  .stretches {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(22rem, 100%), 1fr));
    gap: 1rem 2rem;
    margin: 1rem 0;
  }
  @media (max-width: 720px) {
    .columns {
      grid-template-columns: 1fr;
    }
  }
</style>
