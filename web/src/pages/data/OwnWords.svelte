<script lang="ts">
  import { send, sentences } from '../../lib/api/api.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import type { Alias } from '../../lib/api/types.ts';
  import { search } from '../../lib/text/search.ts';
  import Find from '../../parts/Find.svelte';
  import OwnThing from './OwnThing.svelte';
  import Notice from '../../parts/Notice.svelte';

  let says = $state('');
  let means = $state('');
  let faults = $state<string[]>([]);

  const things = $derived([...(ground.words?.techniques ?? []), ...(ground.words?.positions ?? [])]);
  const find = (words: string) =>
    search(words, things, ground.aliases(), 8).map((t) => ({
      value: t.id,
      name: t.name,
      says: 'family' in t ? 'position' : t.kind,
    }));
  const nameOf = (id: string) => ground.technique(id)?.name ?? ground.position(id)?.name ?? id;
  const own = $derived((ground.words?.own ?? []).map((id) => ({ id, name: nameOf(id) })));

  async function attempt(what: () => Promise<unknown>) {
    faults = [];
    try {
      await what();
      await ground.refresh();
    } catch (fault) {
      faults = sentences(fault);
    }
  }

  async function add(event: SubmitEvent) {
    event.preventDefault();
    if (means === '') {
      faults = ['Say what it means: find the technique or the position by its name.'];
      return;
    }
    await attempt(() => send('POST', '/api/vocabulary', { aliases: [{ says: says.trim(), means }] }));
    if (faults.length === 0) [says, means] = ['', ''];
  }

  const remove = (alias: Alias) =>
    attempt(() =>
      send('DELETE', `/api/vocabulary/aliases?${new URLSearchParams({ says: alias.says, means: alias.means })}`),
    );
</script>

<p>Your own name for something: it is found under it when you log.</p>
<ul>
  {#each ground.aliases() as alias (`${alias.says}/${alias.means}`)}
    <li>
      <span>“{alias.says}” is the {nameOf(alias.means).toLowerCase()}</span>
      <button class="btn preset-outlined-surface-600-400" onclick={() => remove(alias)} aria-label="Forget {alias.says}"
        >Forget</button
      >
    </li>
  {/each}
</ul>
<form onsubmit={add}>
  <label class="label"
    ><span class="label-text">I say</span><input
      class="input"
      bind:value={says}
      required
      maxlength="200"
      autocomplete="off"
    /></label
  >
  <Find
    label="and mean"
    placeholder={means ? nameOf(means) : 'find it by name'}
    search={find}
    onpick={(id) => (means = id)}
  />
  <button class="btn preset-outlined-surface-600-400">Keep it</button>
</form>
{#if means}<p class="small" role="status">“{says || '…'}” will mean the {nameOf(means).toLowerCase()}.</p>{/if}
<OwnThing onadd={(words) => attempt(() => send('POST', '/api/vocabulary', words))} />
{#each faults as fault (fault)}<Notice kind="fault">{fault}</Notice>{/each}
{#if own.length > 0}
  <h3>Added by you</h3>
  <ul>
    {#each own as thing (thing.id)}
      <li>
        <span>{thing.name}</span>
        <button
          class="btn preset-outlined-surface-600-400"
          onclick={() => attempt(() => send('DELETE', `/api/vocabulary/${encodeURIComponent(thing.id)}`))}
          aria-label="Take {thing.name} away">Take away</button
        >
      </li>
    {/each}
  </ul>
{/if}

<style>
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 0.6rem;
    padding: 0.15rem 0;
  }
  form {
    display: grid;
    grid-template-columns: 1fr 1fr auto;
    gap: 0.6rem;
    align-items: end;
  }
  @media (max-width: 560px) {
    form {
      grid-template-columns: 1fr;
    }
  }
</style>
