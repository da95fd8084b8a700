<script lang="ts">
  import { ApiFault, send } from '../../lib/api.ts';
  import { weightFromBox } from '../../lib/units.ts';
  import Notice from '../../parts/Notice.svelte';
  import BeltBoxes from '../../parts/BeltBoxes.svelte';
  import type { Belt, Objective, Units } from '../../lib/types.ts';

  const { ondone }: { ondone: () => void } = $props();

  let name = $state('');
  let belt = $state<Belt>('white');
  let stripes = $state(0);
  let weight = $state('');
  let units = $state<Units>('kg');
  let objective = $state<Objective>('submissions');
  let faults = $state<string[]>([]);

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const weightKg = weightFromBox(weight, units);
    if (Number.isNaN(weightKg)) {
      faults = ['The weight is not a number; write it like 61 or 61.5, or leave it empty.'];
      return;
    }
    try {
      await send('PUT', '/api/athlete', { name, belt, stripes, weightKg, units, objective }, { 'if-none-match': '*' });
      ondone();
    } catch (fault) {
      const f = fault as ApiFault;
      faults = Object.values(f.faults ?? {}).flat();
      if (faults.length === 0) faults = [f.message];
    }
  }
</script>

<section class="panel">
  <h1>Whose log is this?</h1>
  <p class="quiet">It stays on this machine. You can change all of it later.</p>
  <form onsubmit={save}>
    <label class="field">
      <span>Name</span>
      <input class="box" bind:value={name} required maxlength="200" autocomplete="name" />
    </label>
    <BeltBoxes bind:belt bind:stripes />
    <div class="pair">
      <label class="field">
        <span>Weight (may stay empty)</span>
        <input class="box" bind:value={weight} inputmode="decimal" />
      </label>
      <label class="field">
        <span>Units</span>
        <select class="box" bind:value={units}>
          <option value="kg">kilograms</option>
          <option value="lb">pounds</option>
        </select>
      </label>
    </div>
    <label class="field">
      <span>What counts most for you in a roll?</span>
      <select class="box" bind:value={objective}>
        <option value="submissions">submissions</option>
        <option value="points">control and points</option>
        <option value="survival">not being finished</option>
      </select>
    </label>
    {#each faults as fault (fault)}<Notice kind="fault">{fault}</Notice>{/each}
    <button class="act-main">Begin the log</button>
    <p>Have a logbook file already? <a href="#/data">Bring it in</a> instead.</p>
  </form>
</section>

<style>
  section {
    max-width: 34rem;
    margin: 0 auto;
  }
  form {
    display: flex;
    flex-direction: column;
    gap: 0.9rem;
    margin-top: 0.9rem;
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.8rem;
  }
</style>
