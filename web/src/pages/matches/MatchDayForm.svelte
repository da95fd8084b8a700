<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { send, sentences } from '../../lib/api/api.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { profile } from '../../lib/log/profile.svelte.ts';
  import { rulesets } from '../../lib/log/rulesets.svelte.ts';
  import type { Attire, Belt, SessionRead } from '../../lib/api/types.ts';
  import { weightFromBox, weightToBox } from '../../lib/text/units.ts';
  import { today } from '../../lib/text/words.ts';
  import AttireChoice from '../../parts/AttireChoice.svelte';
  import Notice from '../../parts/Notice.svelte';

  interface Props {
    /** The day that is changed; none for a new one. */
    session?: SessionRead;
    ondone: (id: string) => void;
  }
  const { session, ondone }: Props = $props();

  const before = untrack(() => session);
  let date = $state(before?.date ?? today());
  let attire = $state<Attire>(before?.attire ?? 'gi');
  let name = $state(before?.event?.name ?? '');
  let ruleset = $state(before?.event?.ruleset ?? 'points');
  let belt = $state<Belt | ''>(before?.event?.belt ?? '');
  let limit = $state(untrack(() => weightToBox(before?.event?.limitKg, profile.units)));
  let minutes = $state(before?.event?.length ? String(before.event.length / 60) : '');
  let opponent = $state(before?.event?.opponentId ?? '');
  let aim = $state(before?.aim ?? '');
  let notes = $state(before?.notes ?? '');
  let faults = $state<string[]>([]);

  onMount(() => {
    void rulesets.load();
    void partners.load();
  });

  async function save(e: SubmitEvent) {
    e.preventDefault();
    const limitKg = weightFromBox(limit, profile.units);
    const length = minutes.trim() === '' ? undefined : Number(minutes.replace(',', '.')) * 60;
    if (Number.isNaN(limitKg) || Number.isNaN(length)) {
      faults = ['A limit and minutes are numbers, like 64 or 6.5; both may stay empty.'];
      return;
    }
    const id = before?.id ?? crypto.randomUUID();
    // What is not asked here stays; the rolls are not sent, and so stay too.
    const { rolls: _, version: __, decided: ___, ...kept } = before ?? ({} as Partial<SessionRead>);
    const body = {
      ...kept,
      id,
      date,
      kind: before?.kind ?? 'tournament',
      attire,
      aim: aim || undefined,
      notes: notes || undefined,
      event: {
        name: name || undefined,
        ruleset,
        belt: belt || undefined,
        limitKg,
        length,
        opponentId: opponent || undefined,
      },
    };
    try {
      const headers: Record<string, string> = before ? { 'if-match': `"${before.version}"` } : { 'if-none-match': '*' };
      await send('PUT', `/api/sessions/${encodeURIComponent(id)}`, body, headers);
      ondone(id);
    } catch (fault) {
      faults = sentences(fault);
    }
  }
</script>

<form onsubmit={save} class="card preset-filled-surface-100-900">
  <div class="grid">
    <label class="label"
      ><span class="label-text">What it is called</span><input class="input" bind:value={name} maxlength="200" /></label
    >
    <label class="label"
      ><span class="label-text">Day</span><input class="input" type="date" bind:value={date} required /></label
    >
    <AttireChoice value={attire} onchange={(a) => a && (attire = a)} />
    <label class="label">
      <span class="label-text">Rules</span>
      <select class="select" bind:value={ruleset}>
        {#each rulesets.all as r (r.id)}<option value={r.id}>{r.name}</option>{/each}
      </select>
    </label>
    <label class="label">
      <span class="label-text">Division’s belt</span>
      <select class="select" bind:value={belt}>
        <option value="">as I am now</option>
        {#each ['white', 'blue', 'purple', 'brown', 'black'] as b (b)}<option value={b}>{b}</option>{/each}
      </select>
    </label>
    <label class="label"
      ><span class="label-text">Class entered, up to ({profile.units})</span><input
        class="input"
        bind:value={limit}
        inputmode="decimal"
      /></label
    >
    <label class="label"
      ><span class="label-text">Minutes, if not the rules’ own</span><input
        class="input"
        bind:value={minutes}
        inputmode="decimal"
      /></label
    >
    <label class="label">
      <span class="label-text">Expected opponent, or somebody like them</span>
      <select class="select" bind:value={opponent}>
        <option value="">nobody known</option>
        {#each partners.all as p (p.id)}<option value={p.id}>{p.name}</option>{/each}
      </select>
    </label>
    <label class="label"><span class="label-text">One cue</span><input class="input" bind:value={aim} /></label>
    <label class="label"><span class="label-text">Notes</span><input class="input" bind:value={notes} /></label>
  </div>
  {#each faults as fault (fault)}<Notice kind="fault">{fault}</Notice>{/each}
  <button class="btn preset-filled-primary-700-300">{before ? 'Save' : 'Add it'}</button>
</form>

<style>
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(100%, 15rem), 1fr));
    gap: 0.8rem;
    margin-bottom: 0.8rem;
  }
</style>
