<script lang="ts">
  import { onMount } from 'svelte';
  import { api, data, send, sentences } from '../../lib/api/api.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import { tallyWords } from '../../lib/log/match.ts';
  import { profile } from '../../lib/log/profile.svelte.ts';
  import type { Before } from '../../lib/api/types.ts';
  import { beforeAnswer } from '../../lib/text/answers.ts';
  import { showWeight } from '../../lib/text/units.ts';
  import { clockWords, dayWords, inside, plural } from '../../lib/text/words.ts';
  import EitherOr from '../../parts/EitherOr.svelte';
  import Loaded from '../../parts/Loaded.svelte';
  import Notice from '../../parts/Notice.svelte';

  const { params }: { params: { session: string } } = $props();

  let tries = $state(0);
  let faults = $state<string[]>([]);
  const before = $derived.by(() => {
    void tries;
    return data(api.GET('/api/sessions/{session}/before', { params: { path: params } }));
  });
  onMount(() => void profile.load());
  keyHelp.keys = [];

  const technique = (id: string) => inside(ground.techniqueName(id));

  /** The table of classes, asked here and nowhere else. */
  async function say(sex: 'female' | 'male') {
    const a = profile.athlete;
    if (!a) return;
    const { version, ...rest } = a;
    try {
      await send('PUT', '/api/athlete', { ...rest, sex }, { 'if-match': `"${version}"` });
      await profile.load();
      tries++;
    } catch (fault) {
      faults = sentences(fault);
    }
  }

  function classWords(b: Before): string {
    const kg = (x: number) => showWeight(x, profile.units);
    const w = b.weight;
    if (w.missing === 'classes') return 'These rules have no weight classes.';
    if (w.missing === 'weight') return 'Say what you weigh on the data page, and your class stands here.';
    if (!w.class || w.weightKg == null) return '';
    const gi = w.withGi ? ' The scales count the gi: step on them in it, it adds about two kilograms.' : '';
    const entered = b.day.event?.limitKg;
    const stands = w.class.upTo
      ? `At ${kg(w.weightKg)} you stand in the class up to ${kg(w.class.upTo)}, ${kg(w.class.spare!)} below its limit.`
      : `At ${kg(w.weightKg)} you stand in the open class.`;
    const wanted =
      entered && entered < w.weightKg
        ? ` You entered up to ${kg(entered)}: ${kg(w.weightKg - entered)} above it today.`
        : '';
    return stands + wanted + gi;
  }

  const begins = (b: Before) =>
    (b.sheet?.begins ?? []).map((s) => `${inside(ground.spotName(s.spot))} (${s.count})`).join(', ');
  const finishes = (b: Before) =>
    (b.sheet?.finishes ?? []).map((f) => `${f.id ? technique(f.id) : 'not told'} (${f.count})`).join(', ');
  const states = { me: 'Ahead', level: 'Level', them: 'Behind' } as const;
</script>

<p class="quiet crumbs">
  <a class="anchor" href="#/matches">Matches</a> /
  <a class="anchor" href="#/matches/{encodeURIComponent(params.session)}">The day</a> /
