<script lang="ts">
  import Bar from '../parts/Bar.svelte';
  import EitherOr from '../parts/EitherOr.svelte';
  import FileBox from '../parts/FileBox.svelte';
  import Find from '../parts/Find.svelte';
  import Fold from '../parts/Fold.svelte';
  import Notice from '../parts/Notice.svelte';
  import Pages from '../parts/Pages.svelte';
  import Scale from '../parts/Scale.svelte';
  import SubNav from '../parts/SubNav.svelte';
  import Tags from '../parts/Tags.svelte';
  import Toggle from '../parts/Toggle.svelte';
  import { gamePages } from '../lib/places.ts';

  let side = $state<'left' | 'right'>('left');
  let on = $state(true);
  let score = $state(6);
  let tags = $state(['long legs', 'patient']);
  let page = $state(2);
  const spots = ['Half guard', 'Mount', 'Side control', 'Turtle'];
</script>

<h1>Parts</h1>
<div class="grid">
  <section class="card preset-filled-surface-100-900">
    <h2>Buttons and chips</h2>
    <p class="row">
      <button class="btn preset-filled-primary-700-300">Main</button>
      <button class="btn preset-outlined-surface-600-400">Other</button>
      <button class="btn preset-outlined-surface-600-400" aria-pressed="true">Pressed</button>
      <button class="btn preset-outlined-surface-600-400" disabled>Off</button>
      <button class="chip preset-outlined-surface-600-400">Chip</button>
      <a class="anchor" href="#/parts">Link</a>
    </p>
  </section>
  <section class="card preset-filled-surface-100-900">
    <h2>Boxes</h2>
    <label class="label"><span class="label-text">Input</span><input class="input" value="torreando" /></label>
    <label class="label"
      ><span class="label-text">Select</span><select class="select"><option>gi</option><option>no-gi</option></select
      ></label
    >
    <label class="label"><span class="label-text">Text</span><textarea class="textarea" rows="2">notes</textarea></label
    >
    <label class="label"
      ><span class="label-text">Day</span><input class="input" type="date" value="2026-06-22" /></label
    >
    <label><input class="checkbox" type="checkbox" checked /> ticked</label>
  </section>
  <section class="card preset-filled-surface-100-900">
    <h2>Choosing</h2>
    <EitherOr
      label="Side"
      choices={[
        { value: 'left', name: 'left' },
        { value: 'right', name: 'right' },
      ]}
      value={side}
      onchange={(next) => (side = next)}
    />
    <Toggle label="even" checked={on} onchange={(next) => (on = next)} />
    <Scale label="Score" min={0} max={10} step={0.5} value={score} onchange={(next) => (score = next)} />
    <Find
      label="Where?"
      search={(words) =>
        spots.filter((s) => s.toLowerCase().includes(words.toLowerCase())).map((name) => ({ value: name, name }))}
      onpick={() => undefined}
    />
    <Tags label="Traits" value={tags} onchange={(next) => (tags = next)} />
  </section>
  <section class="card preset-filled-surface-100-900">
    <h2>Files and waiting</h2>
    <FileBox label="A file" accept={{ 'application/json': ['.json'] }} does="Choose a file" onfile={() => undefined} />
    <Bar label="Reading" share={0.4} />
    <Bar label="Writing" share={null} />
    <Pages count={120} size={25} {page} onpage={(next) => (page = next)} />
  </section>
  <section class="card preset-filled-surface-100-900">
    <h2>Words</h2>
    <Notice>Plain</Notice>
    <Notice kind="care">Care</Notice>
    <Notice kind="fault">Fault</Notice>
    <Fold says="What is folded">It opens.</Fold>
  </section>
  <section class="card preset-filled-surface-100-900">
    <h2>Navigation and figures</h2>
    <SubNav label="Example" pages={gamePages} here="/rings" />
    <table class="table">
      <thead><tr><th scope="col">week</th><th scope="col">rolls</th></tr></thead>
      <tbody><tr><th scope="row">9 March</th><td>12</td></tr><tr><th scope="row">16 March</th><td>9</td></tr></tbody>
    </table>
  </section>
</div>

<style>
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(24rem, 100%), 1fr));
    gap: 1rem;
    margin-top: 0.8rem;
  }
  section {
    display: flex;
    flex-direction: column;
    gap: 0.6rem;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem;
  }
</style>
