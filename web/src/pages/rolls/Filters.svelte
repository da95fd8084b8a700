<script lang="ts">
  import { ground, roleWord } from '../../lib/log/ground.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';

  interface Props {
    filter: Record<string, string>;
    onnarrow: (change: Record<string, string>) => void;
    searchBox?: HTMLInputElement;
  }
  let { filter, onnarrow, searchBox = $bindable() }: Props = $props();

  const spot = $derived(filter.position ? `${filter.position}:${filter.role ?? ''}` : '');
  const spots = $derived(
    (ground.words?.positions ?? []).flatMap((p) =>
      p.roles.map((role) => ({
        value: `${p.id}:${role}`,
        name: role === 'even' ? p.name : `${p.name}, ${roleWord(role, p.family)}`,
      })),
    ),
  );
  const narrowed = $derived(
    ['partner', 'belt', 'attire', 'position', 'technique', 'reason', 'from', 'to'].filter((n) => filter[n]).length,
  );
  let timer: ReturnType<typeof setTimeout>;

  function words(text: string) {
    clearTimeout(timer);
    timer = setTimeout(() => onnarrow({ q: text }), 250);
  }

  function pickSpot(value: string) {
    const [position = '', role = ''] = value.split(':');
    onnarrow({ position, role });
  }
</script>

<search>
  <label class="field">
    <span>Search in accounts, notes and takeaways</span>
    <input
      class="box"
      type="search"
      bind:this={searchBox}
      value={filter.q ?? ''}
      oninput={(e) => words(e.currentTarget.value)}
    />
  </label>
  <details open={narrowed > 0}>
    <summary>Narrow down{narrowed > 0 ? ` (${narrowed} set)` : ''}</summary>
    <div class="grid">
      <label class="field">
        <span>Partner</span>
        <select class="box" value={filter.partner ?? ''} onchange={(e) => onnarrow({ partner: e.currentTarget.value })}>
          <option value="">anybody</option>
          {#each partners.all as p (p.id)}<option value={p.id}>{p.name}</option>{/each}
        </select>
      </label>
      <label class="field">
        <span>Their belt that day</span>
        <select class="box" value={filter.belt ?? ''} onchange={(e) => onnarrow({ belt: e.currentTarget.value })}>
          <option value="">any</option>
          {#each ['white', 'blue', 'purple', 'brown', 'black'] as b (b)}<option value={b}>{b}</option>{/each}
        </select>
      </label>
      <label class="field">
        <span>Gi or no-gi</span>
        <select class="box" value={filter.attire ?? ''} onchange={(e) => onnarrow({ attire: e.currentTarget.value })}>
          <option value="">both</option>
          <option value="gi">gi</option>
          <option value="no-gi">no-gi</option>
        </select>
      </label>
      <label class="field">
        <span>Spot I was in</span>
        <select class="box" value={spot} onchange={(e) => pickSpot(e.currentTarget.value)}>
          <option value="">any</option>
          {#each spots as s (s.value)}<option value={s.value}>{s.name}</option>{/each}
        </select>
      </label>
      <label class="field">
        <span>Technique</span>
        <select
          class="box"
          value={filter.technique ?? ''}
          onchange={(e) => onnarrow({ technique: e.currentTarget.value })}
        >
          <option value="">any</option>
          {#each ground.words?.techniques ?? [] as t (t.id)}<option value={t.id}>{t.name}</option>{/each}
        </select>
      </label>
      <label class="field">
        <span>Reason</span>
        <select class="box" value={filter.reason ?? ''} onchange={(e) => onnarrow({ reason: e.currentTarget.value })}>
          <option value="">any</option>
          {#each ground.words?.reasons ?? [] as r (r.id)}<option value={r.id}>{r.says}</option>{/each}
        </select>
      </label>
      <label class="field">
        <span>From day</span>
        <input
          class="box"
          type="date"
          value={filter.from ?? ''}
          onchange={(e) => onnarrow({ from: e.currentTarget.value })}
        />
      </label>
      <label class="field">
        <span>To day</span>
        <input
          class="box"
          type="date"
          value={filter.to ?? ''}
          onchange={(e) => onnarrow({ to: e.currentTarget.value })}
        />
      </label>
    </div>
  </details>
</search>

<style>
  search {
    display: block;
    margin: 0.7rem 0 1rem;
  }
  details {
    margin-top: 0.5rem;
  }
  summary {
    cursor: pointer;
    padding: 0.4rem 0;
  }
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr));
    gap: 0.7rem;
  }
</style>
