<script lang="ts">
  import { ground, roleWord } from '../../lib/log/ground.svelte.ts';

  interface Props {
    onadd: (words: object) => Promise<void>;
  }
  const { onadd }: Props = $props();

  const kinds = [
    'takedown',
    'pull',
    'entry',
    'break',
    'pass',
    'sweep',
    'back-take',
    'escape',
    'retention',
    'defence',
    'stand-up',
    'advance',
    'submission',
  ];
  let what = $state<'technique' | 'position'>('technique');
  let name = $state('');
  let kind = $state('sweep');
  let from = $state('');
  let to = $state('');
  let even = $state(false);
  let family = $state('half guard');

  const spots = $derived(
    (ground.words?.positions ?? []).flatMap((p) =>
      p.roles.map((role) => ({
        value: role === 'even' ? p.id : `${p.id}:${role}`,
        name: role === 'even' ? p.name : `${p.name}, ${roleWord(role, p.family)}`,
      })),
    ),
  );
  const families = $derived([...new Set((ground.words?.positions ?? []).map((p) => p.family))].sort());

  async function add(event: SubmitEvent) {
    event.preventDefault();
    await onadd(
      what === 'technique'
        ? { techniques: [{ name: name.trim(), kind, from: [from], to: to && kind !== 'submission' ? [to] : [] }] }
        : { positions: [{ name: name.trim(), family, roles: even ? ['even'] : ['top', 'bottom'] }] },
    );
  }
</script>

<details>
  <summary>Add a technique or a position of my own</summary>
  <form onsubmit={add}>
    <label class="field">
      <span>What is it?</span>
      <select class="box" bind:value={what}>
        <option value="technique">a technique</option>
        <option value="position">a position</option>
      </select>
    </label>
    <label class="field"
      ><span>Its name</span><input class="box" bind:value={name} required maxlength="80" autocomplete="off" /></label
    >
    {#if what === 'technique'}
      <label class="field">
        <span>Kind</span>
        <select class="box" bind:value={kind}
          >{#each kinds as k (k)}<option value={k}>{k}</option>{/each}</select
        >
      </label>
      <label class="field">
        <span>Starts, for whoever does it, in</span>
        <select class="box" bind:value={from} required>
          <option value="" disabled>choose</option>
          {#each spots as s (s.value)}<option value={s.value}>{s.name}</option>{/each}
        </select>
      </label>
      {#if kind !== 'submission'}
        <label class="field">
          <span>and leads to</span>
          <select class="box" bind:value={to}>
            <option value="">it differs</option>
            {#each spots as s (s.value)}<option value={s.value}>{s.name}</option>{/each}
          </select>
        </label>
      {/if}
    {:else}
      <label class="field">
        <span>Nearest family</span>
        <select class="box" bind:value={family}
          >{#each families as f (f)}<option value={f}>{f}</option>{/each}</select
        >
      </label>
      <label class="tick"><input type="checkbox" bind:checked={even} /> nobody is on top in it</label>
    {/if}
    <button class="act">Add it</button>
  </form>
</details>

<style>
  summary {
    cursor: pointer;
    padding: 0.4rem 0;
  }
  form {
    display: flex;
    flex-direction: column;
    gap: 0.6rem;
  }
  .tick {
    display: flex;
    align-items: center;
    gap: 0.5rem;
    min-height: 2.5rem;
  }
</style>
