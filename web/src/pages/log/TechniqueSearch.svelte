<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { search } from '../../lib/text/search.ts';
  import type { Actor, Attire, Outcome, Technique } from '../../lib/api/types.ts';

  interface Props {
    them: string;
    attire: Attire;
    onpick: (technique: Technique, actor: Actor, outcome: Outcome) => void;
    oncancel: () => void;
  }
  const { them, attire, onpick, oncancel }: Props = $props();
  let query = $state('');
  let actor = $state<Actor>('me');
  let outcome = $state<Outcome>('done');
  const possible = $derived((ground.words?.techniques ?? []).filter((t) => attire === 'gi' || !t.gi));
  const found = $derived(search(query, possible, ground.aliases(), 8));
</script>

<div class="panel">
  <div class="row">
    <fieldset>
      <legend class="sr-only">Who</legend>
      <button class="act" aria-pressed={actor === 'me'} onclick={() => (actor = 'me')}>I</button>
      <button class="act" aria-pressed={actor === 'them'} onclick={() => (actor = 'them')}>{them}</button>
    </fieldset>
    <fieldset>
      <legend class="sr-only">What became of it</legend>
      <button class="act" aria-pressed={outcome === 'done'} onclick={() => (outcome = 'done')}>came off</button>
      <button class="act" aria-pressed={outcome === 'stopped'} onclick={() => (outcome = 'stopped')}>stopped</button>
    </fieldset>
  </div>
  <label class="field">
    <span>What was it? Any name will do.</span>
    <!-- svelte-ignore a11y_autofocus -->
    <input
      class="box"
      bind:value={query}
      autofocus
      autocomplete="off"
      placeholder="knee slice, rnc, upa…"
      onkeydown={(e) => {
        if (e.key === 'Enter' && found[0]) onpick(found[0], actor, outcome);
        if (e.key === 'Escape') oncancel();
      }}
    />
  </label>
  <ul>
    {#each found as technique (technique.id)}
      <li>
        <button class="act" onclick={() => onpick(technique, actor, outcome)}>
          <strong>{technique.name}</strong> <span class="quiet small">{technique.kind}</span>
        </button>
      </li>
    {:else}
      <li>
        Nothing of that name. Try another word for it, or take a plain “Sweep”, “Guard pass”, “Escape” and write the
        rest in the notes.
      </li>
    {/each}
  </ul>
  <button class="act" onclick={oncancel}>Back</button>
</div>

<style>
  .row,
  fieldset {
    display: flex;
    flex-wrap: wrap;
    gap: 0.4rem;
  }
  .row {
    gap: 0.4rem 1.2rem;
    margin-bottom: 0.6rem;
  }
  ul {
    display: flex;
    flex-direction: column;
    gap: 0.4rem;
    margin: 0.7rem 0;
  }
  ul .act {
    width: 100%;
    justify-content: flex-start;
  }
</style>
