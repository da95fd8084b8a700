<script lang="ts">
  import { onMount } from 'svelte';
  import { push, router } from 'svelte-spa-router';
  import { api, data, faultOf, reach, send } from '../../lib/api/api.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { keyHelp, typing } from '../../lib/keys.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { values } from '../../lib/log/values.svelte.ts';
  import { profile } from '../../lib/log/profile.svelte.ts';
  import type { Roll, Score, SessionRead } from '../../lib/api/types.ts';
  import { showWeight } from '../../lib/text/units.ts';
  import { beltWords, dayWords, spaced } from '../../lib/text/words.ts';
  import Loaded from '../../parts/Loaded.svelte';
  import ScorePanel from '../../parts/ScorePanel.svelte';
  import Moments from '../../parts/Moments.svelte';
  import Notice from '../../parts/Notice.svelte';
  import GoesRow from '../../parts/GoesRow.svelte';
  import RollsWith from '../../parts/RollsWith.svelte';
  import Stick from '../../sticks/Stick.svelte';
  import SeeIt from './SeeIt.svelte';

  const { params }: { params: { session: string; roll: string } } = $props();

  type Lit = { exchange: number; moment: number } | null;

  // A link from a soft spot names the moment it leads to: ?at=exchange.moment
  function named(): Lit {
    const at = new URLSearchParams(router.querystring ?? '').get('at')?.split('.').map(Number);
    return at && at.length === 2 && at.every(Number.isInteger) ? { exchange: at[0]!, moment: at[1]! } : null;
  }

  let lit = $state<Lit>(named());
  let tries = $state(0);
  let fault = $state('');
  const session = $derived.by(() => {
    void tries;
    return load();
  });

  // What each moment changed comes after the roll itself; without it the roll is shown all the same.
  let bad = $state<{ exchange: number; moment: number }[]>([]);
  $effect(() => {
    bad = [];
    data(api.GET('/api/sessions/{session}/rolls/{roll}/trades', { params: { path: params } }))
      .then((t) => {
        bad = t.trades.filter((x) => x.firstBadTrade).map((x) => ({ exchange: x.exchange, moment: x.moment ?? -1 }));
      })
      .catch(() => undefined);
  });

  /** The clock of the roll that is seen in its recording, in seconds; null while nothing is. */
  let seen = $state<number | null>(null);

  // The score of a match, when it names rules that are known here; it comes with the roll, so that nothing moves afterwards.
  let score = $state.raw<Score | null>(null);
  let unscored = $state(false);

  const scoreOf = () =>
    data(api.GET('/api/sessions/{session}/rolls/{roll}/score', { params: { path: params } })).catch(() => null);

  async function load(): Promise<SessionRead> {
    const s = await data(api.GET('/api/sessions/{id}', { params: { path: { id: params.session } } }));
    const roll = s.rolls.find((r) => r.id === params.roll);
    const scored = roll?.kind === 'match' || !!roll?.ruleset;
    score = scored ? await scoreOf() : null;
    unscored = scored && score === null;
    return s;
  }

  /** Sets whether what a moment reached was kept, in the roll itself. */
  async function setHeld(index: number, held: boolean) {
    const place = score?.places?.[index];
    if (place?.exchange == null || place.moment == null) return;
    const address = `/api/sessions/${encodeURIComponent(params.session)}/rolls/${encodeURIComponent(params.roll)}`;
    try {
      const answer = await reach(address);
      if (!answer.ok) throw faultOf(answer.status, await answer.json().catch(() => undefined));
      const roll = (await answer.json()) as Roll;
      roll.exchanges[place.exchange]!.moments[place.moment]!.held = held;
      await send('PUT', address, roll, { 'if-match': answer.headers.get('etag') ?? '*' });
      score = await scoreOf();
    } catch (f) {
      fault = (f as Error).message;
    }
  }

  onMount(() => {
    void values.load(true);
    void partners.load();
    void profile.load();
  });

  const tagPath = $derived(`/tag/${encodeURIComponent(params.session)}/${encodeURIComponent(params.roll)}`);
  const editPath = $derived(`/log/${encodeURIComponent(params.session)}/${encodeURIComponent(params.roll)}`);
  keyHelp.keys = [{ keys: 'e', does: 'edit this roll' }];

  const find = (s: SessionRead): Roll | undefined => s.rolls.find((r) => r.id === params.roll);

  function about(roll: Roll): string {
    const parts = [
      beltWords(roll.partnerBelt, roll.partnerStripes),
      showWeight(roll.partnerWeightKg, profile.units),
      roll.minutes ? `${roll.minutes} min` : '',
      roll.intensity ? `${spaced(roll.intensity)}` : '',
      roll.intent && roll.intent !== 'own-game' ? spaced(roll.intent) : '',
    ];
    return parts.filter(Boolean).join(' · ');
  }

  /** The first bad trade in words: "their knee cut pass in half guard, bottom". */
  function turned(roll: Roll): string {
    const place = bad[0];
    const exchange = place && roll.exchanges[place.exchange];
    const moment = exchange?.moments?.[place!.moment];
    if (!exchange || !moment) return '';
    const from = moment.from ?? (place!.moment === 0 ? exchange.start : null);
    const whose = moment.actor === 'me' ? 'your' : 'their';
    return `${whose} ${ground.techniqueName(moment.technique).toLowerCase()}${from ? `, in ${ground.spotName(from).toLowerCase()}` : ''}`;
  }

  async function bin() {
    try {
      await send(
        'DELETE',
        `/api/sessions/${encodeURIComponent(params.session)}/rolls/${encodeURIComponent(params.roll)}`,
      );
      await push('/rolls');
    } catch (f) {
      fault = (f as Error).message;
    }
  }
