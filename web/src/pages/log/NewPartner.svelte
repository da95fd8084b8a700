<script lang="ts">
  import { untrack } from 'svelte';
  import { logDraft } from '../../lib/draft/log-draft.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { profile } from '../../lib/log/profile.svelte.ts';
  import type { Belt, Partner } from '../../lib/api/types.ts';
  import { weightFromBox, weightToBox } from '../../lib/text/units.ts';
  import BeltBoxes from '../../parts/BeltBoxes.svelte';
  import Notice from '../../parts/Notice.svelte';

  /** The sheet of a new partner; one who is told by name is not asked for it again. */
  const {
    called = '',
    wears = 'white',
    weighs,
    says,
    onadd,
  }: { called?: string; wears?: Belt; weighs?: number; says: string; onadd: (partner: Partner) => void } = $props();

  let name = $state(untrack(() => called));
  let belt = $state<Belt>(untrack(() => wears));
  let stripes = $state(0);
  let weight = $state(untrack(() => weightToBox(weighs, profile.units)));
  let fault = $state('');

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const weightKg = weightFromBox(weight, profile.units);
    if (name.trim() === '') {
      fault = 'Give the partner a name; a first name and an initial will do.';
      return;
    }
    if (weightKg !== undefined && !(weightKg >= 20 && weightKg <= 300)) {
      fault = 'The weight does not look like a person’s; write it like 70, or leave it empty.';
      return;
    }
    const partner: Partner = {
      id: crypto.randomUUID(),
      name: name.trim(),
      belt,
      stripes,
      weightKg,
      version: 0,
      rolls: 0,
    };
    await logDraft.addPartner(partner);
    partners.add(partner);
    onadd(partner);
  }
</script>

<form onsubmit={add}>
  {#if called === ''}
    <label class="label">
      <span class="label-text">Name</span>
      <!-- svelte-ignore a11y_autofocus -->
      <input class="input" bind:value={name} autofocus maxlength="200" autocomplete="off" />
    </label>
  {/if}
  <BeltBoxes bind:belt bind:stripes />
  <label class="label">
    <span class="label-text">Weight in {profile.units} (a guess will do; may stay empty)</span>
    <input class="input" bind:value={weight} inputmode="decimal" />
  </label>
  {#if fault}<Notice kind="fault">{fault}</Notice>{/if}
  <button class="btn preset-filled-primary-700-300">{says}</button>
</form>

<style>
  form {
    display: flex;
    flex-direction: column;
    gap: 0.8rem;
    max-width: 28rem;
  }
</style>
