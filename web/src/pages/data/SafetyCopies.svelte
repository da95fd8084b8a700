<script lang="ts">
  import { onMount } from 'svelte';
  import { api, data, faultOf, reach, send } from '../../lib/api/api.ts';
  import { logDraft } from '../../lib/draft/log-draft.svelte.ts';
  import type { Backup, Backups, Holdings, Rescued, Restored } from '../../lib/api/types.ts';
  import { ageWords, sizeWords } from '../../lib/text/copies.ts';
  import { dayWords, plural } from '../../lib/text/words.ts';
  import { saveFile } from '../../lib/video/files.ts';
  import FileBox from '../../parts/FileBox.svelte';
  import Fold from '../../parts/Fold.svelte';
  import Loaded from '../../parts/Loaded.svelte';
  import Notice from '../../parts/Notice.svelte';

  const { ondone }: { ondone: () => void } = $props();

  let page = $state(load());
  let fault = $state('');
  let busy = $state('');
  /** A copy that was looked at, and what taking it would change. */
  let looked = $state.raw<{ says: string; from: string | File; change: Restored } | null>(null);
  let done = $state.raw<Restored | null>(null);
  let saved = $state.raw<Rescued | null>(null);
  /** What is wrong with the log itself, if anything is. */
  let trouble = $state<{ status: string; says?: string } | null>(null);
  async function examine() {
    trouble = await reach('/healthz')
      .then((answer) => answer.json() as Promise<{ status: string; says?: string }>)
      .catch(() => null);
  }
  onMount(() => void examine());

  function load(): Promise<Backups> {
    return data(api.GET('/api/backups'));
  }

  const holds = (h: Holdings) =>
    `${plural(h.sessions, 'session')} with ${plural(h.rolls, 'roll')}${h.newest ? `, the latest of ${dayWords(h.newest)}` : ''}`;

  async function doing(what: string, work: () => Promise<void>) {
    busy = what;
    fault = '';
    try {
      await work();
    } catch (refused) {
      fault = (refused as Error).message;
    }
    busy = '';
  }

  const make = () =>
    doing('Copying and checking the copy…', async () => {
      const answer = await reach('/api/backup', { method: 'POST' });
      if (!answer.ok) throw faultOf(answer.status, await answer.json().catch(() => undefined));
      const name = /filename="?([^";]+)/.exec(answer.headers.get('content-disposition') ?? '')?.[1] ?? 'log.db';
      saveFile(name, await answer.blob());
      page = load();
    });

  async function restore(from: string | File, preview: boolean): Promise<Restored> {
    const answer = await reach(`/api/restore${preview ? '?preview=true' : ''}`, {
      method: 'POST',
      headers: { 'content-type': typeof from === 'string' ? 'application/json' : 'application/vnd.sqlite3' },
      body: typeof from === 'string' ? JSON.stringify({ name: from }) : from,
    });
    const body: unknown = await answer.json().catch(() => undefined);
    if (!answer.ok) throw faultOf(answer.status, body);
    return body as Restored;
  }

  const rescue = () =>
    doing('Saving what can be read…', async () => {
      saved = (await send<Rescued>('POST', '/api/rescue')).value;
      page = load();
    });

  const look = (from: string | File, says: string) =>
    doing('Looking at the copy…', async () => {
      done = null;
      looked = { says, from, change: await restore(from, true) };
    });

  const take = (from: string | File) =>
    doing('Putting the copy in place…', async () => {
      // What is still on its way would go into the other log.
      await logDraft.finish();
      done = await restore(from, false);
      looked = null;
      page = load();
      await examine();
      ondone();
    });
</script>

