<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import type { Focus, Side } from '../../lib/api/types.ts';
  import type { FocusEdit } from './block-form.ts';

  const { focus, edit, change }: { focus: Focus; edit: FocusEdit | undefined; change: (edit: FocusEdit) => void } =
    $props();
</script>

<fieldset>
  <legend>{ground.spotName(focus.spot)}</legend>
  <label class="label wide">
    <span class="label-text">Cue: what to keep in mind, in your own words</span>
    <input
      class="input"
      maxlength="200"
      value={edit?.cue ?? focus.cue ?? ''}
      oninput={(e) => change({ cue: e.currentTarget.value })}
    />
  </label>
  <label class="label">
    <span class="label-text">Thin side</span>
    <select
      class="select"
      value={edit?.thinSide ?? focus.thinSide ?? ''}
      onchange={(e) => change({ thinSide: e.currentTarget.value as Side | '' })}
    >
      <option value="">both alike</option>
      <option value="left">left</option>
      <option value="right">right</option>
    </select>
  </label>
</fieldset>

<style>
  fieldset {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 10rem;
    gap: 0.6rem;
  }
  legend {
    font-weight: 600;
    padding-bottom: 0.2rem;
  }
  @media (max-width: 720px) {
    fieldset {
      grid-template-columns: 1fr;
    }
  }
</style>
