<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { search } from '../../lib/text/search.ts';
  import Find from '../../parts/Find.svelte';

  /** The techniques that a class taught: found by any of their names, taken out by one tap. */
  const { ids, onchange }: { ids: readonly string[]; onchange: (ids: string[] | undefined) => void } = $props();

  const find = (words: string) =>
    search(words, ground.words?.techniques ?? [], ground.aliases(), 6)
      .filter((t) => !ids.includes(t.id))
      .map((t) => ({ value: t.id, name: t.name, says: t.kind }));

  function remove(id: string) {
    const rest = ids.filter((other) => other !== id);
    onchange(rest.length > 0 ? rest : undefined);
  }
</script>

<div class="taught">
  <Find label="Taught in class" placeholder="find a technique" search={find} onpick={(id) => onchange([...ids, id])} />
  {#if ids.length > 0}
    <ul class="chips" aria-label="Taught">
      {#each ids as id (id)}
        <li>
          <button
            type="button"
            class="chip preset-outlined-surface-600-400"
            aria-label="Take out {ground.techniqueName(id)}"
            onclick={() => remove(id)}>{ground.techniqueName(id)} ×</button
          >
        </li>
      {/each}
    </ul>
  {/if}
</div>

<style>
  .taught {
    margin-top: 0.6rem;
  }
  .chips {
    display: flex;
    flex-wrap: wrap;
    gap: 0.4rem;
    margin-top: 0.4rem;
  }
</style>
