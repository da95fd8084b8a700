<script lang="ts">
  import { onMount } from 'svelte';
  import { api, data } from '../lib/api/api.ts';
  import { keep, kept } from '../lib/draft/device.ts';
  import { logDraft } from '../lib/draft/log-draft.svelte.ts';
  import type { PlanAnswer, Session } from '../lib/api/types.ts';
  import { runningOn, sessionFor, triesOf, withGo, type Evening } from '../pages/tonight/tonight.ts';
  import { plural } from '../lib/text/words.ts';

  /** What a running block has to do with the session that is being logged; asks only what it cannot know. */
  const { session }: { session: Session } = $props();

  let plan = $state.raw<PlanAnswer | null>(null);
  let goes = $state<number | undefined>();
  let keptGoes = $state<number | undefined>();

  onMount(async () => {
    // Read once: by the time the answer is here the session may have been closed.
    const day = session.date;
    try {
      const block = runningOn((await data(api.GET('/api/blocks'))).items, day);
      if (!block) return;
      plan = await data(
        api.GET('/api/blocks/{id}/plan', { params: { path: { id: block.id }, query: { today: day } } }),
      );
      await keep('evening', { day, plan, refreshers: null } satisfies Evening);
    } catch {
      // Without the server: what the device kept of that evening.
      const evening = await kept<Evening>('evening');
      if (evening?.day === day) plan = evening.plan;
    }
  });

  const planned = $derived(sessionFor(plan, session.date));
  const card = $derived(planned?.date === session.date ? planned.cards.find((c) => c.rung >= 0) : undefined);
  const cues = $derived((plan?.block.focuses ?? []).map((f) => f.cue ?? '').filter(Boolean));
  const counted = $derived(
    session.rolls.filter((r) => r.goes?.block === plan?.block.id).reduce((n, r) => n + (r.goes?.tries.length ?? 0), 0),
  );
  const enough = $derived(
    goes != null && keptGoes != null && goes > 0 && keptGoes >= 0 && keptGoes <= goes && goes <= 60,
  );

  const takeAim = () => logDraft.change((s) => ({ ...s, aim: cues.join(' ') }));

  async function addGoes() {
    if (!card || !enough) return;
    const [all, good] = [goes!, keptGoes!];
    await logDraft.change((s) =>
      Array.from({ length: all }).reduce<Session>(
        (sum, _, i) => withGo(sum, card, null, s.date, { kept: i < good }),
        s,
      ),
    );
    goes = keptGoes = undefined;
  }
</script>

{#if plan}
  <section class="card preset-filled-surface-100-900" aria-label="The block">
    <p>
      <strong><a class="anchor" href="#/block/{encodeURIComponent(plan.block.id)}">{plan.titles.join('; ')}</a></strong>
    </p>
    {#if cues.length}
      <p>
        Cue: “{cues.join(' ')}”
        {#if !session.aim}<button class="btn preset-outlined-surface-600-400" onclick={takeAim}
            >Take it as the aim</button
          >{/if}
      </p>
    {/if}
    {#if counted > 0}
      <p class="quiet">{plural(counted, 'go', 'goes')} counted this evening.</p>
    {:else if card && session.rolls.length > 0 && triesOf(session, card, session.date).length === 0}
      <div class="ask">
        <span>No go was counted. If you drilled: how many goes, and how many kept?</span>
        <label class="label"
          ><span class="label-text">Goes</span><input
            class="input"
            type="number"
            min="0"
            max="60"
            bind:value={goes}
          /></label
        >
        <label class="label"
          ><span class="label-text">Kept</span><input
            class="input"
            type="number"
            min="0"
            max="60"
            bind:value={keptGoes}
          /></label
        >
        <button class="btn preset-outlined-surface-600-400" disabled={!enough} onclick={addGoes}>Add them</button>
      </div>
    {:else if card}
      <p><a class="anchor" href="#/tonight">Tonight's cards</a></p>
    {/if}
    {#if session.rolls.length > 0 && session.effort == null}
      <div class="ask" role="group" aria-label="How hard was it, 0 to 10">
        <span>How hard was it as a whole, 0 to 10?</span>
        {#each [2, 3, 4, 5, 6, 7, 8, 9, 10] as n (n)}
          <button
            class="btn preset-outlined-surface-600-400"
            onclick={() => logDraft.change((s) => ({ ...s, effort: n }))}>{n}</button
          >
        {/each}
      </div>
    {/if}
  </section>
{/if}

<style>
  section {
    margin-top: 0.8rem;
    display: flex;
    flex-direction: column;
    gap: 0.5rem;
  }
  .ask {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 0.5rem;
  }
  .ask > span {
    flex-basis: 100%;
  }
  .ask .label {
    width: 5rem;
  }
</style>
