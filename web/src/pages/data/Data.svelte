<script lang="ts">
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import Bin from './Bin.svelte';
  import ImportBox from './ImportBox.svelte';
  import OwnWords from './OwnWords.svelte';
  import ProfileForm from '../../parts/ProfileForm.svelte';

  keyHelp.keys = [];
  let round = $state(0);
</script>

<h1>Data</h1>
<div class="columns">
  <section class="panel">
    <h2>Take it out</h2>
    <p>The whole log as one file: open format, nothing left out. Keep a copy somewhere else now and then.</p>
    <p><a class="act-main" href="/api/export/logbook.json" download>Download the logbook</a></p>
  </section>
  <section class="panel">
    <h2>Bring it in</h2>
    <ImportBox ondone={() => round++} />
  </section>
  <section class="panel">
    <h2>Profile</h2>
    {#key round}<ProfileForm does="Save the profile" />{/key}
  </section>
  <section class="panel">
    <h2>Bin</h2>
    {#key round}<Bin />{/key}
  </section>
  <section class="panel">
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
  section {
    display: flex;
    flex-direction: column;
    gap: 0.6rem;
    break-inside: avoid;
    margin-bottom: 1rem;
  }
</style>
