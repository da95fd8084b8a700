<script lang="ts">
  import { api, data, send, sentences } from '../../lib/api/api.ts';
  import { niggleBars } from '../../sticks/niggle-bars.ts';
  import { loadMeasure } from '../../sticks/load-bars.ts';
  import type { Niggle } from '../../lib/api/types.ts';
  import { dayWords, today } from '../../lib/text/words.ts';
  import Loaded from '../../parts/Loaded.svelte';
  import Notice from '../../parts/Notice.svelte';

  /** Niggles over the same weeks as the load above. */
  const { from, to, width }: { from: string; to: string; width: number } = $props();

  const parts: Niggle['part'][] = [
    'head',
    'neck',
    'shoulder',
    'elbow',
    'wrist',
    'fingers',
    'ribs',
    'back',
    'hip',
    'knee',
    'ankle',
    'foot',
  ];
  const much = { slight: 'slight: felt, and no more', clear: 'clear: in the way', bad: 'bad: stops training' } as const;
  const lane = 26;
  let tries = $state(0);
  let part = $state<Niggle['part'] | ''>('');
  let side = $state('');
  let howMuch = $state<keyof typeof much>('slight');
  let since = $state(today());
  let notes = $state('');
  let faults = $state<string[]>([]);

  const niggles = $derived.by(() => {
    void tries;
    return data(api.GET('/api/niggles'));
  });
  const span = (share: number) => loadMeasure.left + share * (width - loadMeasure.left - loadMeasure.right);

  async function write(work: Promise<unknown>) {
    try {
      await work;
      faults = [];
      tries++;
      return true;
    } catch (fault) {
      faults = sentences(fault);
      return false;
    }
  }

  async function add() {
    const body = { part, side: side || undefined, howMuch, from: since, notes: notes.trim() || undefined };
    if (await write(send('POST', '/api/niggles', body))) [part, side, notes] = ['', '', ''];
  }

  const put = (n: Niggle, change: Partial<Niggle>) => {
    const { version, ...rest } = { ...n, ...change };
    return write(send('PUT', `/api/niggles/${encodeURIComponent(n.id)}`, rest, { 'if-match': `"${version}"` }));
  };
  const bin = (n: Niggle) => write(send('DELETE', `/api/niggles/${encodeURIComponent(n.id)}`));
</script>

<section aria-label="Niggles">
  <h2>Niggles</h2>
  <Loaded promise={niggles} waiting="Fetching the niggles…" again={() => tries++}>
    {#snippet children(answer)}
      {@const bars = niggleBars(answer.items, from, to, span)}
      {#if bars.length}
        <svg viewBox="0 0 {width} {bars.length * lane + 6}" role="img" aria-label="Niggles over the weeks above">
          {#each bars as bar, i (bar.id)}
            <text x="0" y={i * lane + 18}>{bar.label}</text>
            <rect
              class:open={bar.open}
              x={bar.x}
              y={i * lane + 14 - bar.height / 2}
              width={bar.width}
              height={bar.height}
            />
          {/each}
        </svg>
      {/if}
      {#if answer.items.length}
        <ul>
          {#each answer.items as n (n.id)}
            <li>
              <span
                ><strong>{n.side ? `${n.side} ` : ''}{n.part}</strong>, {n.howMuch ?? 'slight'}, {n.to
                  ? `${dayWords(n.from)} to ${dayWords(n.to)}`
                  : `since ${dayWords(n.from)}`}{n.notes ? `. ${n.notes}` : ''}</span
              >
              <span class="acts">
                {#if !n.to}
                  <button
                    class="btn preset-outlined-surface-600-400"
                    aria-label="Gone today: {n.part}"
                    onclick={() => put(n, { to: today() < n.from ? n.from : today() })}>Gone today</button
                  >
                {:else}
                  <button
                    class="btn preset-outlined-surface-600-400"
                    aria-label="Back again: {n.part}"
                    onclick={() => put(n, { to: null })}>Back again</button
                  >
                {/if}
                <button
                  class="btn preset-outlined-surface-600-400"
                  aria-label="To the bin: {n.part}"
                  onclick={() => bin(n)}>To the bin</button
                >
              </span>
            </li>
          {/each}
        </ul>
      {:else}
        <p class="quiet">
          None noted. What is noted here takes the drills that load it out of your plan, on either side.
        </p>
      {/if}
      {#each answer.cautions as c (c.id)}<p class="care small">{c.says}</p>{/each}
    {/snippet}
  </Loaded>
  {#each faults as fault (fault)}<Notice kind="fault">{fault}</Notice>{/each}
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void add();
    }}
  >
    <label class="label">
      <span class="label-text">Where</span>
      <select class="select" bind:value={part} required>
        <option value="">choose</option>
        {#each parts as p (p)}<option value={p}>{p}</option>{/each}
      </select>
    </label>
    <label class="label">
      <span class="label-text">Side</span>
      <select class="select" bind:value={side}>
        <option value="">neither or both</option>
        <option value="left">left</option>
        <option value="right">right</option>
      </select>
    </label>
    <label class="label">
      <span class="label-text">How much</span>
      <select class="select" bind:value={howMuch}>
        {#each Object.entries(much) as [id, says] (id)}<option value={id}>{says}</option>{/each}
      </select>
    </label>
    <label class="label"
      ><span class="label-text">Since</span><input class="input" type="date" bind:value={since} required /></label
    >
    <label class="label"
      ><span class="label-text">Notes</span><input class="input" bind:value={notes} maxlength="500" /></label
    >
    <button class="btn preset-outlined-surface-600-400">Note the niggle</button>
  </form>
</section>

<style>
  section {
    margin-top: 1.4rem;
  }
  svg {
    width: 100%;
    height: auto;
    margin: 0.3rem 0;
  }
  rect {
    fill: var(--wood);
    stroke: var(--wood-edge);
    stroke-width: 1;
  }
  rect.open {
    fill: var(--mine);
    stroke: var(--mine);
  }
  text {
    font-size: 13px;
    fill: var(--quiet);
  }
  li {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
    gap: 0.4rem 1rem;
    padding: 0.35rem 0;
    border-bottom: 1px dotted var(--line);
  }
  .acts {
    display: flex;
    gap: 0.4rem;
  }
  .care {
    border-left: 6px double var(--wood-edge);
    padding-left: 0.6rem;
    margin: 0.6rem 0;
  }
  form {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(12rem, 1fr));
    gap: 0.6rem;
    align-items: end;
    margin-top: 0.6rem;
  }
</style>