{#if trouble?.status === 'damaged'}
  <Notice kind="fault">
    <p>{trouble.says}</p>
    <button class="btn preset-filled-primary-700-300" onclick={rescue} disabled={busy !== ''}
      >Save what can be read</button
    >
  </Notice>
{/if}
{#if saved}
  <Notice>
    <p>
      Saved as {saved.name}, a sound log of its own: {holds(saved.holds)}. It stands among the copies below and can be
      put in the log’s place.
    </p>
    {#if saved.lostCount > 0}
      <p>What could not be read ({saved.lostCount}): {saved.lost.join('; ')}.</p>
    {/if}
  </Notice>
{/if}
<div class="kept">
  <Loaded promise={page} waiting="Looking for safety copies…" again={() => (page = load())}>
    {#snippet children(backups: Backups)}
      {@const newest = backups.items[0]}
      <p>
        {newest
          ? `The newest was made ${ageWords(newest.made)}: ${plural(newest.rolls, 'roll')}, ${sizeWords(newest.bytes)}.`
          : 'None yet. One is made by itself on each day on which something changes.'}
      </p>
      {#if backups.warning}<Notice kind="care">{backups.warning}</Notice>{/if}
      <p>
        <button class="btn preset-filled-primary-700-300" onclick={make} disabled={busy !== ''}>Make one now</button>
      </p>
      {#if backups.items.length > 0}
        <Fold
          says={backups.total === 1
            ? 'The one there is, and putting it back'
            : `All ${backups.total} of them, and putting one back`}
        >
          <ul>
            {#each backups.items as copy (copy.name)}
              {@render line(copy)}
            {/each}
          </ul>
          <p class="quiet small">
            They are in {backups.folder}{backups.second ? ` and in ${backups.second.folder}` : ''}: seven days, four
            weeks, twelve months.
          </p>
        </Fold>
      {/if}
    {/snippet}
  </Loaded>
</div>
<FileBox
  label="A copy from elsewhere"
  accept={{ 'application/vnd.sqlite3': ['.db'] }}
  does="Put back a copy from elsewhere…"
  drop={false}
  disabled={busy !== ''}
  onfile={(file) => look(file, file.name)}
/>
<p role="status">{busy}</p>
{#if fault}<Notice kind="fault">{fault}</Notice>{/if}
{#if looked}
  <Notice kind="care">
    <p>
      <strong>{looked.says}</strong> holds {holds(looked.change.then)}. The log now holds {looked.change.now
        ? holds(looked.change.now)
        : 'nothing that can be read'}.
    </p>
    <button class="btn preset-filled-primary-700-300" onclick={() => take(looked!.from)}
      >Put it in the log’s place</button
    >
    <button class="btn preset-outlined-surface-600-400" onclick={() => (looked = null)}>Leave it</button>
  </Notice>
{/if}
{#if done}
  <Notice>
    <p>The log now holds {holds(done.then)}. What was there before is kept.</p>
    {#if done.aside && done.now}
      <button class="btn preset-outlined-surface-600-400" onclick={() => take(done!.aside!)}>Undo it</button>
    {/if}
  </Notice>
{/if}

{#snippet line(copy: Backup)}
  <li>
    <span>
      {ageWords(copy.made)}{copy.name.startsWith('rescued-')
        ? ', saved from a damaged log'
        : copy.aside
          ? ', before another was put in place'
          : ''}
      <span class="quiet small"
        >{copy.checked
          ? `${plural(copy.sessions, 'session')}, ${plural(copy.rolls, 'roll')}, ${sizeWords(copy.bytes)}`
          : 'cannot be read any more'}</span
      >
    </span>
    {#if copy.checked}
      <button
        class="btn preset-outlined-surface-600-400"
        disabled={busy !== ''}
        aria-label="Put back the copy made {ageWords(copy.made)}"
        onclick={() => look(copy.name, `The copy made ${ageWords(copy.made)}`)}>Put back…</button
      >
    {/if}
  </li>
{/snippet}

<style>
  /* Room for what is said of them, so that nothing moves when it comes. */
  .kept {
    display: flex;
    flex-direction: column;
    gap: 0.6rem;
    min-height: 10rem;
  }
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 0.6rem;
    padding-block: 0.2rem;
    border-bottom: 1px solid var(--line);
  }
  li span span {
    display: block;
  }
</style>
