<script lang="ts">
  import { askedOf, changed, go, partWords } from '../lib/log/judged.ts';
  import { dayWords } from '../lib/text/words.ts';

  interface Props {
    /** The page's heading. */
    title: string;
    /** Its address, without what it asks for. */
    path: string;
    query: Record<string, string>;
    /** Whether a peer can be chosen here. */
    peers?: boolean;
    /** Whether anything can be chosen here. */
    controls?: boolean;
    /** Whether what can be chosen is folded away at first. */
    folded?: boolean;
  }
  const { title, path, query, peers = true, controls = true, folded = false }: Props = $props();

  const pages = [
    { to: '/soft-spots', name: 'Soft spots' },
    { to: '/ground-map', name: 'Ground map' },
    { to: '/rings', name: 'Growth rings' },
    { to: '/patterns', name: 'Patterns' },
    { to: '/ratings', name: 'My own ratings' },
    { to: '/load', name: 'Load and niggles' },
  ];
  const asked = $derived(askedOf(query));
  const set = (change: Record<string, string>) => go(path, query, change);
  const here = (to: string) => path.startsWith(to);
</script>

<nav class="judging" aria-label="What the log says">
  {#each pages as page (page.to)}
    <a href="#{changed(page.to, asked, {})}" aria-current={here(page.to) ? 'page' : undefined}>{page.name}</a>
  {/each}
</nav>
<h1>{title}</h1>
{#if controls}
  <details open={innerWidth > 720 && !folded}>
    <summary
      >What counts, gi or no-gi, days{peers ? ', peers' : ''}{partWords(asked, dayWords)
        ? `: ${partWords(asked, dayWords)}`
        : ''}</summary
    >
    <div class="controls">
      <label class="field">
        <span>What counts</span>
        <select class="box" value={query.objective ?? ''} onchange={(e) => set({ objective: e.currentTarget.value })}>
          <option value="">as in my profile</option>
          <option value="submissions">submissions</option>
          <option value="points">control and points</option>
          <option value="survival">not being finished</option>
        </select>
      </label>
      <label class="field">
        <span>Gi or no-gi</span>
        <select class="box" value={query.attire ?? ''} onchange={(e) => set({ attire: e.currentTarget.value })}>
          <option value="">both</option>
          <option value="gi">gi</option>
          <option value="no-gi">no-gi</option>
        </select>
      </label>
      {#if peers}
        <label class="field">
          <span>Against</span>
          <select class="box" value={query.peer ?? ''} onchange={(e) => set({ peer: e.currentTarget.value })}>
            <option value="">my own level</option>
            <option value="white">white belts</option>
            <option value="blue">blue belts</option>
            <option value="purple">purple belts</option>
            <option value="brown">brown belts</option>
            <option value="black">black belts</option>
          </select>
        </label>
      {/if}
      <label class="field">
        <span>From day</span>
        <input
          class="box"
          type="date"
          value={query.from ?? ''}
          onchange={(e) => set({ from: e.currentTarget.value })}
        />
      </label>
      <label class="field">
        <span>To day</span>
        <input class="box" type="date" value={query.to ?? ''} onchange={(e) => set({ to: e.currentTarget.value })} />
      </label>
    </div>
  </details>
{/if}

<style>
  .judging {
    display: flex;
    flex-wrap: wrap;
    gap: 0.1rem 1.1rem;
    margin-bottom: 0.7rem;
  }
  .judging a {
    padding: 0.3rem 0;
    color: var(--quiet);
    text-decoration: none;
    border-bottom: 2px solid transparent;
  }
  .judging a:hover {
    border-color: var(--line);
  }
  .judging a[aria-current] {
    color: inherit;
    font-weight: 650;
    border-color: var(--wood-edge);
  }
  .controls {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(9.5rem, 1fr));
    gap: 0.6rem;
    margin: 0.3rem 0 0.7rem;
  }
  summary {
    cursor: pointer;
    padding: 0.4rem 0;
    color: var(--quiet);
  }
  @media print {
    .judging,
    details {
      display: none;
    }
  }
  @media (max-width: 720px) {
    .judging {
      gap: 0 1rem;
    }
    .judging a {
      padding: 0.55rem 0;
    }
  }
</style>
