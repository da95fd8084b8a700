<script lang="ts">
  import { push } from 'svelte-spa-router';
  import { api, data, send, sentences } from '../../lib/api/api.ts';
  import { keepEntered, kept } from '../../lib/draft/device.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import type { Block, DrillDay } from '../../lib/api/types.ts';
  import { dayWords, plural, today } from '../../lib/text/words.ts';
  import BlockHead from '../../parts/BlockHead.svelte';
  import Loaded from '../../parts/Loaded.svelte';
  import Notice from '../../parts/Notice.svelte';
  import { focusesOf, sentDays, type FocusEdit } from './block-form.ts';
  import DrillDays from './DrillDays.svelte';
  import FocusFields from './FocusFields.svelte';
  import HowFields from './HowFields.svelte';

  const { params }: { params: { id: string } } = $props();

  interface Edit {
    weeks: number;
    style: string;
    days: DrillDay[];
    edits: Record<string, FocusEdit>;
  }

  let tries = $state(0);
  let form = $state<Edit | null>(null);
  let untouched = '';
  let faults = $state<string[]>([]);
  let saving = $state(false);

  const place = $derived(`block-change ${params.id}`);
  const block = $derived.by(() => {
    void tries;
    return load(params.id);
  });
  keyHelp.keys = [];

  async function load(id: string): Promise<Block> {
    const read = await data(api.GET('/api/blocks/{id}', { params: { path: { id } } }));
    const asItIs: Edit = { weeks: read.weeks, style: read.style ?? '', days: read.days, edits: {} };
    untouched = JSON.stringify(asItIs);
    form = (await kept<Edit>(place)) ?? asItIs;
    return read;
  }

  // Half a change is kept until it is saved or dropped.
  $effect(() => {
    if (form && JSON.stringify(form) !== untouched) void keepEntered(place, $state.snapshot(form));
  });

  async function leave() {
    form = null;
    await keepEntered(place, null);
    await push(`/block/${encodeURIComponent(params.id)}`);
  }

  async function save(read: Block, { weeks, style, days, edits }: Edit) {
    saving = true;
    try {
      const { version, ends: _, ...rest } = read;
      const body = {
        ...rest,
        weeks,
        style: style || null,
        days: sentDays(days),
        focuses: focusesOf(read.focuses, edits),
      };
      await send('PUT', `/api/blocks/${encodeURIComponent(read.id)}?today=${today()}`, body, {
        'if-match': `"${version}"`,
      });
      await leave();
    } catch (fault) {
      faults = sentences(fault);
    }
    saving = false;
  }
</script>

<BlockHead title="Change the block" path="/block/change" />
<Loaded promise={block} waiting="Fetching the block…" again={() => tries++}>
  {#snippet children(read: Block)}
    {#if form}
      {@const edit = form}
      <section class="card preset-filled-surface-100-900" aria-label="The block">
        <p class="quiet">
          {plural(read.weeks, 'week')} from {dayWords(read.from)}. What has passed stays as it was; what is to come is
          planned anew, and the calendar file takes off the days that are gone. The start it is measured from, and the
          ladder, stay.
        </p>
        {#each read.focuses as focus (focus.id)}
          <FocusFields
            {focus}
            edit={edit.edits[focus.id]}
            change={(e) => (edit.edits = { ...edit.edits, [focus.id]: { ...edit.edits[focus.id], ...e } })}
          />
        {/each}
        <HowFields bind:weeks={edit.weeks} bind:style={edit.style} />
        <DrillDays bind:days={edit.days} />
        {#each faults as fault (fault)}<Notice kind="fault">{fault}</Notice>{/each}
        <div class="acts">
          <button
            class="btn preset-filled-primary-700-300"
            disabled={saving || edit.days.length === 0}
            onclick={() => save(read, edit)}>Save the change</button
          >
          <button class="btn preset-outlined-surface-600-400" onclick={leave}>Leave it as it was</button>
        </div>
      </section>
    {/if}
  {/snippet}
</Loaded>

<style>
  section {
    display: flex;
    flex-direction: column;
    gap: 0.8rem;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 0.6rem;
  }
</style>
