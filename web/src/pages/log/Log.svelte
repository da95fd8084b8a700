<script lang="ts">
  import { flushSync, onMount, untrack } from 'svelte';
  import { push, replace } from 'svelte-spa-router';
  import { send } from '../../lib/api/api.ts';
  import { logPages } from '../../lib/places.ts';
  import { keyHelp, typing } from '../../lib/keys.svelte.ts';
  import { logDraft } from '../../lib/draft/log-draft.svelte.ts';
  import { newRoll } from '../../lib/log/new-roll.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { rollsFrom, type Taken } from '../../lib/log/told-rolls.ts';
  import type { Partner, Roll } from '../../lib/api/types.ts';
  import { plural } from '../../lib/text/words.ts';
  import Notice from '../../parts/Notice.svelte';
  import GoesRow from '../../parts/GoesRow.svelte';
  import BlockNote from '../../parts/BlockNote.svelte';
  import SubNav from '../../parts/SubNav.svelte';
  import Builder from './Builder.svelte';
  import { nextMoments } from './next-moments.svelte.ts';
  import PartnerPicker from './PartnerPicker.svelte';
  import RollDetails from './RollDetails.svelte';
  import RollList from './RollList.svelte';
  import SaveMark from './SaveMark.svelte';
  import SessionHeader from './SessionHeader.svelte';
  import Teller from './Teller.svelte';
  import EitherOr from '../../parts/EitherOr.svelte';

  const { params = {} }: { params?: { session?: string; roll?: string } } = $props();

  type Step = 'session' | 'partner' | 'roll';
  let step = $state<Step>('session');
  let road = $state<'build' | 'tell'>('build');
  let rollId = $state<string | null>(null);
  let missing = $state('');
  let ready = $state(false);

  const session = $derived(logDraft.session);
  const roll = $derived(session?.rolls.find((r) => r.id === rollId) ?? null);

  onMount(() => {
    void nextMoments.load();
    void partners.load();
  });

  $effect(() => {
    const { session: id, roll: rollToOpen } = params;
    untrack(() => void open(id, rollToOpen));
  });

  async function open(id: string | undefined, rollToOpen: string | undefined) {
    missing = '';
    try {
      if (id === 'new') {
        await logDraft.finish();
        await logDraft.begin();
        // From here on a reload opens this session again, not another new one.
        await replace('/log');
      } else if (id) {
        if (!(await logDraft.open(id)))
          missing = 'There is no session here; it may have been deleted. Look in the bin on the data page.';
      } else await logDraft.resume();
    } catch (fault) {
      missing = (fault as Error).message;
    }
    if (rollToOpen && logDraft.session?.rolls.some((r) => r.id === rollToOpen)) {
      rollId = rollToOpen;
      step = 'roll';
    }
    ready = true;
  }

  $effect(() => {
    keyHelp.keys =
      step === 'roll' && road === 'tell'
        ? [
            { keys: 'Ctrl+Enter', does: 'take the reading into the roll' },
            { keys: 'Alt+N', does: 'to the next doubtful moment' },
            { keys: 'Alt+↑, Alt+↓', does: 'the chosen moment was earlier, later' },
            { keys: 'Tab', does: 'to the moments, to set one right' },
          ]
        : step === 'roll'
          ? [
              { keys: 't', does: 'tell it in words instead' },
              { keys: '1 … 6', does: 'what I did, from my column (with Shift: tried and stopped)' },
              { keys: 'a s d f g h', does: 'what they did, from their column (with Shift: tried and stopped)' },
              { keys: '/', does: 'look for any technique by name' },
              { keys: 'j, k', does: 'the last moment was on the left, on the right' },
              { keys: 'u', does: 'the last moment is not sure' },
              { keys: 'Escape', does: 'done with changing a moment that was picked' },
              { keys: 'z', does: 'take back the last thing' },
              { keys: 'c, x', does: 'I got a tap, they got a tap' },
              { keys: 'r', does: 'reset: start again' },
              { keys: 'b', does: 'the bell: this roll is done' },
              ...(roll?.kind === 'match'
                ? [
                    { keys: 'n, v', does: 'the last try was near; what was reached was not held' },
                    { keys: 'p, P', does: 'a penalty for them, for me' },
                  ]
                : []),
            ]
          : step === 'partner'
            ? [
                { keys: '1 … 9', does: 'one of the partners' },
                { keys: '/', does: 'look for a partner' },
                { keys: 'Escape', does: 'back to the session' },
              ]
            : [{ keys: 'n', does: 'add a roll' }];
  });

  async function startRoll(partner: Partner | null) {
    const id = crypto.randomUUID();
    const stored = logDraft.change((s) => ({ ...s, rolls: [...s.rolls, newRoll(s, id, partner)] }));
    rollId = id;
    road = partner ? road : 'tell';
    step = 'roll';
    await stored;
  }

  const changeRoll = (id: string, how: (r: Roll) => Roll) =>
    logDraft.change((s) => ({ ...s, rolls: s.rolls.map((r) => (r.id === id ? how(r) : r)) }));

  async function take(id: string, taken: Taken) {
    await logDraft.change((s) => rollsFrom(s, id, taken, partners.all));
    road = 'build';
  }

  function toSession() {
    road = 'build';
    step = 'session';
    rollId = null;
  }

  async function removeRoll(id: string) {
    await logDraft.change((s) => ({
      ...s,
      rolls: s.rolls.filter((r) => r.id !== id).map((r, i) => ({ ...r, order: i + 1 })),
    }));
    toSession();
  }

  async function binSession() {
    const id = logDraft.draft?.id;
    if (!id) return;
    try {
      await logDraft.finish();
      await send('DELETE', `/api/sessions/${encodeURIComponent(id)}`);
      await push('/');
    } catch (fault) {
      missing = (fault as Error).message;
    }
  }

  async function closeSession() {
    await logDraft.finish();
    await push('/');
  }

  function onkeydown(e: KeyboardEvent) {
    if (keyHelp.open || typing(e)) return;
    if (step === 'roll' && road === 'build' && e.key === 't' && !e.ctrlKey && !e.metaKey) {
      e.preventDefault();
      // At once, so that what is typed right after lands in the box.
      flushSync(() => (road = 'tell'));
    } else if (step === 'session' && e.key === 'n' && session) {
      e.preventDefault();
      step = 'partner';
    } else if (step === 'partner' && e.key === 'Escape') step = 'session';
  }
