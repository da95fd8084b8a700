<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { replace } from 'svelte-spa-router';
  import { logDraft } from '../../lib/draft/log-draft.svelte.ts';
  import { newRoll } from '../../lib/log/new-roll.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { values } from '../../lib/log/values.svelte.ts';
  import { logPages } from '../../lib/places.ts';
  import { standIn } from '../../lib/video/files.ts';
  import { openFile, Player } from '../../lib/video/player.svelte.ts';
  import type { Partner } from '../../lib/api/types.ts';
  import Notice from '../../parts/Notice.svelte';
  import Playing from '../../parts/Playing.svelte';
  import SubNav from '../../parts/SubNav.svelte';
  import { nextMoments } from '../log/next-moments.svelte.ts';
  import ChooseRoll from './ChooseRoll.svelte';
  import OpenRecording from './OpenRecording.svelte';
  import Tagging from './Tagging.svelte';

  const { params = {} }: { params?: { session?: string; roll?: string } } = $props();

  const player = new Player();
  let missing = $state('');
  let ready = $state(false);

  const session = $derived(logDraft.session);
  const roll = $derived(params.roll ? (session?.rolls.find((r) => r.id === params.roll) ?? null) : null);

  onMount(() => {
    void partners.load();
    void nextMoments.load();
    void values.load();
  });

  $effect(() => {
    const { session: id, roll: wanted } = params;
    untrack(() => void open(id, wanted));
  });

  async function open(id: string | undefined, wanted: string | undefined) {
    missing = '';
    try {
      if (id && !(await logDraft.open(id)))
        missing = 'There is no session here; it may have been deleted. Look in the bin on the data page.';
      else if (wanted && !logDraft.session?.rolls.some((r) => r.id === wanted))
        missing = 'This roll is not here any more; it may be in the bin on the data page.';
    } catch (fault) {
      missing = (fault as Error).message;
    }
    ready = true;
  }

  const go = (of: string, which: string) => replace(`/tag/${encodeURIComponent(of)}/${encodeURIComponent(which)}`);

  async function begin(day: string, partner: Partner) {
    await logDraft.onDay(day);
    const id = crypto.randomUUID();
    await logDraft.change((s) => ({ ...s, rolls: [...s.rolls, newRoll(s, id, partner)] }));
    if (logDraft.session) await go(logDraft.session.id, id);
  }
</script>

{#if !roll}<SubNav label="Ways into the log" pages={logPages} here="/tag" />{/if}
{#if missing}
  <Notice kind="fault"
    ><p>{missing}</p>
    <a class="btn preset-outlined-surface-600-400" href="#/tag">Tag another recording</a></Notice
  >
{:else if !ready}
  <p class="quiet" role="status">Opening…</p>
{:else if params.roll && roll && session}
  {#if openFile.file}
    {#key roll.id}<Tagging {roll} {session} {player} />{/key}
  {:else}
    <h1>Tag it: {partners.name(roll.partnerId)}</h1>
    <p class="says">Open the recording of this roll, and each key drops a moment where it plays.</p>
    <OpenRecording name={roll.video?.name} standIn={roll.video?.name === standIn.name} />
  {/if}
{:else}
  <h1>Tag a video</h1>
  {#if openFile.file}
    <div class="pick">
      <div><Playing {player} /></div>
      <div>
        <p>
          <strong>{openFile.file.name}</strong>
          <button class="btn preset-outlined-surface-600-400" onclick={() => openFile.close()}>Another file</button>
        </p>
        {#if player.length !== null}
          <ChooseRoll
            file={openFile.file}
            length={player.length}
            onpick={go}
            onnew={begin}
            onday={(day) => logDraft.onDay(day)}
          />
        {/if}
      </div>
    </div>
  {:else}
    <p class="says">
      Play a recording of a roll, and drop each moment with one key where it happens. Slow it down, go back a picture,
      say aloud what you see.
    </p>
    <OpenRecording />
  {/if}
{/if}

<style>
  .says {
    max-width: 68ch;
    margin: 0.4rem 0 0.8rem;
  }
  .pick {
    margin-top: 0.6rem;
    display: grid;
    grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
    gap: 1.5rem;
  }
  p {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.7rem;
  }
  @media (max-width: 720px) {
    .pick {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
