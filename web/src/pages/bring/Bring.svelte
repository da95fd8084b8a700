<script lang="ts">
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import { dataPages } from '../../lib/places.ts';
  import { ageWords } from '../../lib/text/copies.ts';
  import EitherOr from '../../parts/EitherOr.svelte';
  import Loaded from '../../parts/Loaded.svelte';
  import Notice from '../../parts/Notice.svelte';
  import SubNav from '../../parts/SubNav.svelte';
  import type { Intake } from '../../lib/api/types.ts';
  import { countWords, intakes, takeBack } from './bring.ts';
  import DiaryIn from './DiaryIn.svelte';
  import SheetIn from './SheetIn.svelte';

  keyHelp.keys = [];
  let what = $state<'spreadsheet' | 'diary'>('spreadsheet');
  let lately = $state(intakes());
  let fault = $state('');
  let said = $state('');

  async function back(one: Intake) {
    fault = '';
    try {
      await takeBack(one.id);
      said = `“${one.says}” is taken back. What it had brought lies in the bin.`;
    } catch (refused) {
      fault = (refused as Error).message;
    }
    lately = intakes();
  }
</script>

<h1>From a spreadsheet or a diary</h1>
<SubNav label="Data" pages={dataPages} here="/data/bring" />
<section class="card preset-filled-surface-100-900">
  <EitherOr
    label="What do you have?"
    choices={[
      { value: 'spreadsheet', name: 'a spreadsheet' },
      { value: 'diary', name: 'a diary' },
    ]}
    value={what}
    onchange={(next) => (what = next)}
  />
  {#if what === 'spreadsheet'}
    <SheetIn ontaken={() => (lately = intakes())} />
  {:else}
    <DiaryIn ontaken={() => (lately = intakes())} />
  {/if}
</section>
<section class="card preset-filled-surface-100-900">
  <h2>Brought in lately</h2>
  {#if fault}<Notice kind="fault">{fault}</Notice>{/if}
  <p role="status">{said}</p>
  <Loaded promise={lately} waiting="Looking what came in lately…" again={() => (lately = intakes())}>
    {#snippet children(list)}
      <ul>
        {#each list.items as one (one.id)}
          <li>
            <span
              ><strong>{one.says}</strong>: {countWords(one.sessions, one.rolls, one.partners)}
              <span class="quiet small">{ageWords(one.at)}</span></span
            >
            <button
              class="btn preset-outlined-surface-600-400"
              onclick={() => back(one)}
              aria-label="Take back {one.says}">Take it back</button
            >
          </li>
        {:else}
          <li>Nothing yet. What you bring in here can be taken back whole, by one button.</li>
        {/each}
      </ul>
    {/snippet}
  </Loaded>
</section>

<style>
  section {
    display: flex;
    flex-direction: column;
    gap: 0.7rem;
    margin-top: 0.8rem;
  }
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 0.7rem;
    padding-block: 0.25rem;
  }
</style>
