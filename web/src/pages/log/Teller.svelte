<script lang="ts">
  import { onDestroy, onMount, tick, untrack } from 'svelte';
  import { send, sentences } from '../../lib/api/api.ts';
  import { correctionOf } from '../../lib/log/correction.ts';
  import { readCaptions, unreadWords } from '../../lib/log/captions.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { leads } from '../../lib/log/leads.ts';
  import { keyHelp, typing } from '../../lib/keys.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { Reader } from '../../lib/log/reader.svelte.ts';
  import * as edit from '../../lib/log/roll-edit.ts';
  import {
    doubtful,
    nextDoubtful,
    pieces,
    settle,
    shifted,
    type Fix,
    type Move,
    type Read,
    type Stamp,
  } from '../../lib/log/telling.ts';
  import { withStrangers, type Taken } from '../../lib/log/told-rolls.ts';
  import type { Actor, Attire, Outcome, Roll, Told } from '../../lib/api/types.ts';
  import { beltWords, plural } from '../../lib/text/words.ts';
  import Stick from '../../sticks/Stick.svelte';
  import Strangers from './Strangers.svelte';
  import SaveMark from './SaveMark.svelte';
  import TechniqueSearch from './TechniqueSearch.svelte';
  import ToldMoments from './ToldMoments.svelte';
  import ToldWords from './ToldWords.svelte';
  import FileBox from '../../parts/FileBox.svelte';

  interface Props {
    roll: Roll;
    attire: Attire;
    ontext: (text: string) => void;
    /** The reading is right: keep it, behind what is there or instead of it. */
    ontake: (taken: Taken) => void;
  }
  const { roll, attire, ontext, ontake }: Props = $props();

  /** More words than these are no name of one thing. */
  const longestSelected = 120;

  const reader = new Reader();
  // The words stay here while they are typed; the roll gets every change of them at once, so that none is lost.
  let text = $state(untrack(() => roll.told ?? ''));
  const toldBefore = untrack(() => (roll.told ?? '').trim() !== '');
  /** Whether something of it was built before; exchanges that only their ends are known of take what is told. */
  const there = $derived(roll.exchanges.some((e) => e.moments.length > 0));
  // Told behind what was built, the story goes on from there.
  const start = untrack(() => {
    if (toldBefore || roll.exchanges.length === 0) return null;
    return there ? edit.here(roll) : (roll.exchanges[0]!.start ?? null);
  });
  let fixes = $state.raw<Fix[]>([]);
  let moves = $state.raw<Move[]>([]);
  let stamps = $state.raw<Stamp[]>([]);
  let lit = $state(-1);
  let chosen = $state(-1);
  let naming = $state.raw<{ at: number; length: number } | null>(null);
  /** Words that the owner selected, to say what they tell. */
  let selected = $state.raw<{ at: number; length: number } | null>(null);
  let telling = $state(false);
  let fault = $state('');

  const name = $derived(partners.name(roll.partnerId));
  const them = $derived(name.split(' ')[0] ?? name);
  const nothing: Told = { exchanges: [], positions: [], unread: [], rolls: [], takeaways: [] };
  const current = $derived(reader.of === text ? (reader.told ?? nothing) : null);
  const told = $derived(reader.told ?? nothing);
  const asRead = <T extends { at: number; length?: number }>(marks: readonly T[]) =>
    reader.of === text ? marks : shifted(marks, text, reader.of);
  const settled = $derived(settle(told, asRead(fixes), stamps, leads, asRead(moves)));
  const reads = $derived(settled.reads.flat());
  const cut = $derived(current ? pieces(text, reads, told.unread) : [{ text, kind: 'plain' as const, moment: -1 }]);
  const litPlace = $derived.by(() => {
    const number = lit >= 0 ? lit : chosen;
    let left = number;
    for (let e = 0; e < settled.reads.length; e++) {
      const here = settled.reads[e]?.length ?? 0;
      if (left >= 0 && left < here) return { exchange: e, moment: left };
      left -= here;
    }
    return null;
  });
  const doubts = $derived(reads.filter(doubtful).length);
  const strangers = $derived(withStrangers(told.rolls, roll, partners.all));
  const some = $derived(settled.exchanges.length > 0);
  /** Words told before were taken before: then the reading stands instead of what is there. */
  const instead = $derived(there && toldBefore);

  $effect(() => {
    reader.read(text, attire, start);
  });
  onDestroy(() => reader.stop());
  let words: ToldWords;
  onMount(() => words.focus());

  function write(next: string) {
    fixes = shifted(fixes, text, next);
    moves = shifted(moves, text, next);
    stamps = shifted(stamps, text, next);
    text = next;
    chosen = -1;
    naming = null;
    selected = null;
    telling = false;
    ontext(next);
  }

  function fix(read: Read, change: Omit<Fix, 'at' | 'length'>) {
    const { start: at, length } = read.source;
    const same = (f: Fix) => f.at === at && f.length === length && (!f.added || f.technique === read.moment.technique);
    const before = fixes.find(same);
    fixes = [...fixes.filter((f) => !same(f)), { ...before, at, length, ...change }];
    if (change.gone) chosen = -1;
  }

  const add = (source: { start: number; length: number }, change: Omit<Fix, 'at' | 'length'>) =>
    (fixes = [...fixes, { at: source.start + source.length, length: 0, ...change, added: true }]);

  /** Puts a moment earlier or later in its exchange; it stays chosen, wherever it comes to stand. */
  function move(number: number, by: number) {
    const read = reads[number];
    if (!read) return;
    const { start: at, length } = read.source;
    moves = [...moves, { at, length, by }];
    chosen = number + by;
    void tick().then(showChosen);
  }

  function showChosen() {
    const moment = document.querySelector<HTMLElement>('button.what[aria-expanded="true"]');
    moment?.focus();
    moment?.scrollIntoView({ block: 'nearest' });
  }

  async function alias(says: string, means: string) {
    try {
      await send('POST', '/api/vocabulary', { positions: [], techniques: [], aliases: [{ says, means }] });
      await ground.refresh();
      reader.read(text, attire, start, 0);
      fault = '';
    } catch (refused) {
      fault = sentences(refused).join(' ');
    }
  }

  function meant(says: string, means: string) {
    naming = null;
    void alias(says, means);
  }

  function caret(at: number) {
    chosen = reads.findIndex((r) => r.source.start <= at && at <= r.source.start + r.source.length);
  }

  function select(at: number, length: number) {
    const words = text.slice(at, at + length);
    const trimmed = words.trim();
    const some = trimmed !== '' && trimmed.length <= longestSelected;
    selected = some ? { at: at + words.indexOf(trimmed), length: trimmed.length } : null;
    if (!some) telling = false;
  }

  function tells(technique: string, actor: Actor, outcome: Outcome) {
    if (selected) fixes = [...fixes, { ...selected, technique, actor, outcome, added: true }];
    telling = false;
    selected = null;
  }

  function take(replace: boolean) {
    if (!current || !some) return;
    const takeaways = told.takeaways.map((s) => text.slice(s.start, s.start + s.length).trim());
    const correction = correctionOf(text, told, settled, fixes);
    ontake({ settled, told: told.rolls, takeaways, correction, instead: replace });
  }

  function toNextDoubt() {
    const next = nextDoubtful(reads, chosen);
    if (next < 0) return;
    chosen = next;
    void tick().then(showChosen);
  }

  async function openCaptions(file: File) {
    const spoken = readCaptions(await file.text());
    if (!spoken) {
      fault = `${file.name} holds no captions. Choose a .vtt or .srt file, as caption programs write them.`;
      return;
    }
    fault = spoken.faults.length > 0 ? unreadWords(file.name, spoken.faults) : '';
    const lead = text.trim() === '' ? '' : `${text.trimEnd()}\n`;
    write(lead + spoken.text);
    stamps = [...stamps, ...spoken.stamps.map((s) => ({ ...s, at: s.at + lead.length }))];
    reader.read(text, attire, start, 0);
  }

  function onkeydown(e: KeyboardEvent) {
    if (keyHelp.open) return;
    if (e.altKey && e.code === 'KeyN') {
      e.preventDefault();
      toNextDoubt();
      return;
    }
    const go = e.key === 'Enter' && (e.ctrlKey || e.metaKey || !(typing(e) || e.target instanceof HTMLButtonElement));
    if (!go) return;
    e.preventDefault();
    take(instead);
  }
