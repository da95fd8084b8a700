<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { keyHelp, typing } from '../../lib/keys.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { bareExchanges, editAt, moveMoment, split, type Place } from '../../lib/log/edit-at.ts';
  import * as edit from '../../lib/log/roll-edit.ts';
  import type { Actor, ExchangeEnd, NextMoment, Outcome, Roll, Session, Spot, Technique } from '../../lib/api/types.ts';
  import { beltWords, clockWords, endWords } from '../../lib/text/words.ts';
  import Stick from '../../sticks/Stick.svelte';
  import MatchBar from './MatchBar.svelte';
  import MomentEditor from './MomentEditor.svelte';
  import MomentList from './MomentList.svelte';
  import NextButtons from './NextButtons.svelte';
  import { nextMoments } from './next-moments.svelte.ts';
  import SaveMark from './SaveMark.svelte';
  import SpotPicker from './SpotPicker.svelte';
  import StartChips from './StartChips.svelte';
  import TechniqueSearch from './TechniqueSearch.svelte';

  interface Props {
    roll: Roll;
    session: Session;
    onchange: (how: (roll: Roll) => Roll) => void;
    onclose: () => void;
    /** Beside a recording: the roll's clock at this instant, in seconds; what is written is put there. Null: nothing can be now. */
    clock?: () => number | null;
    /** The clock in sight, for what stands before and behind it. */
    shown?: number;
    /** Beside a recording, which has the undo of its own. */
    onundo?: () => void;
    lit?: { exchange: number; moment: number } | null;
  }
  let { roll, session, onchange, onclose, clock, shown, onundo, lit = $bindable(null) }: Props = $props();
  const attire = $derived(session.attire);

  let start = $state.raw<Spot | undefined>();
  let picking = $state(false);
  let searching = $state(false);
  /** Exchanges that the owner has said all of, though no moment of them is known. */
  let said = $state.raw<readonly number[]>([]);

  /** The one of them that is being told. */
  let telling = $state<number | null>(null);
  /** The exchange that is known by its end alone and is told now, as the round clock leaves them; null for none. */
  const filling = $derived(clock ? null : (telling ?? bareExchanges(roll).find((e) => !said.includes(e)) ?? null));
  const place = $derived<Place>(
    filling !== null
      ? { at: 'exchange', exchange: filling }
      : clock
        ? { at: 'clock', clock: shown ?? 0 }
        : { at: 'end' },
  );
  const head = $derived(split(roll, place)[0]);
  const open = $derived(edit.openExchange(head));
  const last = $derived(edit.lastMoment(head));
  /** An exchange that is open and empty began where the one before did, until something else is said. */
  const begun = $derived(open !== null && open.moments.length === 0 && !open.start);
  const unstarted = $derived(open === null || begun);
  const spot = $derived(
    begun ? (start ?? edit.nextStart({ ...head, exchanges: head.exchanges.slice(0, -1) })) : edit.here(head, start),
  );
  /** What the chips change: the moment that was picked, else the last one. */
  const chosen = $derived.by(() => {
    const value = lit ? roll.exchanges[lit.exchange]?.moments[lit.moment] : undefined;
    return lit && value ? { ...lit, value } : last;
  });
  const fits = $derived((next: NextMoment) => attire === 'gi' || !ground.technique(next.technique)?.gi);
  const next = $derived(nextMoments.from(spot).filter(fits));
  const mine = $derived(next.filter((n) => n.actor === 'me'));
  const theirs = $derived(next.filter((n) => n.actor === 'them'));
  const name = $derived(partners.name(roll.partnerId));
  const them = $derived(name.split(' ')[0] ?? name);

  function take(actor: Actor, technique: string, outcome: Outcome, to: readonly Spot[]) {
    const finishes = ground.technique(technique)?.kind === 'submission';
    const begin = start;
    const from = begun ? spot : null;
    write((r, at) =>
      edit.addStep(
        from ? edit.setHere(r, from) : r,
        { actor, technique, outcome, to: to[0], finishes, clock: at },
        begin,
      ),
    );
    if (finishes && outcome === 'done') {
      start = undefined;
      toldAll();
    }
    searching = false;
    lit = null;
  }

  /** Writes at the place where the owner is, at the clock of the recording if there is one. */
  function write(how: (head: Roll, clock?: number) => Roll) {
    const at = clock?.();
    if (at === null) return;
    const where: Place = at === undefined ? place : { at: 'clock', clock: at };
    telling = filling;
    onchange((r) => editAt(r, where, (part) => how(part, at)));
  }

  const takeNext = (n: NextMoment | undefined, outcome: Outcome) => n && take(n.actor, n.technique, outcome, n.to);

  function takeFound(technique: Technique, actor: Actor, outcome: Outcome) {
    const usual =
      next.find((n) => n.actor === actor && n.technique === technique.id)?.to ?? edit.landings(technique, actor);
    take(actor, technique.id, outcome, usual);
  }

  function isAt(where: Spot) {
    if (open) write((r) => edit.setHere(r, where));
    else start = where;
    picking = false;
  }

  function undo() {
    lit = null;
    if (onundo) onundo();
    else if (filling !== null) write(edit.undoMoment);
    else onchange(edit.undo);
  }

  const end = (how: ExchangeEnd) => write((r, at) => edit.endExchange(r, { ...how, clock: at }, start));
  const tap = (by: Actor) => end({ kind: 'tap', by });
  const reset = () => open && end({ kind: 'reset' });

  /** Nothing more is known of the exchange that was told: on to the next. */
  function toldAll() {
    if (filling !== null) said = [...said, filling];
    telling = null;
  }

  function bell() {
    if (filling !== null) toldAll();
    else {
      if (open) end({ kind: 'time' });
      onclose();
    }
  }

  function changeChosen(change: Parameters<typeof edit.changeMoment>[3]) {
    if (!chosen) return;
    const { exchange, moment, value } = chosen;
    const finishes = ground.technique(value.technique)?.kind === 'submission';
    if (change.clock !== undefined && change.clock !== null && clock)
      onchange((r) => moveMoment(r, exchange, moment, change.clock!));
    else if (change.actor || change.outcome) onchange((r) => edit.correctMoment(r, exchange, moment, change, finishes));
    else onchange((r) => edit.changeMoment(r, exchange, moment, change));
  }

  const theirKeys = ['KeyA', 'KeyS', 'KeyD', 'KeyF', 'KeyG', 'KeyH'];

  function onkeydown(e: KeyboardEvent) {
    if (keyHelp.open || picking || searching || typing(e)) return;
    const outcome: Outcome = e.shiftKey ? 'stopped' : 'done';
    const digit = /^Digit([1-6])$/.exec(e.code)?.[1];
    const their = theirKeys.indexOf(e.code);
    const plain: Record<string, () => void> = {
      KeyZ: undo,
      KeyJ: () => changeChosen({ side: 'left' }),
      KeyK: () => changeChosen({ side: 'right' }),
      KeyU: () => changeChosen({ sure: chosen?.value.sure === false }),
      KeyC: () => tap('me'),
      KeyX: () => tap('them'),
      KeyR: reset,
      KeyB: bell,
    };
    if (e.key === 'Escape') lit = null;
    else if (filling !== null && ['KeyC', 'KeyX', 'KeyR'].includes(e.code)) return;
    else if (lit !== null && !clock && !['KeyJ', 'KeyK', 'KeyU'].includes(e.code)) return;
    else if (digit) takeNext(mine[Number(digit) - 1], outcome);
    else if (their >= 0) takeNext(theirs[their], outcome);
    else if (e.key === '/') searching = true;
    else if (plain[e.code]) plain[e.code]!();
    else return;
    e.preventDefault();
  }
