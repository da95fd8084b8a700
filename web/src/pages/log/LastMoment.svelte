<script lang="ts">
  import { ground, sameSpot } from '../../lib/ground.svelte.ts';
  import type { Actor, Moment, Side, Spot, Technique } from '../../lib/types.ts';
  import NotchMark from '../../parts/NotchMark.svelte';

  interface Props {
    moment: Moment;
    them: string;
    onchange: (change: Partial<Moment>) => void;
    onundo: () => void;
    landings: (technique: Technique, actor: Actor) => Spot[];
  }
  const { moment, them, onchange, onundo, landings }: Props = $props();

  const technique = $derived(ground.technique(moment.technique));
  const elsewhere = $derived(
    moment.outcome === 'done' && technique && moment.to
      ? landings(technique, moment.actor)
          .filter((s) => !sameSpot(s, moment.to))
          .slice(0, 3)
      : [],
  );
  const reasons = $derived(moment.reasons ?? []);
  const side = (s: Side) => onchange({ side: moment.side === s ? undefined : s });
</script>

<div class="last">
  <p>
    <NotchMark mine={moment.actor === 'me'} scratch={moment.outcome === 'stopped'} />
    {moment.actor === 'me' ? 'I' : them}: <strong>{technique?.name ?? moment.technique}</strong>
    {moment.outcome === 'stopped' ? 'stopped' : ''}
    {#if technique?.care === 'twist'}<span class="small">(twisting leg lock: tap to the position)</span>{/if}
  </p>
  <div class="chips">
    <button class="chip" onclick={onundo}>take back</button>
    <button class="chip" aria-pressed={moment.side === 'left'} onclick={() => side('left')}>left</button>
    <button class="chip" aria-pressed={moment.side === 'right'} onclick={() => side('right')}>right</button>
    <button class="chip" aria-pressed={moment.sure === false} onclick={() => onchange({ sure: moment.sure === false })}
      >not sure</button
    >
    <label class="why">
      <span class="sr-only">Why</span>
      <select
        class="chip"
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
        class="chip"
        aria-pressed="true"
        onclick={() => onchange({ reasons: reasons.filter((r) => r !== reason) })}
      >
        {ground.reasonSays(reason)} ×
      </button>
    {/each}
  </div>
  {#if elsewhere.length > 0}
    <div class="chips">
      <span class="quiet small">or it led to</span>
      {#each elsewhere as spot (`${spot.position}.${spot.role}`)}
        <button class="chip" onclick={() => onchange({ to: spot })}>{ground.spotName(spot)}</button>
      {/each}
    </div>
  {/if}
</div>

<style>
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
    font: inherit;
    font-size: 0.95rem;
    min-height: 2.5rem;
    padding: 0.1rem 0.65rem;
    border: 1px solid var(--quiet);
    border-radius: var(--radius-base);
    background: transparent;
    color: inherit;
    cursor: pointer;
    max-width: 11rem;
  }
  .chip:is(select) {
    max-width: 6.5rem;
  }
  @media (max-width: 720px) {
    .chip {
      padding: 0.1rem 0.45rem;
      font-size: 0.92rem;
    }
    .chip:is(select) {
      max-width: 4.9rem;
    }
  }
  .chip[aria-pressed='true'] {
    border: 2px solid var(--mine);
    font-weight: 650;
  }
</style>
