<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { send, sentences } from '../../lib/api/api.ts';
  import { logDraft } from '../../lib/draft/log-draft.svelte.ts';
  import { keyHelp, typing } from '../../lib/keys.svelte.ts';
  import { readCaptions, unreadWords } from '../../lib/log/captions.ts';
  import { moveMoment, split } from '../../lib/log/edit-at.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { leads } from '../../lib/log/leads.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import * as edit from '../../lib/log/roll-edit.ts';
  import { settle } from '../../lib/log/telling.ts';
  import type { Roll, Session, Told, Video } from '../../lib/api/types.ts';
  import { clockWords, dayWords, endWords } from '../../lib/text/words.ts';
  import { captionFiles, largestCaptions, saveFile } from '../../lib/video/files.ts';
  import { proposalsOf, withProposal, withTold, type Proposal } from '../../lib/video/marks.ts';
  import { openFile, type Player } from '../../lib/video/player.svelte.ts';
  import { clockFault, clockOf, longerMinutes, otherFile, secondsOf, withStart } from '../../lib/video/recording.ts';
  import { readVtt, writeVtt } from '../../lib/video/vtt.ts';
  import FileBox from '../../parts/FileBox.svelte';
  import Notice from '../../parts/Notice.svelte';
  import Playing from '../../parts/Playing.svelte';
  import TimeStick from '../../sticks/TimeStick.svelte';
  import Builder from '../log/Builder.svelte';
  import SaveMark from '../log/SaveMark.svelte';
  import Proposals from './Proposals.svelte';
  import SayIt from './SayIt.svelte';

  interface Props {
    roll: Roll;
    session: Session;
    player: Player;
  }
  const { roll, session, player }: Props = $props();

  /** How far a notch goes with one key, in seconds. */
  const nudge = 0.5;
  /** How many steps can be taken back. */
  const steps = 200;

  let lit = $state<{ exchange: number; moment: number } | null>(null);
  let fault = $state('');
  let before = $state.raw<Roll[]>([]);
  let proposed = $state.raw<{ name: string; proposals: Proposal[] } | null>(null);

  const name = $derived(partners.name(roll.partnerId));
  const them = $derived(name.split(' ')[0] ?? name);
  const file = $derived(openFile.file!);
  const start = $derived(roll.video?.start ?? null);
  const clock = $derived(clockOf(roll, player.seconds));
  const other = $derived(roll.video ? otherFile(roll.video, file, player.length) : '');
  const spot = $derived(edit.here(split(roll, { at: 'clock', clock })[0]));
  const longer = $derived(longerMinutes(roll));
  const names = {
    technique: (id: string) => ground.techniqueName(id),
    spot: (s: Parameters<typeof ground.spotName>[0] & object) => ground.spotName(s),
    end: (e: Parameters<typeof endWords>[0]) => endWords(e, them, (t) => ground.techniqueName(t)),
  };

  const put = (how: (r: Roll) => Roll) =>
    logDraft.change((s) => ({ ...s, rolls: s.rolls.map((r) => (r.id === roll.id ? how(r) : r)) }));

  /** A change that can be taken back. */
  function change(how: (r: Roll) => Roll) {
    before = [...before.slice(-steps), roll];
    fault = '';
    void put(how);
  }

  function undo() {
    const last = before.at(-1);
    if (!last) return;
    before = before.slice(0, -1);
    fault = '';
    lit = null;
    void put(() => last);
  }

  const fileOf = (): Video => ({ name: file.name, size: file.size, length: player.length ?? undefined });

  /** The roll gets the file's name, size and length the first time it is opened for it. */
  function takeFile() {
    if (!roll.video && player.length !== null) void put((r) => ({ ...r, video: fileOf() }));
  }
  onMount(() => untrack(takeFile));

  function markStart() {
    const next = withStart(roll, roll.video ?? fileOf(), player.now);
    if (typeof next === 'string') fault = next;
    else change(() => next);
  }

  /** The clock for what is written now; null, and a sentence, when nothing can be. */
  function writing(): number | null {
    const at = clockOf(roll, player.now);
    fault = clockFault(at);
    return fault ? null : at;
  }

  function goTo(place: { exchange: number; moment: number }) {
    const at = roll.exchanges[place.exchange]?.moments[place.moment]?.clock;
    if (at != null) player.seek(secondsOf(roll, at));
  }
  // Whoever lights a moment, in the list or on the stick, sees it.
  let shown = '';
  $effect(() => {
    const now = lit ? `${lit.exchange}.${lit.moment}` : '';
    if (now !== shown && lit) untrack(() => goTo(lit!));
    shown = now;
  });

  const moveTo = (place: { exchange: number; moment: number }, seconds: number) => {
    change((r) => moveMoment(r, place.exchange, place.moment, Math.max(0, clockOf(r, seconds))));
    lit = null;
  };

  /** The lit moment, else the last before the playhead, a little earlier or later. */
  function nudged(by: number) {
    const place = lit ?? edit.lastMoment(split(roll, { at: 'clock', clock })[0]);
    const at = place && roll.exchanges[place.exchange]?.moments[place.moment]?.clock;
    if (!place || at == null) return;
    change((r) => moveMoment(r, place.exchange, place.moment, at + by));
    if (!player.playing) player.seek(secondsOf(roll, Math.max(0, at + by)));
  }

  async function openCaptions(captions: File) {
    fault = '';
    proposed = null;
    if (captions.size > largestCaptions) {
      fault = `${captions.name} is larger than captions are. Choose the .vtt or .srt file of this recording.`;
      return;
    }
    const text = await captions.text();
    const back = readVtt(text);
    const spoken = back ? null : readCaptions(text);
    if (back) proposed = { name: captions.name, proposals: proposalsOf(back.exchanges, back.zero) };
    else if (spoken) {
      try {
        const { value } = await send<Told>('POST', '/api/tell', {
          text: spoken.text,
          attire: session.attire,
          start: null,
        });
        const settled = settle(value, [], spoken.stamps, leads);
        proposed = { name: captions.name, proposals: proposalsOf(settled.exchanges, 0) };
      } catch (refused) {
        fault = sentences(refused).join(' ');
        return;
      }
    } else {
      fault = `${captions.name} holds no captions. Choose a .vtt or .srt file, as caption programs write them.`;
      return;
    }
    const faults = (back ?? spoken)!.faults;
    if (faults.length > 0) fault = unreadWords(captions.name, faults);
  }

  function takeProposals(proposals: readonly Proposal[]) {
    const early = proposals.filter((p) => clockOf(roll, p.seconds) < 0).length;
    change((r) => [...proposals].sort((a, b) => a.seconds - b.seconds).reduce(withProposal, r));
    if (early > 0)
      fault = `${early} of them lie before the roll starts and were left out. Mark the start with “m” first.`;
  }

  function save() {
    const title = `Ash Notch: with ${name}, ${dayWords(session.date)}`;
    saveFile(
      `${file.name.replace(/\.[^.]*$/, '')}.vtt`,
      new Blob([writeVtt(roll, title, names)], { type: 'text/vtt' }),
    );
  }

  keyHelp.keys = [
    { keys: 'Space', does: 'play, pause' },
    { keys: '← →', does: '5 seconds back, on (with Shift: 1 second)' },
    { keys: ', .', does: 'one picture back, on' },
    { keys: '- =', does: 'slower, faster' },
    { keys: 'l', does: 'the last seconds again and again' },
    { keys: 'm', does: 'here the roll starts: its clock stands at zero' },
    { keys: '1 … 6', does: 'what I did, here (with Shift: tried and stopped)' },
    { keys: 'a s d f g h', does: 'what they did, here (with Shift: tried and stopped)' },
    { keys: '/', does: 'look for any technique by name' },
    { keys: 'y', does: 'say it in words' },
    { keys: 'j, k', does: 'it was on the left, on the right' },
    { keys: 'w', does: 'why' },
    { keys: 'u', does: 'it is not sure' },
    { keys: '[ ]', does: 'the lit or the last notch half a second earlier, later' },
    { keys: 'c, x', does: 'I got a tap, they got a tap' },
    { keys: 'r, b', does: 'reset, the bell' },
    { keys: 'n, v, p, P', does: 'in a match: near, not held, a penalty for them, for me' },
    { keys: 'z', does: 'take back the last thing' },
  ];

  function onkeydown(e: KeyboardEvent) {
    if (keyHelp.open || typing(e)) return;
    const onButton = e.target instanceof HTMLButtonElement || e.target instanceof HTMLAnchorElement;
    const does: Record<string, () => void> = {
      ArrowLeft: () => player.by(e.shiftKey ? -1 : -5),
      ArrowRight: () => player.by(e.shiftKey ? 1 : 5),
      Comma: () => player.step(-1),
      Period: () => player.step(1),
      Minus: () => player.faster(-1),
      Equal: () => player.faster(1),
      KeyL: () => player.again(),
      KeyM: markStart,
      KeyY: () => document.getElementById('say-it')?.focus(),
      KeyW: () => document.querySelector<HTMLElement>('.why select')?.focus(),
      BracketLeft: () => nudged(-nudge),
      BracketRight: () => nudged(nudge),
      ...(onButton ? {} : { Space: () => player.toggle() }),
    };
    if (!does[e.code]) return;
    e.preventDefault();
    does[e.code]!();
  }
