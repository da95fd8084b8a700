<script lang="ts">
  import { flushSync } from 'svelte';
  import { push } from 'svelte-spa-router';
  import { api, data, send } from '../../lib/api/api.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import type { Block, PlanAnswer, Refreshers } from '../../lib/api/types.ts';
  import { dayWords, plural, today } from '../../lib/text/words.ts';
  import { blockAnswer } from '../../lib/text/answers.ts';
  import BlockHead from '../../parts/BlockHead.svelte';
  import Loaded from '../../parts/Loaded.svelte';
  import Notice from '../../parts/Notice.svelte';
  import { styleWords } from './block-words.ts';
  import History from './History.svelte';
  import LadderView from './LadderView.svelte';
  import SessionCard from './SessionCard.svelte';
  import Fold from '../../parts/Fold.svelte';

  const { params = {} }: { params?: { id?: string } } = $props();

  interface Page {
    blocks: Block[];
    plan: PlanAnswer | null;
    refreshers: Refreshers;
  }

  let tries = $state(0);
  let fault = $state('');
  let printing = $state(false);
  const day = today();

  async function load(id: string | undefined): Promise<Page> {
    const query = { today: day };
    const [blocks, refreshers] = await Promise.all([
      data(api.GET('/api/blocks')),
      data(api.GET('/api/refreshers', { params: { query } })),
    ]);
    const shown =
      id ?? blocks.items.find((b) => !b.ended && b.ends > day)?.id ?? blocks.items.find((b) => !b.ended)?.id;
    const plan = shown
      ? await data(api.GET('/api/blocks/{id}/plan', { params: { path: { id: shown }, query } }))
      : null;
    return { blocks: blocks.items, plan, refreshers };
  }

  const page = $derived.by(() => {
    void tries;
    return load(params.id);
  });
  keyHelp.keys = [];

  const weeksOf = (p: PlanAnswer) =>
    Array.from({ length: p.block.weeks }, (_, i) => p.plan.sessions.filter((s) => s.week === i + 1));
  /** The cautions that stand on every card: on paper once for all. */
  const everyDrill = (p: PlanAnswer) => {
    const always = p.plan.sessions.flatMap((s) => s.cards).flatMap((c) => c.cautions.filter((one) => one.always));
    return always.filter((c, i) => always.findIndex((one) => one.id === c.id) === i);
  };
  const nextDate = (p: PlanAnswer) => p.plan.sessions.find((s) => s.date >= day)?.date;

  async function change(block: Block, how: Partial<Block>) {
    const { version, ends: _, ...rest } = { ...block, ...how };
    try {
      await send('PUT', `/api/blocks/${encodeURIComponent(block.id)}`, rest, { 'if-match': `"${version}"` });
      fault = '';
      tries++;
    } catch (f) {
      fault = (f as Error).message;
    }
  }

  async function bin(block: Block) {
    try {
      await send('DELETE', `/api/blocks/${encodeURIComponent(block.id)}`);
      await push('/block');
      tries++;
    } catch (f) {
      fault = (f as Error).message;
    }
  }
</script>

<svelte:window onbeforeprint={() => flushSync(() => (printing = true))} onafterprint={() => (printing = false)} />

