<script lang="ts">
  import { ground, roleWord } from '../../lib/log/ground.svelte.ts';
  import EitherOr from '../../parts/EitherOr.svelte';
  import Fold from '../../parts/Fold.svelte';
  import Toggle from '../../parts/Toggle.svelte';

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

<Fold says="Add a technique or a position of my own">
  <form onsubmit={add}>
    <EitherOr
      label="What is it?"
      choices={[
        { value: 'technique', name: 'a technique' },
        { value: 'position', name: 'a position' },
      ]}
      value={what}
      onchange={(one) => (what = one)}
    />
    <label class="label"
      ><span class="label-text">Its name</span><input
        class="input"
        bind:value={name}
        required
        maxlength="80"
        autocomplete="off"
      /></label
    >
    {#if what === 'technique'}
      <label class="label">
        <span class="label-text">Kind</span>
        <select class="select" bind:value={kind}
          >{#each kinds as k (k)}<option value={k}>{k}</option>{/each}</select
        >
      </label>
      <label class="label">
        <span class="label-text">Starts, for whoever does it, in</span>
        <select class="select" bind:value={from} required>
          <option value="" disabled>choose</option>
          {#each spots as s (s.value)}<option value={s.value}>{s.name}</option>{/each}
        </select>
      </label>
      {#if kind !== 'submission'}
        <label class="label">
          <span class="label-text">and leads to</span>
          <select class="select" bind:value={to}>
            <option value="">it differs</option>
            {#each spots as s (s.value)}<option value={s.value}>{s.name}</option>{/each}
          </select>
        </label>
      {/if}
    {:else}
      <label class="label">
        <span class="label-text">Nearest family</span>
        <select class="select" bind:value={family}
          >{#each families as f (f)}<option value={f}>{f}</option>{/each}</select
        >
      </label>
      <Toggle label="nobody is on top in it" checked={even} onchange={(on) => (even = on)} />
    {/if}
    <button class="btn preset-outlined-surface-600-400">Add it</button>
  </form>
</Fold>

<style>
  form {
    display: flex;
    flex-direction: column;
    gap: 0.6rem;
  }
</style>
