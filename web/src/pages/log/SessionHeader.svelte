<script lang="ts">
  import { logDraft } from '../../lib/draft/log-draft.svelte.ts';
  import type { Session } from '../../lib/api/types.ts';
  import { dayWords, spaced } from '../../lib/text/words.ts';
  import Taught from './Taught.svelte';
  import Fold from '../../parts/Fold.svelte';
  import AttireChoice from '../../parts/AttireChoice.svelte';

  const { session }: { session: Session } = $props();

  const kinds: Session['kind'][] = [
    'class',
    'open-mat',
    'competition-class',
    'private',
    'positional',
    'gauntlet',
    'tournament',
  ];
  const set = (change: Partial<Session>) => logDraft.change((s) => ({ ...s, ...change }));
  const number = (text: string) => (text.trim() === '' || Number.isNaN(Number(text)) ? undefined : Number(text));
</script>

{#snippet head()}
  <strong>{dayWords(session.date)}</strong>
  {spaced(session.kind)}, {session.attire}{session.minutes ? `, ${session.minutes} min` : ''}{session.effort != null
    ? `, effort ${session.effort}`
    : ''}{session.aim ? `. Aim: ${session.aim}` : ''}
  <span class="quiet small">change</span>{/snippet}
<section class="card preset-filled-surface-100-900" aria-label="This session">
  <Fold says={head}>
    <div class="grid">
      <label class="label">
        <span class="label-text">Day</span>
        <input
          class="input"
          type="date"
          value={session.date}
          onchange={(e) => e.currentTarget.value && set({ date: e.currentTarget.value })}
        />
      </label>
      <label class="label">
        <span class="label-text">From</span>
        <input
          class="input"
          type="time"
          value={session.startTime ?? ''}
          onchange={(e) => set({ startTime: e.currentTarget.value || undefined })}
        />
      </label>
      <label class="label">
        <span class="label-text">Kind</span>
        <select
          class="select"
          value={session.kind}
          onchange={(e) => set({ kind: e.currentTarget.value as Session['kind'] })}
        >
          {#each kinds as kind (kind)}<option value={kind}>{spaced(kind)}</option>{/each}
        </select>
      </label>
      <AttireChoice value={session.attire} onchange={(attire) => attire && set({ attire })} />
      <label class="label">
        <span class="label-text">Minutes on the mat</span>
        <input
          class="input"
          type="number"
          min="0"
          max="1440"
          value={session.minutes ?? ''}
          onchange={(e) => set({ minutes: number(e.currentTarget.value) })}
        />
      </label>
      <label class="label">
        <span class="label-text">Effort, 0 to 10</span>
        <input
          class="input"
          type="number"
          min="0"
          max="10"
          value={session.effort ?? ''}
          onchange={(e) => set({ effort: number(e.currentTarget.value) })}
        />
      </label>
    </div>
    <label class="label">
      <span class="label-text">Aim</span>
      <input
        class="input"
        value={session.aim ?? ''}
        oninput={(e) => set({ aim: e.currentTarget.value || undefined })}
      />
    </label>
    <Taught ids={session.taught ?? []} onchange={(taught) => set({ taught })} />
    <label class="label">
      <span class="label-text">Notes</span>
      <textarea
        class="textarea"
        rows="2"
        value={session.notes ?? ''}
        oninput={(e) => set({ notes: e.currentTarget.value || undefined })}></textarea>
    </label>
  </Fold>
</section>

<style>
  .small {
    text-decoration: underline;
    margin-left: 0.4rem;
  }
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(10rem, 1fr));
    gap: 0.7rem;
    margin: 0.8rem 0;
  }
  .label + .label {
    margin-top: 0.6rem;
  }
  .grid .label + .label {
    margin-top: 0;
  }
</style>