<BlockHead title="Drill block" path="/block" />
{#if fault}<Notice kind="fault">{fault}</Notice>{/if}

<Loaded promise={page} waiting="Laying out the plan…" again={() => tries++}>
  {#snippet children(p: Page)}
    {#if p.plan}
      {@const plan = p.plan}
      {@const block = plan.block}
      <div class="top">
        <div>
          <p class="first">{blockAnswer(block, plan.titles.join('; '), day)}</p>
          <p class="quiet">
            {plural(block.weeks, 'week')} from {dayWords(block.from)}, {styleWords[plan.style]}{block.ended
              ? `; ${block.ended} on ${dayWords(block.endedOn!)}`
              : ''}
          </p>
        </div>
        <div class="acts">
          {#if !block.ended && block.ends > day}<a class="btn preset-filled-primary-700-300" href="#/tonight"
              >Tonight's cards</a
            >{/if}
          <a class="btn preset-outlined-surface-600-400" href="#/block/{encodeURIComponent(block.id)}/verdict"
            >Did it hold?</a
          >
          <a
            class="btn preset-outlined-surface-600-400"
            href="/api/blocks/{encodeURIComponent(block.id)}/calendar.ics"
            download="ash-notch-block.ics">Calendar file</a
          >
          <button class="btn preset-outlined-surface-600-400" onclick={() => print()}>Print</button>
        </div>
      </div>
      {#if !block.ended && block.ends <= day}
        <Notice>
          The {plural(block.weeks, 'week')} are over. See whether it held, then give it a week more, close it, or change to
          something else.
        </Notice>
      {:else if !plan.plan.measured && !block.ended}
        <Notice
          >The first goes from the spot measure where you start. Without them only your rounds can tell later.</Notice
        >
      {/if}
      <div class="columns">
        <div class="weeks">
          {#each weeksOf(plan) as sessions, i (i)}
            <section aria-label="Week {i + 1}">
              <h2>Week {i + 1}</h2>
              <div class="cards">
                {#each sessions as session (session.date)}
                  <SessionCard
                    {session}
                    today={day}
                    paper={printing}
                    open={printing || session.date === nextDate(plan)}
                  />
                {:else}
                  <p class="quiet">no session in this week</p>
                {/each}
              </div>
            </section>
          {/each}
        </div>
        <aside>
          {#each block.focuses as focus, i (focus.id)}
            <LadderView
              {focus}
              standing={plan.plan.standings[i]!}
              title={plan.titles[i]!}
              began={plan.began[i] ?? null}
            />
          {/each}
          <ul class="small quiet care">
            {#each [...(printing ? everyDrill(plan) : []), ...plan.plan.cautions] as c (c.id)}<li>{c.says}</li>{/each}
          </ul>
          {#if !block.ended}
            <div class="end">
              <Fold says="Change or end this block">
                <a class="btn preset-outlined-surface-600-400" href="#/block/{encodeURIComponent(block.id)}/change"
                  >Days, minutes, cues</a
                >
                {#if block.weeks < 6}
                  <button
                    class="btn preset-outlined-surface-600-400"
                    onclick={() => change(block, { weeks: block.weeks + 1 })}>One week more</button
                  >
                {/if}
                <button
                  class="btn preset-outlined-surface-600-400"
                  onclick={() => change(block, { ended: 'closed', endedOn: day < block.from ? block.from : day })}
                  >Close it, and let refreshers keep it</button
                >
                <button
                  class="btn preset-outlined-surface-600-400"
                  onclick={() => change(block, { ended: 'changed', endedOn: day < block.from ? block.from : day })}
                  >Give it up for something else</button
                >
                <button class="btn preset-outlined-surface-600-400" onclick={() => bin(block)}
                  >Move it to the bin</button
                >
              </Fold>
            </div>
          {/if}
        </aside>
      </div>
    {:else}
      <div class="card preset-filled-surface-100-900 nothing">
        <h2>No block is running</h2>
        <p>
          Two to six weeks on one thing, or two: the log says what would be worth it, you choose, and afterwards it says
          whether it held.
        </p>
        <p><a class="btn preset-filled-primary-700-300" href="#/block/choose">Choose what to drill</a></p>
      </div>
    {/if}
    {#if p.refreshers.items.length}
      <section class="later" aria-label="Refreshers">
        <h2>Refreshers</h2>
        <ul>
          {#each p.refreshers.items.slice(0, 6) as r (r.block + r.focus + r.number)}
            <li>
              {#if r.due <= day}<strong>due</strong> since {dayWords(r.due)}{:else}{dayWords(r.due)}{/if}: {r.title}{r.broughtOn
                ? `, earlier because it caught you again on ${dayWords(r.broughtOn)}`
                : ''}
            </li>
          {/each}
        </ul>
        {#if p.refreshers.cards.length}<p>
            <a class="btn preset-outlined-surface-600-400" href="#/tonight">Do what is due</a>
          </p>{/if}
      </section>
    {/if}
    <History blocks={p.blocks} shown={p.plan?.block.id} />
  {/snippet}
</Loaded>

<style>
  .top {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    gap: 0.8rem 1.5rem;
    margin: 0.3rem 0 0.8rem;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
    align-items: start;
  }
  .columns {
    display: grid;
    grid-template-columns: minmax(0, 1.9fr) minmax(0, 1fr);
    gap: 2rem;
    align-items: start;
  }
  .weeks section {
    margin-bottom: 1.1rem;
  }
  .cards {
    display: flex;
    flex-direction: column;
    gap: 0.5rem;
    margin-top: 0.3rem;
  }
  aside {
    display: flex;
    flex-direction: column;
    gap: 1rem;
  }
  .care {
    border-left: 6px double var(--wood-edge);
    padding-left: 0.6rem;
  }
  .end .btn {
    width: 100%;
    margin-top: 0.4rem;
    text-align: center;
  }
  .nothing {
    display: flex;
    flex-direction: column;
    gap: 0.7rem;
    max-width: 46rem;
    margin-top: 0.5rem;
  }
  .later {
    margin-top: 1.4rem;
  }
  .later ul {
    margin: 0.3rem 0 0.6rem;
  }
  @media (max-width: 720px) {
    .columns {
      grid-template-columns: 1fr;
    }
  }
  @media print {
    .acts,
    .end,
    .later {
      display: none;
    }
    .columns {
      display: flex;
      flex-direction: column-reverse;
      gap: 0.6rem;
      font-size: 0.8rem;
      line-height: 1.3;
    }
    .columns :global(:is(.small, dt, dd)) {
      font-size: inherit;
      line-height: inherit;
    }
  }
</style>
