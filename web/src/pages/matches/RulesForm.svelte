<script lang="ts">
  import { untrack } from 'svelte';
  import { send, sentences } from '../../lib/api/api.ts';
  import { eventName } from '../../lib/log/match.ts';
  import type { Ruleset } from '../../lib/api/types.ts';
  import Notice from '../../parts/Notice.svelte';
  import Toggle from '../../parts/Toggle.svelte';

  interface Props {
    rules: Ruleset;
    ondone: () => void;
    oncancel: () => void;
  }
  const { rules, ondone, oncancel }: Props = $props();

  const events = [
    'takedown',
    'takedown-past',
    'sweep',
    'sweep-past',
    'guard-pass',
    'knee-on-belly',
    'mount',
    'back-mount',
    'back-control',
  ];
  const belts = ['white', 'blue', 'purple', 'brown', 'black'] as const;
  const before = untrack(() => rules);
  let name = $state(before.name);
  let hold = $state(String(before.holdSeconds));
  let points = $state<Record<string, string>>(
    Object.fromEntries(events.map((e) => [e, before.points[e] ? String(before.points[e]) : ''])),
  );
  let advantages = $state(before.advantages);
  let from = $state(String(Math.round(before.pointsFrom * 100)));
  let pull = $state(String(before.guardPullPenalty));
  let decides = $state<'decision' | 'draw'>(before.tieBreak.includes('draw') ? 'draw' : 'decision');
  let minutes = $state<Record<string, string>>(
    Object.fromEntries(belts.map((b) => [b, before.lengths[b] ? String(before.lengths[b]! / 60) : ''])),
  );
  let faults = $state<string[]>([]);

  const number = (text: string) => (text.trim() === '' ? 0 : Number(text.replace(',', '.')));

  async function save(e: SubmitEvent) {
    e.preventDefault();
    const filled = (boxes: Record<string, string>, times = 1) =>
      Object.fromEntries(
        Object.entries(boxes)
          .filter(([, text]) => text.trim() !== '')
          .map(([key, text]) => [key, number(text) * times]),
      );
    const { own: _, version, ...kept } = before;
    const scored = filled(points);
    const any = Object.keys(scored).length > 0;
    const body = {
      ...kept,
      name,
      kind: !any ? 'submission-only' : number(from) > 0 ? 'late-points' : 'points',
      holdSeconds: number(hold),
      points: scored,
      advantages,
      pointsFrom: number(from) / 100,
      guardPullPenalty: number(pull),
      tieBreak: [...(any ? ['points', ...(advantages ? ['advantages'] : [])] : []), 'penalties', decides],
      lengths: filled(minutes, 60),
    };
    if ([hold, from, pull, ...Object.values(points), ...Object.values(minutes)].some((t) => Number.isNaN(number(t)))) {
      faults = ['One of the boxes holds something that is no number; write it like 2 or 6.5, or leave it empty.'];
      return;
    }
    try {
      if (version == null) await send('POST', '/api/rulesets', body);
      else await send('PUT', `/api/rulesets/${encodeURIComponent(before.id)}`, body, { 'if-match': `"${version}"` });
      ondone();
    } catch (fault) {
      faults = sentences(fault);
    }
  }
</script>

<form onsubmit={save} class="card preset-filled-surface-100-900" aria-label="Rules of my own">
  <label class="label"
    ><span class="label-text">Name</span><input class="input" bind:value={name} required maxlength="200" /></label
  >
  <fieldset>
    <legend>Points; empty for none</legend>
    <div class="grid">
      {#each events as event (event)}
        <label class="label"
          ><span class="label-text">{eventName(event)}</span><input
            class="input"
            bind:value={points[event]}
            inputmode="numeric"
          /></label
        >
      {/each}
    </div>
  </fieldset>
  <div class="grid">
    <label class="label"
      ><span class="label-text">Seconds to hold</span><input
        class="input"
        bind:value={hold}
        inputmode="decimal"
      /></label
    >
    <label class="label"
      ><span class="label-text">Points count after (% of the length)</span><input
        class="input"
        bind:value={from}
        inputmode="numeric"
      /></label
    >
    <label class="label"
      ><span class="label-text">Pulling guard costs</span><input
        class="input"
        bind:value={pull}
        inputmode="numeric"
      /></label
    >
    <label class="label">
      <span class="label-text">Level at the end</span>
      <select class="select" bind:value={decides}>
        <option value="decision">the referee decides</option>
        <option value="draw">a draw</option>
      </select>
    </label>
    <Toggle label="Advantages" checked={advantages} onchange={(on) => (advantages = on)} />
  </div>
  <fieldset>
    <legend>Minutes by belt</legend>
    <div class="grid">
      {#each belts as belt (belt)}
        <label class="label"
          ><span class="label-text">{belt}</span><input
            class="input"
            bind:value={minutes[belt]}
            inputmode="decimal"
          /></label
        >
      {/each}
    </div>
  </fieldset>
  <p class="quiet small">Penalties, what is barred and the weight classes stay those of the rules that were copied.</p>
  {#each faults as fault (fault)}<Notice kind="fault">{fault}</Notice>{/each}
  <div class="row">
    <button class="btn preset-filled-primary-700-300">Save the rules</button>
    <button class="btn preset-outlined-surface-600-400" type="button" onclick={oncancel}>Leave it</button>
  </div>
</form>

<style>
  form,
  fieldset {
    display: flex;
    flex-direction: column;
    gap: 0.7rem;
  }
  legend {
    font-weight: 650;
    margin-bottom: 0.3rem;
  }
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(100%, 9.5rem), 1fr));
    gap: 0.7rem;
    align-items: end;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 0.6rem;
  }
</style>
