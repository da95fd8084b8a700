<script lang="ts">
  import { api, data } from '../../lib/api/api.ts';
  import type { Block } from '../../lib/api/types.ts';
  import { dayWords, plural } from '../../lib/text/words.ts';
  import { kindWords } from '../block/block-words.ts';
  import { sessionFor } from '../tonight/tonight.ts';

  /** What the running block has for tonight, or for its next evening. */
  const { block, day }: { block: Block; day: string } = $props();
  const plan = $derived(
    data(api.GET('/api/blocks/{id}/plan', { params: { path: { id: block.id }, query: { today: day } } })),
  );
</script>

<a class="card preset-filled-surface-100-900" href="#/tonight">
  {#await plan}
    <strong>Tonight's drill</strong>
    <span class="quiet small">Laying out the cards…</span>
  {:then p}
    {@const session = sessionFor(p, day)}
    <strong
      >{session?.date === day ? "Tonight's drill" : session ? `Drill on ${dayWords(session.date)}` : 'The block'}: {p.titles.join(
        '; ',
      )}</strong
    >
    <span class="quiet small"
      >{session
        ? `${plural(session.cards.length, 'card')}: ${session.cards.map((c) => kindWords[c.kind].toLowerCase()).join(', ')}`
        : 'no evening is left in it'}</span
    >
  {:catch}
    <strong>Tonight's drill</strong>
    <span class="quiet small">Its cards are kept on this device.</span>
  {/await}
</a>

<style>
  a {
    display: flex;
    flex-direction: column;
    justify-content: center;
    min-height: 4.4rem;
    color: inherit;
    text-decoration: none;
  }
  a:hover {
    border-color: var(--wood-edge);
  }
</style>
