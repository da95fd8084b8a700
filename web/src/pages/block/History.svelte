<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import type { Block } from '../../lib/api/types.ts';
  import { dayWords } from '../../lib/text/words.ts';

  const { blocks, shown }: { blocks: readonly Block[]; shown?: string | undefined } = $props();

  const about = (b: Block) =>
    b.focuses
      .map(
        (f) => `${ground.spotName(f.spot)}${f.technique ? `: ${ground.techniqueName(f.technique).toLowerCase()}` : ''}`,
      )
      .join('; ');
</script>

{#if blocks.length}
  <section aria-label="Blocks so far">
    <h2>Blocks so far</h2>
    <ul>
      {#each blocks as block (block.id)}
        <li aria-current={block.id === shown ? 'true' : undefined}>
          <a class="anchor" href="#/block/{encodeURIComponent(block.id)}">{about(block)}</a>
          <span class="quiet"
            >{dayWords(block.from)} to {dayWords(block.ends)}{block.ended ? `, ${block.ended}` : ''}</span
          >
          <a
            class="anchor"
            href="#/block/{encodeURIComponent(block.id)}/verdict"
            aria-label="Did it hold? {about(block)}">Did it hold?</a
          >
        </li>
      {/each}
    </ul>
    <p class="quiet small"><a class="anchor" href="#/rings">The growth rings</a> show when each of them was.</p>
  </section>
{/if}

<style>
  section {
    margin-top: 1.4rem;
  }
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 0.2rem 1rem;
    padding: 0.45rem 0;
    border-bottom: 1px dotted var(--line);
  }
  @media print {
    section {
      display: none;
    }
  }
</style>
