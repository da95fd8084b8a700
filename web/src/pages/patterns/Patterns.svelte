<script lang="ts">
  import { router } from 'svelte-spa-router';
  import { api, data } from '../../lib/api/api.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { askedOf, queryOf } from '../../lib/log/judged.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import type { Lesson, Patterns, Spot } from '../../lib/api/types.ts';
  import { dayWords, plural, figure } from '../../lib/text/words.ts';
  import JudgingHead from '../../parts/JudgingHead.svelte';
  import { patternsAnswer } from '../../lib/text/answers.ts';
  import Loaded from '../../parts/Loaded.svelte';
  import PagedList from '../../parts/PagedList.svelte';
  import Kind from './Kind.svelte';
  import Pattern from './Pattern.svelte';

  const query = $derived(queryOf(router.querystring));
  const asked = $derived(askedOf(query));
  let tries = $state(0);
  const patterns = $derived.by(() => {
    void tries;
    return data(api.GET('/api/patterns', { params: { query: asked } }));
  });
  keyHelp.keys = [];

  const name = (id: string | null | undefined) => ground.techniqueName(id).toLowerCase();
  const called = { spot: (s: Spot) => ground.spotName(s), technique: (id: string) => ground.techniqueName(id) };
  const about = (id: string) =>
    ground.technique(id)?.name.toLowerCase() ?? ground.position(id)?.name.toLowerCase() ?? `the word “${id}”`;
  const expected = (n: number) =>
    n < 0.95 ? 'less than one was' : n < 1.5 ? 'about one was' : `about ${Math.round(n)} were`;
  const lessonPath = (l: { session: string; roll: string }) =>
    `#/rolls/${encodeURIComponent(l.session)}/${encodeURIComponent(l.roll)}`;
</script>

<JudgingHead title="Patterns" path="/patterns" {query} peers={false} />

<Loaded promise={patterns} waiting="Looking for what repeats…" again={() => tries++}>
  {#snippet children(p: Patterns)}
    {#if p.rolls === 0}
      <div class="card preset-filled-surface-100-900 nothing">
        <h2>Nothing to compare yet</h2>
        <p>Patterns need a few weeks of rolls with their moments. Log a session, or widen the days.</p>
        <p><a class="btn preset-filled-primary-700-300" href="#/log">Log a session</a></p>
      </div>
    {:else}
      <p class="first">{patternsAnswer(p, called)}</p>
      <Kind
        title="The same trap"
        says={'Lost in the same way at least three times, and clearly more often than so many visits would bring; ' +
          'of what is named here about one in ten may still be chance.'}
        rows={p.traps}
        none="Nothing repeats more often than chance would have it."
      >
        {#snippet row(t)}
          <Pattern contests={t.contests}>
            In <strong>{ground.spotName(t.spot)}</strong>
            {#if t.technique}{t.partner ? `${t.partner} catches you with` : 'you are caught by'} the
              <strong>{name(t.technique)}</strong>{:else}it goes wrong for the same reason, <strong
                >{ground.reasonSays(t.reason!)}</strong
              >{/if}: {plural(t.count, 'time')}, where {expected(t.expected)} to be expected.
          </Pattern>
        {/snippet}
      </Kind>
      <Kind
        title="Where lost rounds begin"
        says="In every exchange you lost, the moment that cost most; the tap comes later."
        rows={p.badTrades}
        none="No exchange was lost in this part of the log."
      >
        {#snippet row(t)}
          <Pattern contests={t.contests}>
            {plural(t.count, 'lost exchange')} turned in <strong>{ground.spotName(t.spot)}</strong>
            {#if t.technique}on the <strong>{name(t.technique)}</strong>{/if}.
          </Pattern>
        {/snippet}
      </Kind>
      <Kind
        title="One-sided"
        says="Goes better on one side than on the other, nine in ten sure or more."
        rows={p.oneSided}
        none="Left and right go alike, as far as sides were noted."
      >
        {#snippet row(o)}
          <Pattern contests={o.contests}>
            {#if o.actor === 'me'}Your <strong>{name(o.technique)}</strong> comes off less on the
              <strong>{o.weak}</strong>{:else}You stop their <strong>{name(o.technique)}</strong> less on the
              <strong>{o.weak}</strong>{/if}: left {o.left.good} of {o.left.of}, right {o.right.good} of {o.right.of}.
            {#if o.thin}The {o.thin} has few tries yet: give it more goes.{/if}
          </Pattern>
        {/snippet}
      </Kind>
      <Kind
        title="Reached too seldom"
        says="Places that pay, where you do at least as well as is usual, and which you reach less often than is usual."
        rows={p.waysIn}
        none="No place that pays is reached too seldom."
      >
        {#snippet row(w)}
          <Pattern contests={w.contests}>
            <strong>{ground.spotName(w.spot)}</strong> is reached {figure(w.perRoll, 2)} times a roll, where {figure(
              w.usual,
              2,
            )} is usual.
            {#if w.entries[0]}The entry that fails most: <strong>{name(w.entries[0].technique)}</strong> (came off {w
                .entries[0].done}, stopped {w.entries[0].stopped}).{/if}
          </Pattern>
        {/snippet}
      </Kind>
      <Kind
        title="Firsts"
        says="From the fifth week of the log on: what worked live for the first time, and what caught you for the first time."
        rows={p.firsts}
        none="No firsts yet."
      >
        {#snippet row(f)}
          <Pattern moment={f.moment}>
            {dayWords(f.moment.date)}: {f.caught ? 'first caught by the' : 'first live'}
            <strong>{name(f.technique)}</strong>.
          </Pattern>
        {/snippet}
      </Kind>
      <Kind
        title="Taught, not tried"
        says="Noted as taught in class, and not seen in a roll of yours since, for two weeks and eight rolls or more."
        rows={p.untried}
        none="Everything that was noted as taught has been tried, or is still fresh."
      >
        {#snippet row(u)}
          <Pattern>
            <strong>{ground.techniqueName(u.technique)}</strong>, last taught {dayWords(u.date)}; {plural(
              u.rollsSince,
              'roll',
            )} since.
            {#snippet rest()}<a class="anchor" href="#/log/{encodeURIComponent(u.session)}"
                >The session it was taught in</a
              >{/snippet}
          </Pattern>
        {/snippet}
      </Kind>
      <Kind
        title="Said again"
        says="Takeaways that keep coming back to the same thing."
        rows={p.saidAgain}
        none="No takeaway has been said three times."
      >
        {#snippet row(s)}
          <Pattern>
            {plural(s.count, 'takeaway')} about <strong>{about(s.about)}</strong>, last {dayWords(s.last.date)}: “{s
              .last.text}”
            {#snippet rest()}
              <PagedList address={s.lessons}>
                {#snippet children(lessons: Lesson[])}
                  <ul>
                    {#each lessons as l, i (i)}
                      <li><a class="anchor" href={lessonPath(l)}>{dayWords(l.date)}</a> “{l.text}”</li>
                    {/each}
                  </ul>
                {/snippet}
              </PagedList>
            {/snippet}
          </Pattern>
        {/snippet}
      </Kind>
    {/if}
  {/snippet}
</Loaded>

<style>
  .nothing {
    display: flex;
    flex-direction: column;
    gap: 0.7rem;
    max-width: 46rem;
    margin-top: 0.9rem;
  }
</style>
