<script lang="ts">
  import { onMount } from 'svelte';
  import { send, sentences } from '../../lib/api/api.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import { eventName } from '../../lib/log/match.ts';
  import { rulesets } from '../../lib/log/rulesets.svelte.ts';
  import type { Ruleset } from '../../lib/api/types.ts';
  import { rulesWords } from '../../lib/text/answers.ts';
  import Fold from '../../parts/Fold.svelte';
  import Notice from '../../parts/Notice.svelte';
  import RulesForm from './RulesForm.svelte';

  let editing = $state.raw<Ruleset | null>(null);
  let faults = $state<string[]>([]);
  let loaded = $state(false);
  onMount(async () => {
    await rulesets.load();
    loaded = true;
  });
  keyHelp.keys = [];

  async function done() {
    editing = null;
    await rulesets.load();
  }

  async function bin(r: Ruleset) {
    faults = [];
    try {
      await send('DELETE', `/api/rulesets/${encodeURIComponent(r.id)}`, undefined, { 'if-match': `"${r.version}"` });
      await rulesets.load();
    } catch (fault) {
      faults = sentences(fault);
    }
  }

  const copy = (r: Ruleset) =>
    (editing = { ...r, id: crypto.randomUUID(), name: `${r.name}, mine`, own: false, version: null, source: null });
</script>

<p class="quiet"><a class="anchor" href="#/matches">Matches</a> /</p>
<h1>Rules</h1>
<p class="first">
  Copy the rules that are nearest and change what differs; matches that name them are scored by them at once.
</p>
{#each faults as fault (fault)}<Notice kind="fault">{fault}</Notice>{/each}
{#if editing}
  {#key editing.id}<RulesForm rules={editing} ondone={done} oncancel={() => (editing = null)} />{/key}
{/if}
{#if loaded}
  <ul>
    {#each rulesets.all as r (r.id)}
      <li class="card preset-filled-surface-100-900">
        <div class="line">
          <h2>{r.name}</h2>
          <div class="acts">
            <button class="btn preset-outlined-surface-600-400" onclick={() => copy(r)}>Copy</button>
            {#if r.own}
              <button class="btn preset-outlined-surface-600-400" onclick={() => (editing = r)}>Change</button>
              <button class="btn preset-outlined-surface-600-400" onclick={() => bin(r)}>To the bin</button>
            {/if}
          </div>
        </div>
        <p>{rulesWords(r)}</p>
        {#if r.source}<p class="quiet small">{r.source}</p>{/if}
        {#if Object.keys(r.points).length > 0}
          <p>
            {#each Object.entries(r.points) as [event, points], i (event)}{i > 0 ? ', ' : ''}{eventName(event)}
              {points}{/each}
          </p>
        {/if}
        {#if r.barred.length > 0}
          <Fold says="What is barred">
            <ul class="bars">
              {#each r.barred as bar, i (i)}<li>
                  {bar.why}
                  <span class="quiet small">{bar.techniques.map((t) => ground.techniqueName(t)).join(', ')}</span>
                </li>{/each}
            </ul>
          </Fold>
        {/if}
      </li>
    {/each}
  </ul>
{:else}
  <p class="quiet" role="status">Fetching the rules…</p>
{/if}

<style>
  ul > .card {
    margin-top: 0.8rem;
  }
  .line,
  .acts {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
    gap: 0.5rem;
  }
  .bars li {
    padding: 0.15rem 0;
  }
</style>
