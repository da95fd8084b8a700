<script lang="ts">
  import { onDestroy } from 'svelte';
  import { Reader } from '../../lib/log/reader.svelte.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { leads } from '../../lib/log/leads.ts';
  import { settle } from '../../lib/log/telling.ts';
  import type { Attire, Exchange, Spot } from '../../lib/api/types.ts';
  import { plural } from '../../lib/text/words.ts';

  interface Props {
    attire: Attire;
    /** Where the owner is at the playhead. */
    spot: Spot | null;
    them: string;
    /** The roll's clock now, in seconds. */
    clock: () => number;
    /** What was told, from one clock to another. */
    onsaid: (told: Exchange[], from: number, until: number) => void;
  }
  const { attire, spot, them, clock, onsaid }: Props = $props();

  const reader = new Reader();
  onDestroy(() => reader.stop());
  let text = $state('');
  /** The clock at which the first word was typed. */
  let from = $state<number | null>(null);
  let begun: Spot | null = null;

  const settled = $derived(reader.told && reader.of === text ? settle(reader.told, [], [], leads) : null);
  const moments = $derived(settled?.exchanges.flatMap((e) => e.moments) ?? []);

  function typed(next: string) {
    if (text === '' && next !== '') {
      from = clock();
      begun = spot;
    }
    text = next;
    reader.read(text, attire, begun);
  }

  function take() {
    if (!settled || settled.exchanges.length === 0) return;
    onsaid(settled.exchanges, from ?? clock(), clock());
    text = '';
    from = null;
    reader.read('', attire, null, 0);
  }
</script>

<form
  onsubmit={(e) => {
    e.preventDefault();
    take();
  }}
>
  <label class="label">
    <span class="label-text">Say what you see</span>
    <input
      class="input"
      id="say-it"
      value={text}
      placeholder="now he's on my back, hunting the choke"
      autocomplete="off"
      maxlength="2000"
      oninput={(e) => typed(e.currentTarget.value)}
      onkeydown={(e) => e.key === 'Escape' && e.currentTarget.blur()}
    />
  </label>
  <button class="btn preset-outlined-surface-600-400" disabled={moments.length === 0}>Put it in</button>
</form>
<p class="quiet small" role="status">
  {#if reader.state === 'away'}
    The program does not answer; what you typed is read when it runs again.
  {:else if reader.faults.length > 0}
    {reader.faults.join(' ')}
  {:else if text !== '' && settled}
    {moments.length === 0
      ? 'No moment read in this yet.'
      : `${plural(moments.length, 'moment')}: ${moments
          .map(
            (m) =>
              `${m.actor === 'me' ? 'I' : them}: ${ground.techniqueName(m.technique)}${m.outcome === 'stopped' ? ', stopped' : ''}`,
          )
          .join('; ')}.`}
  {:else}
    Type or dictate while it plays; Enter puts it in where you began to say it.
  {/if}
</p>

<style>
  form {
    display: flex;
    align-items: end;
    gap: 0.5rem;
  }
  .label {
    flex: 1;
  }
</style>
