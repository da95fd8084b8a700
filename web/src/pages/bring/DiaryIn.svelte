<script lang="ts">
  import type { Diary, DiaryEntry, Evening, Intake } from '../../lib/api/types.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { dayWords, plural } from '../../lib/text/words.ts';
  import Bar from '../../parts/Bar.svelte';
  import EitherOr from '../../parts/EitherOr.svelte';
  import FileBox from '../../parts/FileBox.svelte';
  import Fold from '../../parts/Fold.svelte';
  import Notice from '../../parts/Notice.svelte';
  import { countWords, cutDiary, once, readEvening, sessionLine, take } from './bring.ts';
  import Taken from './Taken.svelte';

  const { ontaken }: { ontaken: () => void } = $props();

  let name = $state('a diary');
  let text = $state('');
  let order = $state<'day-first' | 'month-first' | null>(null);
  let attire = $state<'gi' | 'no-gi'>('gi');
  let diary = $state.raw<Diary | null>(null);
  /** What was read of each entry, by its place. */
  let read = $state.raw<ReadonlyMap<number, Evening>>(new Map());
  let done = $state.raw<ReadonlySet<number>>(new Set());
  let taken = $state.raw<Intake | null>(null);
  let reading = $state(false);
  let stopping = false;
  let busy = $state('');
  let fault = $state('');

  const good = $derived((diary?.entries ?? []).flatMap((e, i) => (e.fault ? [] : [i])));
  const left = $derived(good.filter((i) => !done.has(i)));
  const names = $derived(
    new Map(
      [...[...read.values()].flatMap((e) => e.partners), ...partners.all].map((p): [string, string] => [p.id, p.name]),
    ),
  );
  const words = (entry: DiaryEntry) => text.slice(entry.body.start, entry.body.start + entry.body.length);

  async function attempt(says: string, work: () => Promise<void>) {
    [busy, fault] = [says, ''];
    try {
      await work();
    } catch (refused) {
      fault = (refused as Error).message;
    }
    busy = '';
  }

  const cut = () =>
    attempt('Looking for the days…', async () => {
      [taken, diary, read, done] = [null, null, new Map(), new Set()];
      if (text.trim() === '') return;
      await partners.load();
      diary = await cutDiary(text, order);
      void readAll();
    });

  /** Reads one day after the other; stopped, the days that were read stay. */
  async function readAll() {
    if (reading) return;
    [reading, stopping] = [true, false];
    const of = diary;
    await attempt('', async () => {
      for (const i of good) {
        if (stopping || diary !== of) break;
        if (read.has(i)) continue;
        const evening = await readEvening(text, diary!.entries[i]!, attire);
        if (diary === of) read = new Map(read).set(i, evening);
      }
    });
    reading = false;
  }

  const takeDays = (places: readonly number[]) =>
    attempt('Writing it down…', async () => {
      const evenings = places.flatMap((i) => read.get(i) ?? []);
      const says = places.length === 1 ? `${name}, ${dayWords(diary!.entries[places[0]!]!.date!)}` : name;
      taken = await take(
        says,
        once(evenings.flatMap((e) => e.partners)),
        evenings.map((e) => e.session),
      );
      done = new Set([...done, ...places]);
      ontaken();
    });

  async function open(file: File) {
    name = file.name;
    text = await file.text();
    await cut();
  }
</script>

<p>
  A text in which each evening begins with its day, in whatever way you write days, newest or oldest first; with or
  without the marks of Markdown. Every evening is read as in <em>Tell it</em> and shown beside its words. Nothing is written
  before you take it.
</p>
<FileBox
  label="A diary (text or Markdown)"
  accept={{ 'text/plain': ['.txt', '.md', '.markdown', '.text'] }}
  does="Choose a diary"
  disabled={busy !== '' || reading}
  onfile={open}
/>
<label class="label">
  <span class="label-text">or put it in here</span>
  <textarea class="textarea" rows="5" bind:value={text}></textarea>
