<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { doubtful, doubtWords, type Fix, type Read, type Settled } from '../../lib/log/telling.ts';
  import type { Attire, ToldRoll } from '../../lib/api/types.ts';
  import { clockWords, endWords } from '../../lib/text/words.ts';
  import NotchMark from '../../parts/NotchMark.svelte';
  import FixMoment from './FixMoment.svelte';

  interface Props {
    settled: Settled;
    rolls: readonly ToldRoll[];
    text: string;
    them: string;
    attire: Attire;
    lit: number;
    chosen: number;
    onlight: (moment: number) => void;
    onchoose: (moment: number) => void;
    onfix: (read: Read, change: Omit<Fix, 'at' | 'length'>) => void;
    /** The moment of this number goes so many places later, or earlier. */
    onmove: (moment: number, by: number) => void;
    onadd: (read: Read, change: Omit<Fix, 'at' | 'length'>) => void;
    onalias: (read: Read, technique: string) => void;
  }
  const { settled, rolls, text, them, attire, lit, chosen, onlight, onchoose, onfix, onmove, onadd, onalias }: Props =
    $props();

  const before = $derived.by(() => {
    let sum = 0;
    return settled.reads.map((reads) => (sum += reads.length) - reads.length);
  });
  /** Rolls that were told of, but nothing of what happened in them. */
  const silent = $derived(
    rolls.length > 1 ? rolls.map((r, n) => ({ ...r, n })).filter(({ n }) => !settled.rolls.includes(n)) : [],
  );
  const fits = (exchange: number, place: number) => place >= 0 && place < (settled.reads[exchange]?.length ?? 0);
  const wordsOf = (read: Read) => text.slice(read.source.start, read.source.start + read.source.length);
</script>

<ol class="exchanges" aria-label="As read">
  {#each settled.exchanges as exchange, e (e)}
    {@const rollNumber = settled.rolls[e] ?? 0}
    {@const who = (rolls.length > 1 ? rolls[rollNumber]?.partner?.split(' ')[0] : null) ?? them}
    <li>
      {#if rolls.length > 1 && (e === 0 || settled.rolls[e - 1] !== rollNumber)}
        <h3 class="roll">
          Roll {rollNumber + 1}{rolls[rollNumber]?.partner ? `, with ${rolls[rollNumber]?.partner}` : ''}
        </h3>
      {/if}
      <p class="quiet small">
        {exchange.start ? `Started: ${ground.spotName(exchange.start)}` : 'Where it started was not told'}
      </p>
      <ol>
        {#each settled.reads[e] ?? [] as read, m (`${read.source.start}.${read.moment.technique}.${m}`)}
          {@const number = (before[e] ?? 0) + m}
          <li class:on={lit === number || chosen === number}>
            <button
              class="what"
              aria-expanded={chosen === number}
              onclick={() => onchoose(chosen === number ? -1 : number)}
              onpointerenter={() => onlight(number)}
              onpointerleave={() => onlight(-1)}
              onfocus={() => onlight(number)}
              onblur={() => onlight(-1)}
              onkeydown={(key) => {
                const by = key.altKey && key.key === 'ArrowUp' ? -1 : key.altKey && key.key === 'ArrowDown' ? 1 : 0;
                if (by === 0 || !fits(e, m + by)) return;
                key.preventDefault();
                onmove(number, by);
              }}
            >
              <NotchMark mine={read.moment.actor === 'me'} scratch={read.moment.outcome === 'stopped'} />
              <span>
                {#if read.moment.clock != null}<span class="quiet small">{clockWords(read.moment.clock)}</span>{/if}
                {read.moment.actor === 'me' ? 'I' : who}:
                <strong>{ground.techniqueName(read.moment.technique)}</strong>{read.moment.outcome === 'stopped'
                  ? ', stopped'
                  : ''}{read.moment.side
                  ? `, ${read.moment.side}`
                  : ''}{#if read.moment.outcome === 'done' && read.moment.to}<span class="quiet led"
                    >→ {ground.spotName(read.moment.to)}</span
                  >{/if}
                {#if read.moment.sure === false}<em class="unsure" class:quiet={!doubtful(read)}>{doubtWords(read)}</em
                  >{/if}
                {#if read.moment.reasons?.length}<span class="quiet small block"
                    >because: {read.moment.reasons.map((r) => ground.reasonSays(r)).join('; ')}</span
                  >{/if}
              </span>
            </button>
            {#if chosen === number}
              <FixMoment
                {read}
                them={who}
                {attire}
                words={wordsOf(read)}
                onfix={(change) => onfix(read, change)}
                onearlier={fits(e, m - 1) ? () => onmove(number, -1) : null}
                onlater={fits(e, m + 1) ? () => onmove(number, 1) : null}
                onadd={(change) => onadd(read, change)}
                onalias={(technique) => onalias(read, technique)}
              />
            {/if}
          </li>
        {/each}
      </ol>
      {#if exchange.end}<p class="end">
          <strong>{endWords(exchange.end, who, (t) => ground.techniqueName(t))}</strong>
        </p>{/if}
    </li>
  {/each}
</ol>
{#each silent as roll (roll.n)}
  <p class="quiet small silent">
    Roll {roll.n + 1}{roll.partner ? `, with ${roll.partner}` : ''}: no moment was read, it is kept as a roll all the
    same.
  </p>
{/each}

<style>
  .roll {
    margin-top: 0.5rem;
  }
  .silent {
    margin-top: 0.7rem;
    border-top: 1px dashed var(--line);
    padding-top: 0.5rem;
  }
  .exchanges > li + li {
    margin-top: 0.7rem;
    border-top: 1px dashed var(--line);
    padding-top: 0.5rem;
  }
  .on {
    background: light-dark(var(--color-primary-50), var(--color-primary-950));
  }
  .what {
    font: inherit;
    color: inherit;
    text-align: left;
    cursor: pointer;
    width: 100%;
    display: flex;
    gap: 0.5rem;
    padding: 0.3rem 0.2rem;
    min-height: 2.5rem;
  }
  .what :global(svg) {
    flex: none;
    margin-top: 0.25rem;
  }
  .unsure {
    border-bottom: 2px dashed var(--wood-edge);
    font-size: 0.92rem;
  }
  .unsure.quiet {
    border-bottom: none;
  }
  .block {
    display: block;
  }
  .led {
    margin-left: 0.3em;
  }
  .end {
    padding-left: 2rem;
  }
</style>
