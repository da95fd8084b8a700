<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { search } from '../../lib/text/search.ts';
  import type { Actor, Attire, Outcome, Technique } from '../../lib/api/types.ts';
  import OutcomeChoice from '../../parts/OutcomeChoice.svelte';
  import EitherOr from '../../parts/EitherOr.svelte';
  import Find from '../../parts/Find.svelte';

  interface Props {
    them: string;
    attire: Attire;
    onpick: (technique: Technique, actor: Actor, outcome: Outcome) => void;
    oncancel: () => void;
  }
  const { them, attire, onpick, oncancel }: Props = $props();
  let actor = $state<Actor>('me');
  let outcome = $state<Outcome>('done');
  const possible = $derived((ground.words?.techniques ?? []).filter((t) => attire === 'gi' || !t.gi));
  const find = (words: string) =>
    search(words, possible, ground.aliases(), 8).map((t) => ({ value: t.id, name: t.name, says: t.kind }));
</script>

<div class="card preset-filled-surface-100-900">
  <div class="row">
    <EitherOr
      label="Who"
      quiet
      choices={[
        { value: 'me', name: 'I' },
        { value: 'them', name: them },
      ]}
      value={actor}
      onchange={(who) => (actor = who)}
    />
    <OutcomeChoice value={outcome} onchange={(what) => (outcome = what)} />
  </div>
  <Find
    label="What was it? Any name will do."
    placeholder="knee slice, rnc, upa…"
    focus
    search={find}
    none="Nothing of that name. Try another word for it, or take a plain “Sweep”, “Guard pass”, “Escape” and write the rest in the notes."
    onpick={(id) => {
      const technique = ground.technique(id);
      if (technique) onpick(technique, actor, outcome);
    }}
    {oncancel}
  />
  <button class="btn preset-outlined-surface-600-400" onclick={oncancel}>Back</button>
</div>

<style>
  .card {
    display: flex;
    flex-direction: column;
    align-items: stretch;
    gap: 0.7rem;
    flex: 1;
    min-width: 0;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 0.4rem 1.2rem;
  }
  .card > .btn {
    align-self: flex-start;
  }
</style>
