<script lang="ts">
  import { ground } from '../lib/log/ground.svelte.ts';
  import type { Exchange } from '../lib/api/types.ts';
  import { clockWords, endWords } from '../lib/text/words.ts';
  import NotchMark from './NotchMark.svelte';

  interface Props {
    exchanges: readonly Exchange[];
    them: string;
    lit?: { exchange: number; moment: number } | null;
    /** The first bad trade of each lost exchange. */
    bad?: readonly { exchange: number; moment: number }[];
    onlight?: (place: { exchange: number; moment: number } | null) => void;
    onremove?: (exchange: number, moment: number) => void;
    /** Plays the recording at a clock of the roll, in seconds. */
    onsee?: (clock: number) => void;
  }
  const { exchanges, them, lit = null, bad = [], onlight, onremove, onsee }: Props = $props();
</script>

<ol class="exchanges">
  {#each exchanges as exchange, e (e)}
    <li>
      <p class="quiet small">{e === 0 ? 'Started' : 'Again'}: {ground.spotName(exchange.start)}</p>
      <ol>
        {#each exchange.moments as moment, m (m)}
          {@const on = lit?.exchange === e && lit?.moment === m}
          <li class="moment" class:on id="moment-{e}-{m}">
            <button class="what" aria-pressed={on} onclick={() => onlight?.(on ? null : { exchange: e, moment: m })}>
              <NotchMark mine={moment.actor === 'me'} scratch={moment.outcome === 'stopped'} />
              <span>
                {#if moment.clock != null}<span class="quiet small">{clockWords(moment.clock)}</span>{/if}
                {moment.actor === 'me' ? 'I' : them}:
                <strong>{ground.techniqueName(moment.technique)}</strong>{moment.outcome === 'stopped'
                  ? ', stopped'
                  : ''}{moment.side ? `, ${moment.side}` : ''}{moment.sure === false ? ', not sure' : ''}
                {#if moment.outcome === 'done' && moment.to}<span class="quiet">
                    → {ground.spotName(moment.to)}</span
                  >{/if}
                {#if bad.some((b) => b.exchange === e && b.moment === m)}<span class="bad small"
                    ><span aria-hidden="true">◆</span> first bad trade</span
                  >{/if}
                {#if moment.reasons?.length}<span class="quiet small block"
                    >because: {moment.reasons.map((r) => ground.reasonSays(r)).join('; ')}</span
                  >{/if}
                {#if moment.note}<span class="quiet small block">{moment.note}</span>{/if}
                {#if moment.better}<span class="quiet small block">better: {moment.better}</span>{/if}
              </span>
            </button>
            {#if onsee && moment.clock != null}
              <button
                class="see"
                onclick={() => onsee(moment.clock!)}
                aria-label="See {ground.techniqueName(moment.technique)} at {clockWords(moment.clock)}">See it</button
              >
            {/if}
            {#if onremove}
              <button
                class="gone"
                onclick={() => onremove(e, m)}
                aria-label="Take out {ground.techniqueName(moment.technique)}">×</button
              >
            {/if}
          </li>
        {/each}
      </ol>
      {#if exchange.end}<p class="end">
          {#if exchange.end.clock != null && exchange.moments.at(-1)?.clock !== exchange.end.clock}<span
              class="quiet small">{clockWords(exchange.end.clock)}</span
            >{/if}
          <strong>{endWords(exchange.end, them, (t) => ground.techniqueName(t))}</strong>
        </p>{/if}
    </li>
  {/each}
</ol>

<style>
  .exchanges > li + li {
    margin-top: 0.7rem;
    border-top: 1px dashed var(--line);
    padding-top: 0.5rem;
  }
  .moment {
    display: flex;
    align-items: flex-start;
  }
  .moment.on {
    background: light-dark(var(--color-primary-50), var(--color-primary-950));
  }
  button {
    font: inherit;
    color: inherit;
    text-align: left;
    cursor: pointer;
  }
  .what {
    flex: 1;
    display: flex;
    gap: 0.5rem;
    padding: 0.3rem 0.2rem;
    min-height: 2.25rem;
  }
  .what :global(svg) {
    flex: none;
    margin-top: 0.25rem;
  }
  .gone {
    min-width: 2.5rem;
    min-height: 2.25rem;
    text-align: center;
    color: var(--quiet);
  }
  .see {
    min-height: 2.25rem;
    padding-inline: 0.4rem;
    text-decoration: underline;
    text-underline-offset: 3px;
    color: var(--quiet);
  }
  .bad {
    white-space: nowrap;
    font-weight: 600;
  }
  .block {
    display: block;
  }
  .end {
    padding-left: 2rem;
  }
</style>