</label>
<div class="how">
  <EitherOr
    label="Where the words do not say"
    choices={[
      { value: 'gi', name: 'gi' },
      { value: 'no-gi', name: 'no-gi' },
    ]}
    value={attire}
    onchange={(next) => (attire = next)}
  />
  <button
    class="btn preset-outlined-surface-600-400"
    disabled={busy !== '' || reading || text.trim() === ''}
    onclick={cut}>Look for the days</button
  >
</div>
<p role="status">{busy}</p>
{#if fault}<Notice kind="fault">{fault}</Notice>{/if}
{#if diary && diary.entries.length === 0}
  <Notice kind="care"
    >No day was found at the beginning of a line. Write each evening under its date, for example “3 March 2026”.</Notice
  >
{:else if diary}
  <p>
    {plural(diary.entries.length, 'entry', 'entries')}, the {diary.newestFirst ? 'newest' : 'oldest'} first.
    {#if diary.before.length > 0}What stands before the first day belongs to none and is left out.{/if}
  </p>
  {#if diary.open}
    <Notice kind="care">
      Nothing in the text says which number of a day is the month.
      <EitherOr
        label="3/4 is the"
        choices={[
          { value: 'day-first', name: '3rd of April' },
          { value: 'month-first', name: '4th of March' },
        ]}
        value={order ?? diary.order}
        onchange={(next) => {
          order = next;
          void cut();
        }}
      />
    </Notice>
  {/if}
  {#if read.size < good.length}
    <div class="how">
      <Bar label="Reading the diary" share={good.length > 0 ? read.size / good.length : null} />
      <span>{read.size} of {good.length} read</span>
      {#if reading}
        <button class="btn preset-outlined-surface-600-400" onclick={() => (stopping = true)}>Stop</button>
      {:else}
        <button class="btn preset-outlined-surface-600-400" onclick={readAll}>Read on</button>
      {/if}
    </div>
  {/if}
  {#if taken}<Taken {taken} onback={() => ((done = new Set()), ontaken())} />{/if}
  {#if left.some((i) => read.has(i))}
    {@const ready = left.filter((i) => read.has(i))}
    <p>
      <button class="btn preset-filled-primary-700-300" disabled={busy !== ''} onclick={() => takeDays(ready)}
        >Take all {plural(ready.length, 'evening')}</button
      >
      <span class="quiet"
        >{countWords(
          ready.length,
          ready.reduce((sum, i) => sum + read.get(i)!.session.rolls.length, 0),
          0,
        )}</span
      >
    </p>
  {/if}
  <ul class="days">
    {#each diary.entries as entry, i (i)}
      {@const evening = read.get(i)}
      <li>
        {#if entry.fault}
          <Notice kind="care">{entry.fault}</Notice>
        {:else}
          <Fold
            says={evening
              ? `${sessionLine(evening.session, (id) => names.get(id) ?? 'somebody')} · ${plural(evening.moments, 'moment')}`
              : dayWords(entry.date!)}
          >
            <p class="words">{words(entry)}</p>
            {#if evening && evening.unread.length > 0}
              <p class="quiet small">
                {plural(evening.unread.length, 'place')} not understood: {evening.unread
                  .slice(0, 6)
                  .map((s) => `“${words(entry).slice(s.start, s.start + s.length)}”`)
                  .join(', ')}. They stay in the words of the roll.
              </p>
            {/if}
          </Fold>
          {#if done.has(i)}
            <span class="quiet">taken</span>
          {:else if evening}
            <button
              class="btn preset-outlined-surface-600-400"
              disabled={busy !== ''}
              aria-label="Take {dayWords(entry.date!)}"
              onclick={() => takeDays([i])}>Take</button
            >
          {/if}
        {/if}
      </li>
    {/each}
  </ul>
{/if}

<style>
  .how {
    display: flex;
    flex-wrap: wrap;
    gap: 1rem;
    align-items: end;
  }
  .days li {
    display: grid;
    grid-template-columns: 1fr auto;
    align-items: center;
    gap: 0.6rem;
    border-bottom: 1px solid var(--line);
  }
  .words {
    white-space: pre-wrap;
    max-width: 44rem;
  }
</style>
