<script lang="ts">
  import { onMount } from 'svelte';
  import { api, ApiFault, data } from '../../lib/api/api.ts';
  import { keep, kept } from '../../lib/draft/device.ts';
  import { keyHelp, typing } from '../../lib/keys.svelte.ts';
  import { logDraft } from '../../lib/draft/log-draft.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import type { DrillCard, PlannedSession } from '../../lib/api/types.ts';
  import { dayWords, today } from '../../lib/text/words.ts';
  import BlockHead from '../../parts/BlockHead.svelte';
  import Loaded from '../../parts/Loaded.svelte';
  import Notice from '../../parts/Notice.svelte';
  import { kindWords } from '../block/block-words.ts';
  import SaveMark from '../log/SaveMark.svelte';
  import GoCard from './GoCard.svelte';
  import { runningOn, sessionFor, type Evening } from './tonight.ts';
  import Fold from '../../parts/Fold.svelte';

  const day = today();
  let tries = $state(0);
  let at = $state(0);
  let here = $state<string[]>([]);
  let away = $state(false);
  keyHelp.keys = [
    { keys: 'k', does: 'the go was kept' },
    { keys: 'n', does: 'it was not' },
    { keys: 'z', does: 'take the last go back' },
    { keys: '←, →', does: 'the card before, the card after' },
  ];

  onMount(() => {
    void partners.load();
    // Goes that were counted before a reload stand here again.
    void logDraft.resume().catch(() => undefined);
  });

  async function fetchEvening(present: string[]): Promise<Evening> {
    const [blocks, refreshers] = await Promise.all([
      data(api.GET('/api/blocks')),
      data(api.GET('/api/refreshers', { params: { query: { today: day } } })),
    ]);
    const block = runningOn(blocks.items, day) ?? blocks.items.find((b) => !b.ended && b.from > day);
    const query = { today: day, ...(present.length ? { here: present.join(',') } : {}) };
    const plan = block
      ? await data(api.GET('/api/blocks/{id}/plan', { params: { path: { id: block.id }, query } }))
      : null;
    const evening = { day, plan, refreshers };
    await keep('evening', evening);
    return evening;
  }

  async function load(present: string[]): Promise<Evening> {
    try {
      const evening = await fetchEvening(present);
      away = false;
      return evening;
    } catch (fault) {
      const last = await kept<Evening>('evening');
      if (!(fault instanceof ApiFault && fault.unreached) || !last) throw fault;
      away = true;
      return last;
    }
  }

  const evening = $derived.by(() => {
    void tries;
    return load(here);
  });
  const cardsOf = (e: Evening, session: PlannedSession | undefined): DrillCard[] =>
    session?.cards ?? e.refreshers?.cards ?? [];
  let count = 0;
  $effect(() => {
    void evening.then((e) => (count = cardsOf(e, sessionFor(e.plan, day)).length)).catch(() => undefined);
  });
  function onkeydown(event: KeyboardEvent) {
    if (typing(event)) return;
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (by !== 0) at = Math.max(0, Math.min(count - 1, at + by));
  }
</script>

<svelte:window {onkeydown} />

<BlockHead title="Tonight" path="/tonight" />
<Loaded promise={evening} waiting="Laying out the cards…" again={() => tries++}>
  {#snippet children(e: Evening)}
    {@const session = sessionFor(e.plan, day)}
    {@const cards = cardsOf(e, session)}
    {#if away}
      <Notice
        >No signal: these are the cards this device kept{e.day === day ? '' : ` on ${dayWords(e.day)}`}. Goes are kept
        here and go up by themselves.</Notice
      >
    {/if}
    {#if cards.length === 0}
      <div class="card preset-filled-surface-100-900 nothing">
        <h2>{session ? 'Nothing to drill tonight' : 'Nothing is planned'}</h2>
        {#each session?.leftOut ?? [] as left, i (i)}<p><strong>Left out:</strong> {left.what}: {left.why}.</p>{/each}
        {#each session?.cautions ?? [] as c (c.id)}<p class="quiet">{c.says}</p>{/each}
        {#if session === undefined && e.plan}
          <p>The block has no session left. <a class="anchor" href="#/block">See how it went</a>.</p>
        {:else if !session}
          <p>No block is running, and no refresher is due.</p>
          <p><a class="btn preset-filled-primary-700-300" href="#/block/choose">Choose what to drill</a></p>
        {/if}
      </div>
    {:else}
      {@const n = Math.min(at, cards.length - 1)}
      {@const card = cards[n]!}
      {@const after = cards[n + 1]}
      <div class="bar">
        <p class="quiet">
          {#if session && session.date !== day}Planned for {dayWords(session.date)}; done today it counts all the same.
          {:else if !session}Refreshers that are due.{:else}Card {n + 1} of {cards.length}{/if}
        </p>
        <SaveMark />
      </div>
      <nav aria-label="Cards" class="cards">
        {#each cards as c, i (c.id)}
          <button
            class="btn preset-outlined-surface-600-400"
            aria-current={i === n ? 'true' : undefined}
            onclick={() => (at = i)}>{kindWords[c.kind]}</button
          >
        {/each}
      </nav>
      {#each logDraft.faults as fault (fault)}<Notice kind="fault">{fault}</Notice>{/each}
      {#key card.id}
        <GoCard
          {card}
          {day}
          nextCue={after ? `${kindWords[after.kind].toLowerCase()}, ${after.cue ?? after.title}` : null}
        />
      {/key}
      {#each session?.leftOut ?? [] as left, i (i)}
        <p class="small"><strong>Left out:</strong> {left.what}: {left.why}.</p>
      {/each}
      {#each session?.cautions ?? [] as c (c.id)}<p class="small quiet">{c.says}</p>{/each}
      <div class="who">
        <Fold says="Who is here? The suggestions follow.">
          <div class="people">
            {#each partners.all as p (p.id)}
              <label
                ><input
                  class="checkbox"
                  type="checkbox"
                  checked={here.includes(p.id)}
                  onchange={(ev) =>
                    (here = ev.currentTarget.checked ? [...here, p.id] : here.filter((id) => id !== p.id))}
                />
                {p.name}</label
              >
            {/each}
          </div>
        </Fold>
      </div>
      <p><a class="anchor" href="#/log">To the session's log</a></p>
    {/if}
  {/snippet}
</Loaded>

<style>
  .bar {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    gap: 0.5rem;
    margin: 0.2rem 0 0.5rem;
  }
  .cards {
    display: flex;
    flex-wrap: wrap;
    gap: 0.4rem;
    margin-bottom: 0.8rem;
  }
  .nothing {
    display: flex;
    flex-direction: column;
    gap: 0.7rem;
    max-width: 40rem;
  }
  .who {
    margin: 0.8rem 0;
  }
  .people {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(9rem, 1fr));
  }
  .people label {
    display: flex;
    align-items: center;
    gap: 0.5rem;
    min-height: 2.75rem;
  }
</style>
