<script lang="ts">
  import { ground, roleWord } from '../../lib/log/ground.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { untrack } from 'svelte';
  import DayRange from '../../parts/DayRange.svelte';
  import AttireChoice from '../../parts/AttireChoice.svelte';
  import Fold from '../../parts/Fold.svelte';

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
  // Open where the address narrows something down; by hand after that.
  const unfolded = untrack(() => narrowed > 0);
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
  <label class="label">
    <span class="label-text">Search in accounts, notes and takeaways</span>
    <input
      class="input"
      type="search"
      bind:this={searchBox}
      value={filter.q ?? ''}
      oninput={(e) => words(e.currentTarget.value)}
    />
  </label>
  <div class="narrow">
    <Fold says="Narrow down{narrowed > 0 ? ` (${narrowed} set)` : ''}" open={unfolded}>
      <div class="grid">
        <label class="label">
          <span class="label-text">Partner</span>
          <select
            class="select"
            value={filter.partner ?? ''}
            onchange={(e) => onnarrow({ partner: e.currentTarget.value })}
          >
            <option value="">anybody</option>
            {#each partners.all as p (p.id)}<option value={p.id}>{p.name}</option>{/each}
          </select>
        </label>
        <label class="label">
          <span class="label-text">Their belt that day</span>
          <select class="select" value={filter.belt ?? ''} onchange={(e) => onnarrow({ belt: e.currentTarget.value })}>
            <option value="">any</option>
            {#each ['white', 'blue', 'purple', 'brown', 'black'] as b (b)}<option value={b}>{b}</option>{/each}
          </select>
        </label>
        <AttireChoice
          both
          value={(filter.attire ?? '') as '' | 'gi' | 'no-gi'}
          onchange={(attire) => onnarrow({ attire })}
        />
        <label class="label">
          <span class="label-text">Spot I was in</span>
          <select class="select" value={spot} onchange={(e) => pickSpot(e.currentTarget.value)}>
            <option value="">any</option>
            {#each spots as s (s.value)}<option value={s.value}>{s.name}</option>{/each}
          </select>
        </label>
        <label class="label">
          <span class="label-text">Technique</span>
          <select
            class="select"
            value={filter.technique ?? ''}
            onchange={(e) => onnarrow({ technique: e.currentTarget.value })}
          >
            <option value="">any</option>
            {#each ground.words?.techniques ?? [] as t (t.id)}<option value={t.id}>{t.name}</option>{/each}
          </select>
        </label>
        <label class="label">
          <span class="label-text">Reason</span>
          <select
            class="select"
            value={filter.reason ?? ''}
            onchange={(e) => onnarrow({ reason: e.currentTarget.value })}
          >
            <option value="">any</option>
            {#each ground.words?.reasons ?? [] as r (r.id)}<option value={r.id}>{r.says}</option>{/each}
          </select>
        </label>
        <DayRange from={filter.from ?? ''} to={filter.to ?? ''} onchange={onnarrow} />
      </div>
    </Fold>
  </div>
</search>

<style>
  search {
    display: block;
    margin: 0.7rem 0 1rem;
  }
  .narrow {
    margin-top: 0.3rem;
  }
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr));
    gap: 0.7rem;
  }
</style>
