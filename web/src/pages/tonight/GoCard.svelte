<script lang="ts">
  import { keyHelp, typing } from '../../lib/keys.svelte.ts';
  import { logDraft } from '../../lib/draft/log-draft.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import type { DrillCard } from '../../lib/api/types.ts';
  import { plural } from '../../lib/text/words.ts';
  import GoesStick from '../../sticks/GoesStick.svelte';
  import { doseWords, kindWords } from '../block/block-words.ts';
  import Countdown from './Countdown.svelte';
  import { sideOf, triesOf, withGo, withoutLastGo } from './tonight.ts';

  interface Props {
    card: DrillCard;
    day: string;
    nextCue: string | null;
  }
  const { card, day, nextCue }: Props = $props();

  let partner = $state<string | null>(null);
  let counting = $state(false);
  const tries = $derived(triesOf(logDraft.session, card, day));
  const kept = $derived(tries.filter((t) => t.kept).length);
  const side = $derived(sideOf(card, tries.length));
  const done = $derived(tries.length >= card.goes);
  const suggested = $derived(card.partners.map((p) => p.partner));
  const people = $derived([
    ...suggested.flatMap((id) => partners.all.filter((p) => p.id === id)),
    ...partners.all.filter((p) => !suggested.includes(p.id)),
  ]);
  const mine = $derived(partner ?? suggested[0] ?? null);

  // One tap at a time, so that two quick ones are two goes and not one.
  let last: Promise<void> = Promise.resolve();
  function write(how: (typeof logDraft)['change'] extends (h: infer H) => unknown ? H : never) {
    counting = true;
    last = last.then(async () => {
      await logDraft.onDay(day);
      await logDraft.change(how);
      counting = false;
    });
    return last;
  }
  const go = (won: boolean) => {
    const person = people.find((p) => p.id === mine) ?? null;
    return write((s) => withGo(s, card, person, day, { kept: won, side: sideOf(card, triesOf(s, card, day).length) }));
  };
  const undo = () => write((s) => withoutLastGo(s, card, mine, day));

  function onkeydown(event: KeyboardEvent) {
    if (keyHelp.open || typing(event) || card.kind === 'repetitions') return;
    if (event.key === 'k') void go(true);
    if (event.key === 'n') void go(false);
    if (event.key === 'z' && tries.length > 0) void undo();
  }
</script>

<svelte:window {onkeydown} />
<article aria-label="{kindWords[card.kind]}: {card.title}">
  <h2>{card.title}</h2>
  {#if card.cue}<p class="cue">“{card.cue}”</p>{/if}

  {#if card.kind !== 'repetitions'}
    <p>{card.from}. <span class="quiet">{card.intensity[0]!.toUpperCase() + card.intensity.slice(1)}.</span></p>
    <p class="next" aria-live="polite">
      {#if done}{kept} of {plural(tries.length, 'go', 'goes')} kept. Done; swap, or go on if there is time.{:else}Go {tries.length +
          1} of {card.goes}, <strong>{side} side</strong>{/if}
    </p>
    <Countdown seconds={card.seconds} fresh={tries.length} />
    <div class="taps">
      <button class="tap kept" onclick={() => go(true)}>kept</button>
      <button class="tap" onclick={() => go(false)}>not kept</button>
    </div>
    <GoesStick {tries} planned={card.goes} height={40} />
    <div class="foot">
      <span aria-hidden="true">{kept} kept, {tries.length - kept} not</span>
      <button class="btn preset-outlined-surface-600-400" disabled={tries.length === 0 || counting} onclick={undo}
        >Take the last one back</button
      >
    </div>
    <label class="label">
      <span class="label-text">With</span>
      <select class="select" value={mine ?? ''} onchange={(e) => (partner = e.currentTarget.value)}>
        {#if mine === null}<option value="">somebody</option>{/if}
        {#each people as p (p.id)}<option value={p.id}
            >{p.name}{suggested.includes(p.id) ? `: ${card.partners.find((s) => s.partner === p.id)?.why}` : ''}</option
          >{/each}
      </select>
    </label>
  {/if}
  <p class="quiet">{kindWords[card.kind]} · {doseWords(card)} · {card.intensity}</p>
  <dl>
    <dt>Start</dt>
    <dd>{card.from}</dd>
    <dt>You</dt>
    <dd>{card.you}</dd>
    <dt>They</dt>
    <dd>{card.they}</dd>
    {#if card.kind !== 'repetitions'}
      <dt>Kept when</dt>
      <dd>{card.win}</dd>
    {/if}
    {#if card.harder}
      <dt>Harder</dt>
      <dd>{card.harder}</dd>
    {/if}
  </dl>
  {#if nextCue}<p class="quiet">Then: {nextCue}</p>{/if}
  <p class="quiet small">{card.why}</p>
  <ul class="care small">
    {#each card.cautions as c (c.id)}<li>{c.says}</li>{/each}
  </ul>
</article>

<style>
  article {
    max-width: 44rem;
    display: flex;
    flex-direction: column;
    gap: 0.7rem;
    font-size: 1.12rem;
  }
  h2 {
    font-size: 1.3rem;
  }
  dl {
    display: grid;
    grid-template-columns: max-content minmax(0, 1fr);
    gap: 0.2rem 0.8rem;
  }
  dt {
    color: var(--quiet);
    font-size: 1rem;
  }
  .cue {
    font-family: var(--typo-heading--font-family);
    font-size: 1.35rem;
    font-weight: 650;
    line-height: 1.25;
  }
  .next {
    font-size: 1.2rem;
  }
  .taps {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.7rem;
  }
  .tap {
    min-height: 5.2rem;
    font: inherit;
    font-size: 1.5rem;
    font-weight: 650;
    border: 2px solid var(--wood-edge);
    border-radius: var(--radius-base);
    background: var(--card);
    color: inherit;
    cursor: pointer;
  }
  .tap.kept {
    background: var(--wood);
  }
  .foot {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 0.6rem;
  }
  .care {
    border-left: 6px double var(--wood-edge);
    padding-left: 0.6rem;
    color: var(--quiet);
  }
</style>
