<script lang="ts">
  import { ground } from '../lib/log/ground.svelte.ts';
  import type { Contest } from '../lib/api/types.ts';
  import { dayWords } from '../lib/text/words.ts';
  import NotchMark from './NotchMark.svelte';

  /** Moments behind a figure, each leading to its roll with that notch lit. */
  const { contests }: { contests: readonly Contest[] } = $props();

  const address = (c: Contest) =>
    `#/rolls/${encodeURIComponent(c.place.session)}/${encodeURIComponent(c.place.roll)}?at=${c.place.exchange}.${c.place.moment ?? -1}`;
</script>

<ul>
  {#each contests as c, i (i)}
    <li>
      <a href={address(c)}>
        <NotchMark mine={c.actor === 'me'} scratch={c.end === 'held'} />
        <span class="day">{dayWords(c.date)}</span>
        <span>
          {#if c.drill}{c.partnerName ?? 'somebody'}: a go{c.side ? `, ${c.side}` : ''},
            <strong>{c.end === 'won' ? 'kept' : 'not kept'}</strong>
          {:else}{c.partnerName ?? 'somebody'}: {c.actor === 'me' ? 'my' : 'their'}
            {c.technique ? ground.techniqueName(c.technique).toLowerCase() : 'tap'}{c.side ? `, ${c.side}` : ''},
            <strong>{c.end}</strong>{c.finished ? ' by a tap' : c.next ? ` → ${ground.spotName(c.next)}` : ''}{c.sure
              ? ''
              : ', half remembered'}
          {/if}
          {#if c.reasons.length}<span class="quiet small"
              >({c.reasons.map((r) => ground.reasonSays(r)).join('; ')})</span
            >{/if}
        </span>
      </a>
    </li>
  {/each}
</ul>

<style>
  a {
    display: flex;
    align-items: baseline;
    gap: 0.6rem;
    padding: 0.35rem 0;
    color: inherit;
    text-decoration: none;
    border-bottom: 1px dotted var(--line);
  }
  a:hover {
    background: var(--card);
  }
  a :global(svg) {
    flex: none;
  }
  .day {
    white-space: nowrap;
    color: var(--quiet);
    min-width: 6rem;
    flex: none;
  }
  @media (max-width: 720px) {
    .day {
      min-width: 0;
    }
  }
</style>
