<script lang="ts">
  import { untrack } from 'svelte';
  import { send, sentences } from '../../lib/api/api.ts';
  import { profile } from '../../lib/log/profile.svelte.ts';
  import type { Belt, Partner } from '../../lib/api/types.ts';
  import { weightFromBox, weightToBox } from '../../lib/text/units.ts';
  import BeltBoxes from '../../parts/BeltBoxes.svelte';
  import Notice from '../../parts/Notice.svelte';
  import Tags from '../../parts/Tags.svelte';

  interface Props {
    partner: Partner | undefined;
    ondone: () => void;
    /** Whether it stands inside a page that says whom it is about. */
    inside?: boolean;
  }
  const { partner, ondone, inside = false }: Props = $props();

  const before = untrack(() => partner);
  let name = $state(before?.name ?? '');
  let belt = $state<Belt>(before?.belt ?? 'white');
  let stripes = $state(before?.stripes ?? 0);
  let weight = $state(untrack(() => weightToBox(before?.weightKg, profile.units)));
  let traits = $state<string[]>([...(before?.traits ?? [])]);
  let notes = $state(before?.notes ?? '');
  let faults = $state<string[]>([]);

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const weightKg =
      weight === weightToBox(before?.weightKg, profile.units) ? before?.weightKg : weightFromBox(weight, profile.units);
    if (Number.isNaN(weightKg)) {
      faults = ['The weight is not a number; write it like 70 or 70.5, or leave it empty.'];
      return;
    }
    const body = { name, belt, stripes, weightKg, traits, notes };
    await attempt(() =>
      before
        ? send(
            'PUT',
            `/api/partners/${encodeURIComponent(before.id)}`,
            { ...body, id: before.id },
            { 'if-match': `"${before.version}"` },
          )
        : send('POST', '/api/partners', body),
    );
  }

  const bin = () => before && attempt(() => send('DELETE', `/api/partners/${encodeURIComponent(before.id)}`));

  async function attempt(what: () => Promise<unknown>) {
    try {
      await what();
      ondone();
    } catch (fault) {
      faults = sentences(fault);
    }
  }
</script>

{#if !inside}
  <p class="quiet"><a class="anchor" href="#/partners">Partners</a> /</p>
  <h1>A new partner</h1>
{/if}
<form onsubmit={save}>
  <label class="label">
    <span class="label-text">Name (a first name and an initial will do)</span>
    <input class="input" bind:value={name} required maxlength="200" autocomplete="off" />
  </label>
  <BeltBoxes bind:belt bind:stripes />
  <label class="label">
    <span class="label-text">Weight in {profile.units} (may stay empty)</span>
    <input class="input" bind:value={weight} inputmode="decimal" />
  </label>
  <Tags label="What marks them: long legs, judo, slow starter" value={traits} onchange={(list) => (traits = list)} />
  <label class="label">
    <span class="label-text">Notes</span>
    <textarea class="textarea" rows="4" bind:value={notes}></textarea>
  </label>
  <p class="quiet small">Rolls that are in the log keep the belt and weight of their day.</p>
  {#each faults as fault (fault)}<Notice kind="fault">{fault}</Notice>{/each}
  <div class="row">
    <button class="btn preset-filled-primary-700-300">Save</button>
    {#if before}
      <button class="btn preset-outlined-surface-600-400" type="button" onclick={bin}>To the bin</button>
    {/if}
  </div>
</form>

<style>
  form {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 22rem), 1fr));
    gap: 0.8rem 2.5rem;
    align-items: start;
    margin: 0.8rem 0 1.4rem;
  }
  form > :global(:is(p, .row, .notice)) {
    grid-column: 1 / -1;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 0.6rem;
  }
</style>
