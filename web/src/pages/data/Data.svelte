<script lang="ts">
  import { chooseTheme, chosenTheme, type Theme } from '../../lib/theme.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import EitherOr from '../../parts/EitherOr.svelte';
  import { dataPages } from '../../lib/places.ts';
  import Bin from './Bin.svelte';
  import ImportBox from './ImportBox.svelte';
  import OwnWords from './OwnWords.svelte';
  import SafetyCopies from './SafetyCopies.svelte';
  import SubNav from '../../parts/SubNav.svelte';
  import ProfileForm from '../../parts/ProfileForm.svelte';

  keyHelp.keys = [];
  let round = $state(0);
  let theme = $state<Theme>(chosenTheme());
</script>

<h1>Data</h1>
<SubNav label="Data" pages={dataPages} here="/data" />
<div class="columns">
  <section class="card preset-filled-surface-100-900">
    <h2>Take it out</h2>
    <p>The whole log as one file: open format, nothing left out. Keep a copy somewhere else now and then.</p>
    <p>
      <a class="btn preset-filled-primary-700-300" href="/api/export/logbook.json" download>Download the logbook</a>
    </p>
    <p>
      For a spreadsheet (CSV):
      {#each ['moments', 'rolls', 'sessions', 'partners'] as table (table)}
        <a class="anchor of-log" href="/api/export/{table}.csv" download>{table}</a>
      {/each}
    </p>
    <p>
      Also: <a class="anchor" href="#/data/coach">a page for my coach</a>, and the
      <a class="anchor" href="#/ground-map">ground map</a> as a picture or a graph.
    </p>
  </section>
  <section class="card preset-filled-surface-100-900">
    <h2>Bring it in</h2>
    <p>
      A spreadsheet or a diary from elsewhere:
      <a class="anchor" href="#/data/bring">bring it in here</a>.
    </p>
    <ImportBox ondone={() => round++} />
  </section>
  <section class="card preset-filled-surface-100-900">
    <h2>Safety copies</h2>
    <SafetyCopies ondone={() => round++} />
  </section>
  <section class="card preset-filled-surface-100-900">
    <h2>Profile</h2>
    {#key round}<ProfileForm does="Save the profile" />{/key}
  </section>
  <section class="card preset-filled-surface-100-900">
    <h2>Look</h2>
    <EitherOr
      label="Light or dark"
      choices={[
        { value: 'device', name: 'as this device' },
        { value: 'light', name: 'light' },
        { value: 'dark', name: 'dark' },
      ]}
      value={theme}
      onchange={(next) => {
        theme = next;
        chooseTheme(next);
      }}
    />
  </section>
  <section class="card preset-filled-surface-100-900">
    <h2>Bin</h2>
    {#key round}<Bin />{/key}
  </section>
  <section class="card preset-filled-surface-100-900">
    <h2>Own words</h2>
    {#key round}<OwnWords />{/key}
  </section>
</div>

<style>
  .columns {
    columns: 26rem;
    column-gap: 1rem;
    margin-top: 0.8rem;
  }
  .of-log {
    margin-right: 0.7rem;
  }
  section {
    display: flex;
    flex-direction: column;
    gap: 0.6rem;
    break-inside: avoid;
    margin-bottom: 1rem;
  }
</style>
