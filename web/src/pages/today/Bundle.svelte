<script lang="ts">
  import type { SessionRead } from '../../lib/api/types.ts';
  import { dayWords, plural, spaced } from '../../lib/text/words.ts';
  import GoesRow from '../../parts/GoesRow.svelte';
  import Stick from '../../sticks/Stick.svelte';

  import { partners } from '../../lib/log/partners.svelte.ts';

  const { session }: { session: SessionRead } = $props();
  /** A sentence behind a colon. */
  const lowered = (says: string) => says[0]!.toLowerCase() + says.slice(1);
</script>

<a class="bundle card preset-filled-surface-100-900" href="#/log/{encodeURIComponent(session.id)}">
  <span class="head">
    <strong>{dayWords(session.date)}</strong>
    <span class="quiet small">{spaced(session.kind)}, {session.attire}, {plural(session.rolls.length, 'roll')}</span>
  </span>
  <span class="sticks">
    {#each session.rolls as roll (roll.id)}
      {#if roll.goes}<GoesRow goes={roll.goes} height={26} />{:else}<Stick
          exchanges={roll.exchanges}
          height={30}
        />{/if}
      {#if session.decided?.[roll.id]}<span class="small"
          >{partners.name(roll.partnerId).split(' ')[0]}: {lowered(session.decided[roll.id]!)}</span
        >{/if}
    {:else}
      <span class="quiet small">no rolls written down</span>
    {/each}
  </span>
</a>

<style>
  .bundle {
    display: flex;
    flex-direction: column;
    gap: 0.5rem;
    height: 100%;
    color: inherit;
    text-decoration: none;
  }
  .bundle:hover {
    border-color: var(--wood-edge);
  }
  .head {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    gap: 0.2rem 0.8rem;
  }
  .sticks {
    display: flex;
    flex-direction: column;
    gap: 0.2rem;
    overflow: hidden;
  }
</style>
