<script lang="ts">
  import { untrack } from 'svelte';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import type { Roll } from '../../lib/api/types.ts';
  import { spaced } from '../../lib/text/words.ts';
  import MatchFields from '../../parts/MatchFields.svelte';

  interface Props {
    roll: Roll;
    /** The rules of the day, for a match. */
    rules?: string | null;
    onchange: (how: (roll: Roll) => Roll) => void;
    onremove: () => void;
  }
  const { roll, rules = null, onchange, onremove }: Props = $props();

  const set = (change: Partial<Roll>) => onchange((r) => ({ ...r, ...change }));
  const intensities: NonNullable<Roll['intensity']>[] = ['flow', 'technical', 'hard', 'match'];
  const intents: [NonNullable<Roll['intent']>, string][] = [
    ['own-game', 'my own game'],
    ['experiment', 'trying things'],
    ['let-work', 'letting them work'],
    ['survive', 'getting through it'],
  ];
  const kinds: NonNullable<Roll['kind']>[] = ['roll', 'positional', 'match'];
  // Kept apart from the roll while it is typed, so that a line still being begun is not taken away.
  let takeaways = $state(untrack(() => (roll.takeaways ?? []).join('\n')));
  /** Another partner, with the belt and weight they have now. */
  function withPartner(id: string) {
    const p = partners.all.find((one) => one.id === id);
    if (p) set({ partnerId: p.id, partnerBelt: p.belt, partnerStripes: p.stripes, partnerWeightKg: p.weightKg });
  }

  const lines = (text: string) => {
    const list = text.split('\n').filter((t) => t.trim() !== '');
    return list.length > 0 ? list : undefined;
  };
</script>

<section class="details" aria-label="About this roll">
  <label class="label">
    <span class="label-text">Takeaways, one a line</span>
    <textarea class="textarea" rows="2" bind:value={takeaways} oninput={() => set({ takeaways: lines(takeaways) })}
    ></textarea>
  </label>
  <label class="label">
    <span class="label-text">Notes</span>
    <textarea
      class="textarea"
      rows="2"
      value={roll.notes ?? ''}
      oninput={(e) => set({ notes: e.currentTarget.value || undefined })}></textarea>
  </label>
  <div class="grid">
    <label class="label">
      <span class="label-text">Partner</span>
      <select class="select" value={roll.partnerId ?? ''} onchange={(e) => withPartner(e.currentTarget.value)}>
        {#if !partners.all.some((p) => p.id === roll.partnerId)}<option value={roll.partnerId ?? ''}>somebody</option
          >{/if}
        {#each partners.all as p (p.id)}<option value={p.id}>{p.name}</option>{/each}
      </select>
    </label>
    <label class="label">
      <span class="label-text">Minutes</span>
      <input
        class="input"
        type="number"
        min="0"
        max="240"
        value={roll.minutes ?? ''}
        onchange={(e) => set({ minutes: e.currentTarget.value === '' ? undefined : Number(e.currentTarget.value) })}
      />
    </label>
    <label class="label">
      <span class="label-text">How hard</span>
      <select
        class="select"
        value={roll.intensity ?? ''}
        onchange={(e) => set({ intensity: (e.currentTarget.value || undefined) as Roll['intensity'] })}
      >
        <option value="">not said</option>
        {#each intensities as i (i)}<option value={i}>{spaced(i)}</option>{/each}
      </select>
    </label>
    <label class="label">
      <span class="label-text">What for</span>
      <select
        class="select"
        value={roll.intent ?? ''}
        onchange={(e) => set({ intent: (e.currentTarget.value || undefined) as Roll['intent'] })}
      >
        <option value="">not said</option>
        {#each intents as [id, says] (id)}<option value={id}>{says}</option>{/each}
      </select>
    </label>
    <label class="label">
      <span class="label-text">Kind</span>
      <select
        class="select"
        value={roll.kind ?? 'roll'}
        onchange={(e) => set({ kind: e.currentTarget.value as Roll['kind'] })}
      >
        {#each kinds as k (k)}<option value={k}>{k}</option>{/each}
      </select>
    </label>
    {#if roll.kind === 'match'}<MatchFields {roll} usual={rules} onchange={set} />{/if}
  </div>
  <button class="btn preset-outlined-surface-600-400" onclick={onremove}>Move this roll to the bin</button>
</section>

<style>
  .details {
    display: flex;
    flex-direction: column;
    gap: 0.8rem;
    margin-top: 1.6rem;
    padding-top: 1rem;
    border-top: 2px solid var(--line);
    max-width: 48rem;
  }
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(9rem, 1fr));
    gap: 0.7rem;
  }
  .btn {
    align-self: flex-start;
  }
</style>