</script>

<svelte:window {onkeydown} />

{#if missing}
  <Notice kind="fault"
    ><p>{missing}</p>
    <a class="btn preset-outlined-surface-600-400" href="#/log/new">Begin a new session</a></Notice
  >
{:else if !session || !ready}
  <p class="quiet" role="status">Opening the session…</p>
{:else}
  {#if logDraft.state === 'conflict'}
    {#await import('./Merge.svelte') then { default: Merge }}<Merge />{/await}
  {/if}
  {#each logDraft.faults as fault (fault)}<Notice kind="fault">{fault}</Notice>{/each}

  {#if step === 'session'}
    <SubNav label="Ways into the log" pages={logPages} here="/log" />
    <div class="head">
      <h1>Log after class</h1>
      <SaveMark />
    </div>
    <SessionHeader {session} />
    {#key session.date}<BlockNote {session} />{/key}
    <div class="rolls">
      <h2>{session.rolls.length === 0 ? 'Rolls' : plural(session.rolls.length, 'roll')}</h2>
      <span class="ways">
        <button class="btn preset-outlined-surface-600-400" onclick={() => startRoll(null)}
          >Tell the evening in one go</button
        >
        <button class="btn preset-filled-primary-700-300 add" onclick={() => (step = 'partner')}>Add a roll</button>
      </span>
    </div>
    <RollList
      rolls={session.rolls}
      onopen={(id, how) => {
        rollId = id;
        road = how;
        step = 'roll';
      }}
    />
    <div class="foot">
      <button class="btn preset-outlined-surface-600-400" onclick={closeSession}>Done with this session</button>
      {#if logDraft.draft?.version !== null}
        <a class="anchor" href="#/log/new">Begin another session</a>
        <button class="btn preset-outlined-surface-600-400" onclick={binSession}>Move this session to the bin</button>
      {/if}
    </div>
  {:else if step === 'partner'}
    <PartnerPicker onpick={startRoll} oncancel={() => (step = 'session')} />
  {:else if roll}
    {#if roll.goes}
      <h1>Goes of the block</h1>
      <GoesRow goes={roll.goes} height={44} />
      <p class="goes"><a class="anchor" href="#/tonight">Count more of them on tonight's cards</a></p>
      <button class="btn preset-outlined-surface-600-400" onclick={toSession}>Back to the session</button>
    {:else}
      <div class="roads">
        <EitherOr
          label="How to log this roll"
          quiet
          choices={[
            { value: 'tell', name: 'Tell it' },
            { value: 'build', name: 'Build it' },
          ]}
          value={road}
          onchange={(one) => (road = one)}
        />
      </div>
      {#if road === 'tell'}
        <Teller
          {roll}
          attire={session.attire}
          ontext={(told) => changeRoll(roll.id, (r) => ({ ...r, told: told || undefined }))}
          ontake={(taken) => take(roll.id, taken)}
        />
      {:else}
        <Builder {roll} {session} onchange={(how) => changeRoll(roll.id, how)} onclose={toSession} />
      {/if}
    {/if}
    <RollDetails
      {roll}
      rules={session.event?.ruleset}
      onchange={(how) => changeRoll(roll.id, how)}
      onremove={() => removeRoll(roll.id)}
    />
  {/if}
{/if}

<style>
  .head,
  .rolls,
  .foot {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    justify-content: space-between;
    gap: 0.7rem;
  }
  .head {
    margin-bottom: 0.7rem;
  }
  .rolls {
    margin: 1.2rem 0 0.6rem;
  }
  .ways {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem;
  }
  .roads {
    margin-bottom: 0.6rem;
  }
  .add {
    min-height: 3.2rem;
    font-size: 1.1rem;
    padding-inline: 1.4rem;
  }
  .foot {
    margin-top: 1.4rem;
  }
</style>