</script>

<svelte:window {onkeydown} />

{#if !clock}
  <div class="head">
    <h1>{name} <span class="quiet small">{beltWords(roll.partnerBelt, roll.partnerStripes)}</span></h1>
    <SaveMark />
  </div>

  <div class="stick">
    <Stick exchanges={roll.exchanges} {lit} onpick={(m) => (lit = { exchange: m.exchange, moment: m.moment })} />
  </div>
{/if}

{#if roll.kind === 'match'}<MatchBar roll={clock ? head : roll} {session} {them} {onchange} />{/if}

<div class="columns" class:beside={clock !== undefined}>
  <div class="build">
    {#if filling !== null && lit === null}
      <p class="filling">
        <span class="quiet">Exchange {filling + 1} of {roll.exchanges.length}, known by its end:</span>
        <strong>{endWords(roll.exchanges[filling]!.end!, them, (t) => ground.techniqueName(t))}</strong>
        {#if roll.exchanges[filling]!.end!.clock != null}<span class="quiet"
            >at {clockWords(roll.exchanges[filling]!.end!.clock)}</span
          >{/if}
      </p>
    {/if}
    {#if lit !== null}
      <p class="quiet">Changing a moment of this roll</p>
    {:else if unstarted}
      <StartChips
        {spot}
        again={head.exchanges.length > (open ? 1 : 0)}
        onpick={isAt}
        onother={() => (picking = true)}
      />
    {:else}
      <p class="here">
        <span class="quiet">Now in</span>
        <strong data-testid="here">{spot ? ground.spotName(spot) : 'a spot that was not told'}</strong>
        <button class="btn preset-outlined-surface-600-400 slim" onclick={() => (picking = true)}
          >{spot ? 'not there' : 'say where'}</button
        >
      </p>
    {/if}
    {#if picking}
      <SpotPicker onpick={isAt} oncancel={() => (picking = false)} />
    {:else if searching}
      <TechniqueSearch {them} {attire} onpick={takeFound} oncancel={() => (searching = false)} />
    {:else}
      {#if chosen && (filling === null || lit !== null || chosen.exchange === filling)}
        <MomentEditor
          moment={chosen.value}
          {them}
          whole={lit !== null}
          onchange={changeChosen}
          onundo={undo}
          onwhole={(open) => (lit = open ? { exchange: chosen.exchange, moment: chosen.moment } : null)}
          landings={edit.landings}
        />
      {/if}
      {#if lit === null}
        <NextButtons {mine} {theirs} {them} hint={roll.exchanges.length === 0} onpick={takeNext} />
        <div class="ends">
          <button class="btn preset-outlined-surface-600-400" onclick={() => (searching = true)}>Something else…</button
          >
          {#if filling === null}
            <button class="btn preset-outlined-surface-600-400" onclick={() => tap('me')}>I got a tap</button>
            <button class="btn preset-outlined-surface-600-400" onclick={() => tap('them')}>I tapped</button>
            <button class="btn preset-outlined-surface-600-400" onclick={reset} disabled={!open}>Reset</button>
          {/if}
          <button class="btn preset-filled-primary-700-300 bell" onclick={bell}
            >{filling !== null ? 'That led to it: next' : clock ? 'Bell: the end' : 'Bell: roll done'}</button
          >
        </div>
      {/if}
    {/if}
  </div>
  <MomentList
    {roll}
    {them}
    {lit}
    onlight={(place) => (lit = place)}
    onremove={(e, m) => {
      lit = null;
      onchange((r) => edit.removeMoment(r, e, m));
    }}
  />
</div>

<style>
  .head {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: baseline;
    gap: 0.3rem 1rem;
  }
  .stick {
    margin: 0.6rem 0;
    min-height: 42px;
  }
  .columns {
    display: grid;
    grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr);
    gap: 1.5rem;
    align-items: start;
  }
  .here {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem;
    font-size: 1.15rem;
    margin-bottom: 0.5rem;
  }
  .slim {
    min-height: 2rem;
    padding: 0.1rem 0.6rem;
    font-size: 0.92rem;
  }
  .ends {
    display: grid;
    grid-template-columns: repeat(4, 1fr);
    gap: 0.5rem;
    margin-top: 0.8rem;
  }
  .bell {
    grid-column: 1 / -1;
    min-height: 3.2rem;
  }
  .beside {
    grid-template-columns: minmax(0, 1fr);
    gap: 0.8rem;
  }
  @media (max-width: 720px) {
    .columns {
      grid-template-columns: minmax(0, 1fr);
    }
    /* In reach of the thumb, above the places' bar, always seen. */
    .ends {
      position: sticky;
      bottom: 4.2rem;
      z-index: 5;
      grid-template-columns: repeat(6, 1fr);
      gap: 0.35rem;
      padding-block: 0.35rem;
      background: light-dark(var(--color-root-bg-light), var(--color-root-bg-dark));
    }
    .ends .btn {
      grid-column: span 2;
      padding-inline: 0.3rem;
    }
    .ends .btn:nth-child(4) {
      grid-column: span 2;
    }
    .ends .bell {
      grid-column: span 4;
      min-height: var(--touch);
    }
  }
</style>
