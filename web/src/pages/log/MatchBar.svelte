<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { keyHelp, typing } from '../../lib/keys.svelte.ts';
  import { boardWords, resultWords } from '../../lib/log/match.ts';
  import { profile } from '../../lib/log/profile.svelte.ts';
  import { changeMoment, lastMoment } from '../../lib/log/roll-edit.ts';
  import { RunningScore } from '../../lib/log/running-score.svelte.ts';
  import type { Actor, Roll, Session } from '../../lib/api/types.ts';

  interface Props {
    roll: Roll;
    session: Session;
    them: string;
    onchange: (how: (roll: Roll) => Roll) => void;
  }
  const { roll, session, them, onchange }: Props = $props();

  const running = new RunningScore();
  onMount(() => void (profile.loaded || profile.load()));
  onDestroy(() => running.stop());
  $effect(() => running.ask($state.snapshot(roll) as Roll, session));

  const last = $derived(lastMoment(roll));
  const told = $derived(roll.exchanges.reduce((n, e) => n + e.moments.length, 0));
  /** Whether the last moment scored, so that its hold matters. */
  const scored = $derived.by(() => {
    if (!last || !running.score) return false;
    const at = (running.score.places ?? []).findIndex((p) => p.exchange === last.exchange && p.moment === last.moment);
    return (
      at >= 0 &&
      running.score.line.some((l) => l.moment === at && l.event !== 'penalty' && !l.event.startsWith('near-'))
    );
  });

  const change = (what: Parameters<typeof changeMoment>[3]) =>
    last && onchange((r) => changeMoment(r, last.exchange, last.moment, what));
  const near = () => last?.value.outcome === 'stopped' && change({ near: last.value.near ? undefined : true });
  const held = () => last?.value.outcome === 'done' && change({ held: last.value.held === false ? undefined : false });
  const penalty = (actor: Actor) =>
    onchange((r) => ({ ...r, penalties: [...(r.penalties ?? []), { actor, after: told }] }));
  const noPenalty = () =>
    onchange((r) => ({ ...r, penalties: (r.penalties ?? []).length > 1 ? r.penalties!.slice(0, -1) : undefined }));

  function onkeydown(e: KeyboardEvent) {
    if (keyHelp.open || typing(e)) return;
    if (e.code === 'KeyN') near();
    else if (e.code === 'KeyV') held();
    else if (e.code === 'KeyP') penalty(e.shiftKey ? 'me' : 'them');
    else return;
    e.preventDefault();
  }
</script>

<svelte:window {onkeydown} />

<section class="match" aria-label="Running score">
  <p class="score" role="status">
    {#if running.score}
      <span class="mine">You {boardWords(running.score.me)}</span>
      <span>{them} {boardWords(running.score.them)}</span>
      {#if running.score.result.by === 'submission' || running.score.result.by === 'disqualification'}
        <strong>{resultWords(running.score.result)}</strong>
      {/if}
    {:else}
      <span class="quiet">{running.missing || 'Counting…'}</span>
    {/if}
  </p>
  {#if running.missing && running.score}<p class="quiet small">Not counted anew: {running.missing}</p>{/if}
  <div class="chips">
    {#if last?.value.outcome === 'stopped'}
      <button class="chip preset-outlined-surface-600-400" aria-pressed={last.value.near === true} onclick={near}
        >it was near</button
      >
    {/if}
    {#if last?.value.outcome === 'done' && (scored || last.value.held != null)}
      <button class="chip preset-outlined-surface-600-400" aria-pressed={last.value.held === false} onclick={held}
        >not held</button
      >
    {/if}
    <button class="chip preset-outlined-surface-600-400" onclick={() => penalty('them')}>{them}: penalty</button>
    <button class="chip preset-outlined-surface-600-400" onclick={() => penalty('me')}>I: penalty</button>
    {#if roll.penalties?.length}<button class="chip preset-outlined-surface-600-400" onclick={noPenalty}
        >take back the last penalty</button
      >{/if}
  </div>
  {#each running.score?.barred ?? [] as bar (bar.moment)}<p class="small care">{bar.why}</p>{/each}
</section>

<style>
  .match {
    border-left: 4px solid var(--wood-edge);
    padding-left: 0.7rem;
    margin-bottom: 0.7rem;
  }
  .score {
    display: flex;
    flex-wrap: wrap;
    gap: 0.1rem 1.4rem;
    min-height: 1.6rem;
    font-size: 1.1rem;
    font-weight: 600;
  }
  .mine {
    color: var(--mine);
  }
  .chips {
    display: flex;
    flex-wrap: wrap;
    gap: 0.35rem;
    margin-top: 0.3rem;
  }
  .care {
    margin-top: 0.3rem;
  }
</style>