</script>

<svelte:window {onkeydown} />

<div class="head">
  {#if roll.partnerId}
    <h1>{name} <span class="quiet small">{beltWords(roll.partnerBelt, roll.partnerStripes)}</span></h1>
  {:else}
    <h1>The evening <span class="quiet small">name who each roll was with, and it becomes a roll of theirs</span></h1>
  {/if}
  <SaveMark />
</div>

<div class="columns">
  <div>
    <ToldWords
      bind:this={words}
      {text}
      pieces={cut}
      lit={lit >= 0 ? lit : chosen}
      ontext={write}
      onlight={(m) => (lit = m)}
      oncaret={caret}
      onselected={select}
    />
    <p id="how-told" class="quiet small">
      Type, paste or dictate. Grey words were read, dashed ones are doubtful, wavy ones were not read. Select words to
      say what they tell; what you set right is learned from.
    </p>
    {#if selected && current}
      {@const words = text.slice(selected.at, selected.at + selected.length)}
      {#if telling}
        <p class="quiet small">Who did what in “{words}”?</p>
        <TechniqueSearch
          {them}
          {attire}
          onpick={(technique, actor, outcome) => tells(technique.id, actor, outcome)}
          oncancel={() => (telling = false)}
        />
      {:else}
        <button class="btn preset-outlined-surface-600-400 slim" onclick={() => (telling = true)}
          >Say what “{words}” tells</button
        >
      {/if}
    {/if}
    <div class="row">
      {#if there}
        <button
          class={instead ? 'btn preset-outlined-surface-600-400' : 'btn preset-filled-primary-700-300'}
          disabled={!current || !some}
          onclick={() => take(false)}>Put it after what is there</button
        >
        <button
          class={instead ? 'btn preset-filled-primary-700-300' : 'btn preset-outlined-surface-600-400'}
          disabled={!current || !some}
          onclick={() => take(true)}>Put it in place of what is there</button
        >
      {:else}
        <button class="btn preset-filled-primary-700-300 take" disabled={!current || !some} onclick={() => take(false)}
          >Take it <span class="small keys">Ctrl+Enter</span></button
        >
      {/if}
      <FileBox
        label="Captions"
        accept={{ 'text/vtt': ['.vtt'], 'application/x-subrip': ['.srt'] }}
        does="Open captions"
        drop={false}
        onfile={openCaptions}
      />
    </div>
    {#if fault}<p role="alert" class="fault">{fault}</p>{/if}
    {#each reader.faults as sentence (sentence)}<p role="alert" class="fault">{sentence}</p>{/each}
    {#if reader.state === 'away'}
      <p role="status" class="quiet">
        Ash Notch does not answer. Your words are kept on this device and are read when it is back.
      </p>
    {/if}
    {#if strangers.length > 0 && current}<Strangers rolls={strangers} />{/if}
    {#if told.takeaways.length > 0 && current}
      <h2 class="small">Takeaways that go with it</h2>
      <ul>
        {#each told.takeaways as span (span.start)}<li>{text.slice(span.start, span.start + span.length)}</li>{/each}
      </ul>
    {/if}
    {#if told.unread.length > 0 && current}
      <div class="unread">
        <h2 class="small">Not read</h2>
        {#each told.unread.slice(0, 12) as span (span.start)}
          <button
            class="btn preset-outlined-surface-600-400 slim"
            aria-expanded={naming?.at === span.start}
            onclick={() => (naming = naming?.at === span.start ? null : { at: span.start, length: span.length })}
            >{text.slice(span.start, span.start + span.length)}</button
          >
        {/each}
      </div>
      {#if naming}
        {@const words = text.slice(naming.at, naming.at + naming.length)}
        <p class="quiet small">What does “{words}” mean? It is kept as a word of yours and read so from now on.</p>
        <TechniqueSearch
          {them}
          {attire}
          onpick={(technique) => meant(words, technique.id)}
          oncancel={() => (naming = null)}
        />
      {/if}
    {/if}
  </div>
  <div class="reading" aria-live="off">
    <div class="stick"><Stick exchanges={settled.exchanges} lit={litPlace} /></div>
    {#if some}
      <p class="quiet small" role="status">
        {plural(reads.length, 'moment')} read{told.rolls.length > 1 ? ` in ${told.rolls.length} rolls` : ''}. Choose one
        to set it right.
      </p>
      {#if doubts > 0 && current}
        <button class="btn preset-outlined-surface-600-400 slim" onclick={toNextDoubt}
          >Next doubtful one ({doubts}) <span class="small keys">Alt+N</span></button
        >
      {/if}
      <ToldMoments
        {settled}
        rolls={told.rolls}
        text={reader.of}
        {them}
        {attire}
        {lit}
        {chosen}
        onlight={(m) => (lit = m)}
        onchoose={(m) => (chosen = m)}
        onfix={fix}
        onmove={move}
        onadd={(read, change) => add(read.source, change)}
        onalias={(read, technique) =>
          alias(text.slice(read.source.start, read.source.start + read.source.length), technique)}
      />
    {:else if text.trim() === ''}
      <p class="quiet">What you tell grows into a stick here, moment by moment.</p>
    {:else}
      <p class="quiet" role="status">
        {reader.state === 'idle' ? 'Nothing was read from this yet. Name what was done, and who did it.' : 'Reading…'}
      </p>
    {/if}
  </div>
</div>

<style>
  .head {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: baseline;
    gap: 0.3rem 1rem;
    margin-bottom: 0.5rem;
  }
  .columns {
    display: grid;
    grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
    gap: 1.5rem;
    align-items: start;
  }
  .row,
  .unread {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem;
    margin: 0.7rem 0;
  }
  .take {
    min-height: 3rem;
    padding-inline: 1.4rem;
  }
  .slim {
    min-height: 2.4rem;
    padding: 0.1rem 0.6rem;
    font-size: 0.95rem;
  }
  ul {
    list-style: disc;
    padding-left: 1.2rem;
  }
  .stick {
    min-height: 42px;
    margin-bottom: 0.5rem;
  }
  .fault {
    border-left: 4px solid var(--mine);
    padding-left: 0.6rem;
  }
  @media (max-width: 720px) {
    .columns {
      grid-template-columns: 1fr;
      gap: 0.6rem;
    }
    .keys {
      display: none;
    }
  }
</style>