</script>

<svelte:window {onkeydown} />

<div class="head">
  <h1>Tag it: {name}</h1>
  <SaveMark />
</div>
<div class="bench">
  <div class="left">
    <Playing
      {player}
      clock={start === null ? '' : clock < 0 ? `−${clockWords(-clock)}` : clockWords(clock)}
      onready={takeFile}
    />
    {#if player.length !== null}
      <TimeStick
        exchanges={roll.exchanges}
        zero={start ?? 0}
        length={player.length}
        seconds={player.seconds}
        {lit}
        onseek={(s) => player.seek(s)}
        onpick={(place) => (lit = place)}
        onmove={moveTo}
      />
    {/if}
    <div class="acts">
      <button class="btn preset-outlined-surface-600-400" onclick={markStart}
        >{start === null ? 'The roll starts here' : `Starts at ${clockWords(start)}: put it here`}
        <kbd class="kbd" aria-hidden="true">m</kbd></button
      >
      <button class="btn preset-outlined-surface-600-400" onclick={undo} disabled={before.length === 0}
        >Take back <kbd class="kbd" aria-hidden="true">z</kbd></button
      >
    </div>
    {#if other}
      <Notice kind="care">
        <p>{other}</p>
        <button
          class="btn preset-outlined-surface-600-400"
          onclick={() => change((r) => ({ ...r, video: { ...fileOf(), start: r.video?.start } }))}
          >It is this file from now on</button
        >
        <button class="btn preset-outlined-surface-600-400" onclick={() => openFile.close()}>Open another</button>
      </Notice>
    {/if}
    {#if fault}<Notice kind="fault">{fault}</Notice>{/if}
    {#if longer !== null}
      <Notice kind="care">
        <p>The moments reach further than the {roll.minutes} minutes of this roll.</p>
        <button
          class="btn preset-outlined-surface-600-400"
          onclick={() => change((r) => ({ ...r, minutes: longer ?? r.minutes }))}>Make it {longer} minutes</button
        >
      </Notice>
    {/if}
    <div class="later">
      <SayIt
        attire={session.attire}
        {spot}
        {them}
        clock={() => Math.max(0, clockOf(roll, player.now))}
        onsaid={(told, from, until) => change((r) => withTold(r, told, from, until))}
      />
      <div class="acts files">
        <FileBox
          label="Captions of this recording"
          accept={captionFiles}
          does="Open captions"
          drop={false}
          onfile={openCaptions}
        />
        <button class="btn preset-outlined-surface-600-400" onclick={save} disabled={roll.exchanges.length === 0}
          >Save the moments as captions</button
        >
        <button class="btn preset-outlined-surface-600-400" onclick={() => openFile.close()}>Another file</button>
        <a
          class="btn preset-outlined-surface-600-400"
          href="#/rolls/{encodeURIComponent(session.id)}/{encodeURIComponent(roll.id)}">To the roll</a
        >
      </div>
      {#if proposed}
        <Proposals
          {roll}
          name={proposed.name}
          proposals={proposed.proposals}
          {them}
          onsee={(s) => player.seek(Math.max(0, s - 1))}
          ontake={takeProposals}
          onclose={() => (proposed = null)}
        />
      {/if}
    </div>
  </div>
  <div class="right">
    <Builder
      {roll}
      {session}
      clock={writing}
      shown={Math.max(0, clock)}
      onchange={change}
      onundo={undo}
      onclose={() => undefined}
      bind:lit
    />
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
  .bench {
    display: grid;
    grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
    gap: 1.5rem;
    align-items: start;
  }
  .left {
    position: sticky;
    top: 0.5rem;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem;
    margin-bottom: 0.6rem;
  }
  .files {
    margin-top: 0.6rem;
  }
  .files :global([data-scope='file-upload'][data-part='root']) {
    width: auto;
  }
  @media (max-width: 900px) {
    .bench {
      display: flex;
      flex-direction: column;
      align-items: stretch;
      gap: 0;
    }
    /* The picture stays in sight while the thumb is on the buttons below; what is needed seldom comes last. */
    .left {
      display: contents;
    }
    .left :global(.screen) {
      position: sticky;
      top: 0;
      z-index: 6;
    }
    .left :global(video) {
      max-height: 26vh;
    }
    .later {
      order: 2;
    }
  }
</style>
