<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { search } from '../../lib/text/search.ts';

  /** The techniques that a class taught: found by any of their names, taken out by one tap. */
  const { ids, onchange }: { ids: readonly string[]; onchange: (ids: string[] | undefined) => void } = $props();

  let query = $state('');
  const found = $derived(
    query.trim() === ''
      ? []
      : search(query, ground.words?.techniques ?? [], ground.aliases(), 6).filter((t) => !ids.includes(t.id)),
  );

  function add(id: string) {
    onchange([...ids, id]);
    query = '';
  }
  function remove(id: string) {
    const rest = ids.filter((other) => other !== id);
    onchange(rest.length > 0 ? rest : undefined);
  }
</script>

<div class="taught">
  <label class="field">
    <span>Taught in class</span>
    <input
      class="box"
      placeholder="find a technique"
      autocomplete="off"
      bind:value={query}
      onkeydown={(e) => {
        if (e.key === 'Enter' && found[0]) {
          e.preventDefault();
          add(found[0].id);
        }
      }}
    />
  </label>
  {#if found.length > 0}
    <ul class="chips" aria-label="Found">
      {#each found as technique (technique.id)}
        <li><button type="button" class="act" onclick={() => add(technique.id)}>{technique.name}</button></li>
      {/each}
    </ul>
  {/if}
  {#if ids.length > 0}
    <ul class="chips" aria-label="Taught">
      {#each ids as id (id)}
        <li>
          <button type="button" class="act" aria-label="Take out {ground.techniqueName(id)}" onclick={() => remove(id)}
            >{ground.techniqueName(id)} ×</button
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
