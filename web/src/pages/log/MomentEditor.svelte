<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { sameSpot } from '../../lib/log/spots.ts';
  import type { Actor, Moment, Side, Spot, Technique } from '../../lib/api/types.ts';
  import { clockFromBox, clockWords } from '../../lib/text/words.ts';
  import NotchMark from '../../parts/NotchMark.svelte';
  import OutcomeChoice from '../../parts/OutcomeChoice.svelte';
  import EitherOr from '../../parts/EitherOr.svelte';

  interface Props {
    moment: Moment;
    them: string;
    /** Whether everything about it can be changed, or only what is quickly added to the last one. */
    whole: boolean;
    onchange: (change: Partial<Moment>) => void;
    onundo: () => void;
    /** Opens the whole of it, or closes it again. */
    onwhole: (open: boolean) => void;
    landings: (technique: Technique, actor: Actor) => Spot[];
  }
  const { moment, them, whole, onchange, onundo, onwhole, landings }: Props = $props();

  let box: HTMLElement;
  // On a phone the list of moments is further down than the place where one is changed.
  $effect(() => {
    if (whole) box.scrollIntoView({ block: 'center' });
  });

  const technique = $derived(ground.technique(moment.technique));
  const elsewhere = $derived(
    moment.outcome === 'done' && technique && (moment.to || whole)
      ? landings(technique, moment.actor)
          .filter((s) => !sameSpot(s, moment.to))
          .slice(0, 3)
      : [],
  );
  const reasons = $derived(moment.reasons ?? []);
  const side = (s: Side) => onchange({ side: moment.side === s ? undefined : s });
</script>

<div class="last" bind:this={box}>
  <p>
    <NotchMark mine={moment.actor === 'me'} scratch={moment.outcome === 'stopped'} />
    {moment.actor === 'me' ? 'I' : them}: <strong>{technique?.name ?? moment.technique}</strong>
    {moment.outcome === 'stopped' ? 'stopped' : ''}
    {#if technique?.care === 'twist'}<span class="small">(twisting leg lock: tap to the position)</span>{/if}
  </p>
  <div class="chips">
    {#if whole}
      <button class="chip preset-outlined-surface-600-400" onclick={() => onwhole(false)}>ready</button>
      <EitherOr
        label="Who did it"
        quiet
        choices={[
          { value: 'me', name: 'I did it' },
          { value: 'them', name: `${them} did it` },
        ]}
        value={moment.actor}
        onchange={(actor) => onchange({ actor })}
      />
      <OutcomeChoice value={moment.outcome} onchange={(outcome) => onchange({ outcome })} />
    {:else}
      <button class="chip preset-outlined-surface-600-400" onclick={onundo}>take back</button>
    {/if}
    <button
      class="chip preset-outlined-surface-600-400"
      aria-pressed={moment.side === 'left'}
      onclick={() => side('left')}>left</button
    >
    <button
      class="chip preset-outlined-surface-600-400"
      aria-pressed={moment.side === 'right'}
      onclick={() => side('right')}>right</button
    >
    <button
      class="chip preset-outlined-surface-600-400"
      aria-pressed={moment.sure === false}
      onclick={() => onchange({ sure: moment.sure === false })}>not sure</button
    >
    <label class="why">
      <span class="sr-only">Why</span>
      <select
        class="chip preset-outlined-surface-600-400"
        value=""
        onchange={(e) => {
          const id = e.currentTarget.value;
          e.currentTarget.value = '';
          if (id && !reasons.includes(id)) onchange({ reasons: [...reasons, id] });
        }}
      >
        <option value="">why…</option>
        {#each ground.words?.reasons ?? [] as reason (reason.id)}<option value={reason.id}>{reason.says}</option>{/each}
      </select>
    </label>
    {#each reasons as reason (reason)}
      <button
        class="chip preset-outlined-surface-600-400"
        aria-pressed="true"
        onclick={() => onchange({ reasons: reasons.filter((r) => r !== reason) })}
      >
        {ground.reasonSays(reason)} ×
      </button>
    {/each}
    {#if !whole}<button class="chip preset-outlined-surface-600-400" onclick={() => onwhole(true)}>more…</button>{/if}
    {#if elsewhere.length > 0}
      <span class="quiet small">or it led to</span>
      {#each elsewhere as spot (`${spot.position}.${spot.role}`)}
        <button class="chip preset-outlined-surface-600-400" onclick={() => onchange({ to: spot })}
          >{ground.spotName(spot)}</button
        >
      {/each}
    {/if}
  </div>
  {#if whole}
    <div class="words">
      <label class="label">
        <span class="label-text">Clock (m:ss)</span>
        <input
          class="input"
          value={clockWords(moment.clock)}
          inputmode="numeric"
          onchange={(e) => onchange({ clock: clockFromBox(e.currentTarget.value) })}
        />
      </label>
      <label class="label">
        <span class="label-text">Note</span>
        <input
          class="input"
          value={moment.note ?? ''}
          oninput={(e) => onchange({ note: e.currentTarget.value || undefined })}
        />
      </label>
      <label class="label">
        <span class="label-text">What I should have done</span>
        <input
          class="input"
          value={moment.better ?? ''}
          oninput={(e) => onchange({ better: e.currentTarget.value || undefined })}
        />
      </label>
    </div>
  {/if}
</div>

<style>
  .words {
    display: grid;
    grid-template-columns: 7rem 1fr 1fr;
    gap: 0.6rem;
    margin-top: 0.6rem;
  }
  .last {
    border-left: 4px solid var(--line);
    padding: 0.1rem 0 0.1rem 0.7rem;
    margin-bottom: 0.7rem;
  }
  p {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.35rem;
  }
  .chips {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.35rem;
    margin-top: 0.35rem;
  }
  .chip {
    max-width: 11rem;
  }
  .chip:is(select) {
    max-width: 6.5rem;
  }
  @media (max-width: 720px) {
    .words {
      grid-template-columns: 1fr;
    }
    .chip {
      padding: 0.1rem 0.45rem;
      font-size: 0.92rem;
    }
    .chip:is(select) {
      max-width: 4.9rem;
    }
  }
</style>
