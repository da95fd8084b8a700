<script lang="ts">
  import { onMount } from 'svelte';
  import { api, data, send, sentences } from '../../lib/api/api.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { isRefused, refuse } from '../../lib/log/not-these.ts';
  import { plural } from '../../lib/text/words.ts';
  import type { Alias, Learned } from '../../lib/api/types.ts';
  import { search } from '../../lib/text/search.ts';
  import Find from '../../parts/Find.svelte';
  import OwnThing from './OwnThing.svelte';
  import Notice from '../../parts/Notice.svelte';

  let says = $state('');
  let means = $state('');
  let faults = $state<string[]>([]);
  let learned = $state.raw<Learned | null>(null);
  let refused = $state.raw<string[]>([]);

  const proposals = $derived((learned?.proposals ?? []).filter((p) => !refused.includes(p.says) && !isRefused(p)));

  async function load() {
    learned = await data(api.GET('/api/vocabulary/learned'));
  }
  onMount(() => void attempt(load));

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

  const keep = (says: string, means: string) =>
    attempt(async () => {
      await send('POST', '/api/vocabulary', { aliases: [{ says, means }] });
      await load();
    });

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
{#if learned && learned.accounts > 0}
  <p class="quiet small">
    The reader has learned from {plural(learned.accounts, 'account')} that you set right. They lie with their rolls.
  </p>
{/if}
{#if proposals.length > 0}
  <h3>You set these right more than once</h3>
  <ul>
    {#each proposals as one (`${one.says}/${one.means}`)}
      <li>
        <span>“{one.says}”: the {nameOf(one.means).toLowerCase()}, in {plural(one.times, 'account')}</span>
        <span class="choice">
          <button
            class="btn preset-outlined-surface-600-400"
            onclick={() => keep(one.says, one.means)}
            aria-label="Keep {one.says} as a word of yours">Keep it</button
          >
          <button
            class="btn preset-outlined-surface-600-400"
            onclick={() => {
              refuse(one);
              refused = [...refused, one.says];
            }}
            aria-label="Do not propose {one.says} again">Not this</button
          >
        </span>
      </li>
    {/each}
  </ul>
{/if}
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
  .choice {
    display: flex;
    gap: 0.4rem;
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