</p>
<Loaded promise={before} waiting="Working out the roads…" again={() => tries++}>
  {#snippet children(b: Before)}
    <div class="head">
      <h1>Before {b.day.event?.name ?? 'the match'}</h1>
      <button class="btn preset-outlined-surface-600-400" onclick={() => print()}>Print</button>
    </div>
    <p class="first">{beforeAnswer(b, technique, (s) => inside(ground.spotName(s)))}</p>
    {#each faults as fault (fault)}<Notice kind="fault">{fault}</Notice>{/each}
    <div class="columns">
      <section>
        <h2>The event</h2>
        <p>
          {dayWords(b.day.date)}, {b.day.attire}, {b.rulesetName}{b.belt ? `, ${b.belt} belts` : ''}{b.length
            ? `: ${clockWords(b.length)} min`
            : ''}.
        </p>
        {#if b.weight.missing === 'sex'}
          <div class="ask">
            <p>Which table of weight classes? Asked for this alone; it may stay unsaid.</p>
            <EitherOr
              label="Weight classes"
              quiet
              choices={[
                { value: '', name: 'unsaid' },
                { value: 'female', name: 'female' },
                { value: 'male', name: 'male' },
              ]}
              value=""
              onchange={(s: '' | 'female' | 'male') => s && void say(s)}
            />
          </div>
        {:else}
          <p>{classWords(b)}</p>
        {/if}
        <p class="small quiet">{b.source ?? ''}</p>
        {#if b.before.barredMine.length > 0}
          <h3>Barred, and you use it</h3>
          <ul>
            {#each b.before.barredMine as x (x.technique)}<li>
                <strong>{ground.techniqueName(x.technique)}</strong> ({plural(x.times, 'time')}). {x.why}
              </li>{/each}
          </ul>
        {/if}
        {#if b.before.barredTheirs.length > 0}
          <h3>Barred, and they use it</h3>
          <ul>
            {#each b.before.barredTheirs as x (x.technique)}<li>
                <strong>{ground.techniqueName(x.technique)}</strong> ({plural(x.times, 'time')})
              </li>{/each}
          </ul>
        {/if}
      </section>
      <section>
        <h2>{b.opponent ? `${b.opponent.name}, or somebody like them` : 'The opponent'}</h2>
        {#if b.opponent && b.sheet}
          <p>
            <a class="anchor" href="#/partners/{encodeURIComponent(b.opponent.id)}"
              >{plural(b.sheet.rolls, 'roll')} with them in the log</a
            >.
          </p>
          <dl>
            {#if begins(b)}<dt>Starts</dt>
              <dd>{begins(b)}</dd>{/if}
            {#if b.sheet.leads[0]}<dt>Where it goes</dt>
              <dd>
                {#each b.sheet.leads.slice(0, 2) as l, i (i)}{i > 0 ? '; ' : ''}{technique(l.technique)} from {inside(
                    ground.spotName(l.from),
                  )}{l.to ? ` to ${inside(ground.spotName(l.to))}` : l.finished ? ' to a tap' : ''} ({l.count}){/each}
              </dd>{/if}
            {#if finishes(b)}<dt>Finishes</dt>
              <dd>{finishes(b)}</dd>{/if}
            {#if b.sheet.watch}<dt>Take away</dt>
              <dd>
                <strong>{technique(b.sheet.watch.technique)}</strong>: came off {b.sheet.watch.done} of {b.sheet.watch
                  .done + b.sheet.watch.stopped}{b.sheet.watch.stops[0]
                  ? `; what answered it: ${technique(b.sheet.watch.stops[0].id)}`
                  : ''}
              </dd>{/if}
          </dl>
        {:else}
          <p>
            Nobody is named. <a class="anchor" href="#/matches/{encodeURIComponent(b.day.session)}"
              >Name somebody you train with who is like them</a
            >, and what they start with, where it goes and what to take away stands here.
          </p>
        {/if}
      </section>
      <section>
        <h2>Your roads</h2>
        <ol class="roads">
          {#each b.before.roads as road (`${road.spot.position}.${road.spot.role}`)}
            <li>
              <a
                class="anchor"
                href="#/soft-spots/{road.spot.position}/{road.spot.role}?list={road.earns ? 'heartwood' : 'levers'}"
                ><strong>{ground.spotName(road.spot)}</strong></a
              >: <span class="quiet">{road.earns ? 'earns already' : 'would pay most'}</span><br />
              {#if road.wayIn}Way in: {technique(road.wayIn)} ({plural(road.waysIn, 'time')}).{/if}
              {#if road.move}First move: <strong>{technique(road.move.technique)}</strong>, came off {road.move.done} of
                {road.move.done + road.move.stopped}.{:else}No move of yours is known from here.{/if}
            </li>
          {:else}
            <li>The log is too thin for roads yet.</li>
          {/each}
        </ol>
      </section>
      <section>
        <h2>With a minute to go</h2>
        {#if b.before.lastMinutes.length === 0}
          <p>Only a tap decides under these rules.</p>
        {:else}
          <dl>
            {#each b.before.lastMinutes as m, i (i)}
              <dt>{states[m.state]}{m.by > 0 ? ` by ${m.by}` : ''}</dt>
              <dd>
                {#if m.state === 'me'}Keep what you have{m.theirs.length > 0
                    ? `; deny ${m.theirs.map(tallyWords).join(', ')}`
                    : ''}.
                {:else if m.mine.length > 0}{m.state === 'level' ? 'Be first' : 'Go for'}: {m.mine
                    .map(tallyWords)
                    .join(', ')}.
                {:else}Nothing of yours in the log brings that much: a tap does.{/if}
              </dd>
            {/each}
          </dl>
          <p class="small quiet">In brackets: how often it came off of all tries in the log.</p>
        {/if}
        {#if b.cue}
          <h2>One cue</h2>
          <p class="cue">“{b.cue}”</p>
        {/if}
      </section>
    </div>
    {#each b.cautions as caution (caution.id)}<p class="care small">{caution.says}</p>{/each}
  {/snippet}
</Loaded>

<style>
  .head {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
    gap: 0.6rem;
  }
  .columns {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 24rem), 1fr));
    gap: 1.2rem 2.5rem;
    margin-top: 0.9rem;
    align-items: start;
  }
  section {
    max-width: 68ch;
  }
  h3 {
    font-family: var(--typo-base--font-family);
    font-size: 1rem;
    font-weight: 650;
    margin-top: 0.5rem;
  }
  dt {
    font-weight: 650;
    margin-top: 0.35rem;
  }
  dd {
    margin-left: 0;
  }
  .roads {
    list-style: decimal;
    padding-left: 1.4rem;
  }
  .roads li + li {
    margin-top: 0.5rem;
  }
  .cue {
    font-size: 1.2rem;
  }
  .care {
    border-left: 4px solid var(--wood-edge);
    padding-left: 0.7rem;
    margin-top: 0.5rem;
  }
  @media print {
    .crumbs,
    .btn {
      display: none;
    }
    .columns {
      grid-template-columns: 1fr 1fr;
      font-size: 0.74rem;
      line-height: 1.3;
      gap: 0.5rem 1.4rem;
    }
  }
</style>
