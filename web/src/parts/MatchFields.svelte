<script lang="ts">
  import { onMount } from 'svelte';
  import { rulesets } from '../lib/log/rulesets.svelte.ts';
  import type { Roll, Score } from '../lib/api/types.ts';
  import { clockFromBox, clockWords } from '../lib/text/words.ts';

  interface Props {
    roll: Roll;
    /** The rules of the day, taken when the match names none. */
    usual?: string | null;
    onchange: (change: Partial<Roll>) => void;
  }
  const { roll, usual, onchange }: Props = $props();
  onMount(() => void rulesets.load());

  const bys: [Score['result']['by'], string][] = [
    ['submission', 'a tap'],
    ['points', 'points'],
    ['advantages', 'advantages'],
    ['penalties', 'penalties'],
    ['disqualification', 'disqualification'],
    ['decision', 'the referee’s decision'],
    ['draw', 'nobody: a draw'],
  ];
  const unknown = $derived(roll.ruleset && !rulesets.all.some((r) => r.id === roll.ruleset));

  function winner(value: string) {
    if (value === '') onchange({ result: undefined });
    else if (value === 'nobody') onchange({ result: { winner: null, by: 'draw' } });
    else
      onchange({
        result: {
          winner: value as 'me' | 'them',
          by: roll.result && roll.result.by !== 'draw' ? roll.result.by : 'points',
        },
      });
  }
</script>

<label class="label">
  <span class="label-text">Rules</span>
  <select
    class="select"
    value={roll.ruleset ?? ''}
    onchange={(e) => onchange({ ruleset: e.currentTarget.value || undefined })}
  >
    <option value="">{usual ? `the day’s: ${rulesets.name(usual)}` : 'not said'}</option>
    {#each rulesets.all as r (r.id)}<option value={r.id}>{r.name}</option>{/each}
    {#if unknown}<option value={roll.ruleset}>{roll.ruleset}</option>{/if}
  </select>
</label>
<label class="label">
  <span class="label-text">Length (m:ss), if not the rules’</span>
  <input
    class="input"
    value={clockWords(roll.length)}
    inputmode="numeric"
    onchange={(e) => onchange({ length: clockFromBox(e.currentTarget.value) || undefined })}
  />
</label>
<label class="label">
  <span class="label-text">Announced winner</span>
  <select
    class="select"
    value={roll.result ? (roll.result.winner ?? 'nobody') : ''}
    onchange={(e) => winner(e.currentTarget.value)}
  >
    <option value="">not told</option>
    <option value="me">I</option>
    <option value="them">they</option>
    <option value="nobody">nobody</option>
  </select>
</label>
{#if roll.result?.winner}
  <label class="label">
    <span class="label-text">By</span>
    <select
      class="select"
      value={roll.result.by}
      onchange={(e) => onchange({ result: { ...roll.result!, by: e.currentTarget.value as Score['result']['by'] } })}
    >
      {#each bys as [id, says] (id)}<option value={id}>{says}</option>{/each}
    </select>
  </label>
{/if}
