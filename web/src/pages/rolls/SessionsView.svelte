<script lang="ts">
  import { api, data } from '../../lib/api/api.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import type { RollLine as Line, SessionRead } from '../../lib/api/types.ts';
  import { dayWords, plural, spaced } from '../../lib/text/words.ts';
  import Loaded from '../../parts/Loaded.svelte';
  import Pages from '../../parts/Pages.svelte';
  import RollLine from './RollLine.svelte';

  const { page, onpage }: { page: number; onpage: (page: number) => void } = $props();
  const size = 8;
  let tries = $state(0);
  const found = $derived.by(() => {
    void tries;
    return data(api.GET('/api/sessions', { params: { query: { page: String(page), size: String(size) } } }));
  });

  const lines = (s: SessionRead): Line[] =>
    s.rolls.map((roll) => ({
      sessionId: s.id,
      date: s.date,
      sessionKind: s.kind,
      attire: s.attire,
      partnerName: partners.name(roll.partnerId),
      roll,
      decided: s.decided?.[roll.id] ?? null,
    }));
  const about = (s: SessionRead) =>
    [
      `${spaced(s.kind)}, ${s.attire}`,
      plural(s.rolls.length, 'roll'),
      s.minutes ? `${s.minutes} min` : '',
      s.effort != null ? `effort ${s.effort}` : '',
    ]
      .filter(Boolean)
      .join(', ');
</script>

<Loaded promise={found} waiting="Fetching the sessions…" again={() => tries++}>
  {#snippet children(list)}
    <p class="quiet" role="status">{plural(list.total, 'session')}, latest first</p>
    {#each list.items as session (session.id)}
      <section aria-label={dayWords(session.date)}>
        <h2>
          <a class="anchor" href="#/log/{encodeURIComponent(session.id)}">{dayWords(session.date)}</a>
          <span class="quiet small">{about(session)}</span>
        </h2>
        {#if session.aim}<p>Aim: “{session.aim}”</p>{/if}
        {#if session.notes}<p class="quiet">{session.notes}</p>{/if}
        <ol>
          {#each lines(session) as row (row.roll.id)}<li><RollLine {row} day={false} /></li>{/each}
        </ol>
      </section>
    {:else}
      <p class="card preset-filled-surface-100-900">
        No sessions yet. <a class="anchor" href="#/log">Log the first one</a>.
      </p>
    {/each}
    <Pages count={list.total} {size} {page} {onpage} />
  {/snippet}
</Loaded>

<style>
  section {
    margin-top: 1.2rem;
  }
  h2 {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 0.2rem 0.8rem;
  }
  h2 .small {
    font-family: var(--typo-base--font-family);
    font-weight: 400;
  }
</style>