</script>

<svelte:window
  onkeydown={(e) => {
    if (e.key === 'e' && !typing(e)) void push(editPath);
  }}
/>

<Loaded promise={session} waiting="Fetching the roll…" again={() => tries++}>
  {#snippet children(s: SessionRead)}
    {@const roll = find(s)}
    {#if !roll}
      <Notice kind="fault"
        >This roll is not here any more; it may be in the <a class="anchor" href="#/data">bin</a>.</Notice
      >
    {:else}
      {@const them = partners.name(roll.partnerId)}
      <p class="quiet">
        <a class="anchor" href="#/rolls">Rolls</a> /
        <a class="anchor" href="#/log/{encodeURIComponent(s.id)}">{dayWords(s.date)}</a>, {spaced(s.kind)}, {s.attire}
      </p>
      <div class="head">
        <h1>
          {roll.kind === 'match' ? 'Match with' : 'With'}
          {#if roll.partnerId}<a class="plain" href="#/partners/{encodeURIComponent(roll.partnerId)}">{them}</a
            >{:else}{them}{/if}
        </h1>
        <div class="acts">
          <a class="btn preset-outlined-surface-600-400" href="#{editPath}">Edit</a>
          <a class="btn preset-outlined-surface-600-400" href="#{tagPath}">Tag a video</a>
          <button class="btn preset-outlined-surface-600-400" onclick={bin}>To the bin</button>
        </div>
      </div>
      {#if s.decided?.[roll.id]}<p class="first">{s.decided[roll.id]}.</p>{/if}
      <p class="turned">{turned(roll) ? `It began to be lost with ${turned(roll)}.` : ''}</p>
      <p class="quiet">{about(roll)}</p>
      {#if fault}<Notice kind="fault">{fault}</Notice>{/if}
      <div class="stick">
        {#if roll.goes}<GoesRow goes={roll.goes} height={48} />{:else}<Stick
            exchanges={roll.exchanges}
            {lit}
            {bad}
            height={64}
            onpick={(m) => (lit = m)}
          />{/if}
      </div>
      {#if roll.kind === 'match' && roll.ruleset && unscored}
        <p class="quiet">
          The rules “{roll.ruleset}” are not known here, so there is no score.
          <a class="anchor" href="#{editPath}">Choose its rules</a>.
        </p>
      {/if}
      {#if score}
        <div class="score">
          <ScorePanel
            {score}
            them={them.split(' ')[0]!}
            told={roll.result}
            onheld={(moment, held) => void setHeld(moment, held)}
            onpick={(moment) => {
              const place = score?.places?.[moment];
              if (place?.exchange != null && place.moment != null)
                lit = { exchange: place.exchange, moment: place.moment };
            }}
          />
        </div>
      {/if}
      <div class="columns">
        <section aria-label="Moments">
          <h2>What happened</h2>
          {#if roll.goes}
            <p>
              Goes of <a class="anchor" href="#/block/{encodeURIComponent(roll.goes.block)}">a drill block</a>, each
              from {ground.spotName(roll.goes.start).toLowerCase()}{roll.goes.inSpot
                ? ''
                : '; not settled in the spot itself, so they move the ladder and count as no contests'}.
            </p>
            <ol class="goes">
              {#each roll.goes.tries as go, i (i)}
                <li class:lit={lit?.moment === i}>{go.kept ? 'kept' : 'not kept'}{go.side ? `, ${go.side}` : ''}</li>
              {/each}
            </ol>
          {:else if roll.exchanges.length === 0}
            <p>
              Only the partner is known so far. <a class="anchor" href="#{editPath}">Build the roll</a> while you remember
              it.
            </p>
          {:else}
            <Moments
              exchanges={roll.exchanges}
              them={them.split(' ')[0]!}
              {lit}
              {bad}
              onlight={(place) => (lit = place)}
              onsee={roll.video ? (clock) => (seen = clock) : undefined}
            />
          {/if}
        </section>
        <aside>
          {#if roll.video && seen !== null}<SeeIt {roll} video={roll.video} clock={seen} tag={tagPath} />{/if}
          {#if s.aim}<h2>Aim that day</h2>
            <p>{s.aim}</p>{/if}
          {#if roll.takeaways?.length}
            <h2>Takeaways</h2>
            <ul>
              {#each roll.takeaways as takeaway, i (i)}<li>“{takeaway}”</li>{/each}
            </ul>
          {/if}
          {#if roll.notes}<h2>Notes</h2>
            <p class="kept">{roll.notes}</p>{/if}
          {#if roll.told}<h2>As told</h2>
            <p class="kept">{roll.told}</p>{/if}
          {#if roll.partnerId}<RollsWith
              partner={roll.partnerId}
              title="Before, with {them}"
              session={s.id}
              date={s.date}
              beside={roll}
            />{/if}
        </aside>
      </div>
    {/if}
  {/snippet}
</Loaded>

<style>
  .head {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
    gap: 0.6rem;
    margin-top: 0.3rem;
  }
  .plain {
    color: inherit;
    text-decoration-color: var(--line);
    text-underline-offset: 4px;
  }
  /* Its place is kept while it is worked out. */
  .turned {
    min-height: 1.5rem;
  }
  .acts {
    display: flex;
    gap: 0.5rem;
  }
  .stick {
    margin: 1rem 0 1.3rem;
  }
  .score {
    margin-bottom: 1.5rem;
  }
  .columns {
    display: grid;
    grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
    gap: 2rem;
    align-items: start;
  }
  aside {
    display: flex;
    flex-direction: column;
    gap: 0.4rem;
  }
  aside h2:not(:first-child) {
    margin-top: 0.8rem;
  }
  .goes {
    list-style: decimal inside;
  }
  .goes .lit {
    font-weight: 650;
  }
  .kept {
    white-space: pre-wrap;
  }
  @media (max-width: 720px) {
    .turned {
      min-height: 3rem;
    }
    .columns {
      grid-template-columns: 1fr;
    }
  }
</style>
