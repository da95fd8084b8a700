<script lang="ts">
  import { roundClock } from '../../lib/clock/round-clock.svelte.ts';
  import {
    nextFree,
    partnerOf,
    startOf,
    withoutPartner,
    type ClockState,
    type Setting,
  } from '../../lib/clock/rounds.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { inside } from '../../lib/text/words.ts';
  import SpotPicker from '../log/SpotPicker.svelte';
  import { usualOn } from '../../lib/clock/usual.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';

  interface Props {
    setting: Setting;
    state: ClockState;
    day: string;
    onmore: () => void;
  }
  const { setting, state: clock, day, onmore }: Props = $props();

  const offered = 10;
  const usual = $derived(usualOn(day, partners.all).slice(0, offered));
  const free = $derived(nextFree(clock));
  const next = $derived(clock.phase === 'over' ? clock.rounds.length + 1 : Math.max(1, clock.round));
  /** Who is named for the rounds to come, this one with them. */
  const named = $derived(
    Object.entries(clock.partners)
      .map(([round, id]) => ({ round: Number(round), id }))
      .filter((r) => r.id !== null && r.round >= next)
      .sort((a, b) => a.round - b.round),
  );
  const full = $derived(clock.of !== null && free > clock.of);
  const first = (id: string | null) => partners.name(id).split(' ')[0]!;
  const now = $derived(partnerOf(setting, clock, next));

  /** Short goes and fresh partners may start anywhere: said for each, if it is. */
  const mayStart = $derived(setting.kind === 'gauntlet' || setting.kind === 'positional');
  const start = $derived(startOf(setting, clock, next));
  let picking = $state(false);

  const name = (round: number, id: string | null) => void roundClock.press({ does: 'partners', ids: { [round]: id } });
  const skip = (round: number) => void roundClock.press({ does: 'partners', ids: withoutPartner(clock, round) });
</script>

<section aria-label="Who with">
  <h2 class="quiet">{full ? 'Everybody is named' : `Who is round ${free} with?`}</h2>
  {#if named.length > 0}
    <ol>
      {#each named as { round, id } (round)}
        <li>
          <span>{round}. <strong>{partners.name(id)}</strong></span>
          <button class="btn preset-outlined-surface-600-400" onclick={() => skip(round)}
            ><span class="sr-only">Skip {first(id)} in round {round}</span><span aria-hidden="true">skip</span></button
          >
        </li>
      {/each}
    </ol>
  {/if}
  {#if !full}
    <div class="chips">
      {#each usual as partner (partner.id)}
        <button
          class="btn preset-outlined-surface-600-400"
          aria-pressed={partner.id === now}
          onclick={() => name(free, partner.id)}>{partner.name}</button
        >
      {/each}
      <button class="btn preset-outlined-surface-600-400" onclick={onmore}>Somebody else…</button>
    </div>
  {/if}
  {#if mayStart && (clock.of === null || next <= clock.of)}
    <p class="from">
      <span class="quiet">Round {next} starts</span>
      {start ? `from ${inside(ground.spotName(start))}` : 'where they like'}
      <button class="btn preset-outlined-surface-600-400" onclick={() => (picking = !picking)}>say where</button>
    </p>
    {#if picking}
      <SpotPicker
        onpick={(spot) => {
          picking = false;
          void roundClock.press({ does: 'from', round: next, spot });
        }}
        oncancel={() => (picking = false)}
      />
    {/if}
  {/if}
</section>

<style>
  h2 {
    font-size: 1rem;
    font-weight: 550;
    margin-bottom: 0.4rem;
  }
  ol,
  .chips {
    display: flex;
    flex-wrap: wrap;
    gap: 0.4rem;
    margin-bottom: 0.6rem;
  }
  li {
    display: flex;
    align-items: center;
    gap: 0.5rem;
    padding-left: 0.6rem;
    border: 1px solid var(--line);
    border-radius: var(--radius-base);
  }
  .from {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem;
  }
  li .btn {
    border: 0;
    border-left: 1px solid var(--line);
    border-radius: 0;
    color: var(--quiet);
  }
</style>
