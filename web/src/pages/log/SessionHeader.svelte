<script lang="ts">
  import { logDraft } from '../../lib/draft/log-draft.svelte.ts';
  import type { Session } from '../../lib/api/types.ts';
  import { dayWords, spaced } from '../../lib/text/words.ts';
  import Taught from './Taught.svelte';

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

<details class="panel">
  <summary>
    <strong>{dayWords(session.date)}</strong>
    {spaced(session.kind)}, {session.attire}{session.minutes ? `, ${session.minutes} min` : ''}{session.effort != null
      ? `, effort ${session.effort}`
      : ''}{session.aim ? `. Aim: ${session.aim}` : ''}
    <span class="quiet small">change</span>
  </summary>
  <div class="grid">
    <label class="field">
      <span>Day</span>
      <input
        class="box"
        type="date"
        value={session.date}
        onchange={(e) => e.currentTarget.value && set({ date: e.currentTarget.value })}
      />
    </label>
    <label class="field">
      <span>From</span>
      <input
        class="box"
        type="time"
        value={session.startTime ?? ''}
        onchange={(e) => set({ startTime: e.currentTarget.value || undefined })}
      />
    </label>
    <label class="field">
      <span>Kind</span>
      <select
        class="box"
        value={session.kind}
        onchange={(e) => set({ kind: e.currentTarget.value as Session['kind'] })}
      >
        {#each kinds as kind (kind)}<option value={kind}>{spaced(kind)}</option>{/each}
      </select>
    </label>
    <label class="field">
      <span>Gi or no-gi</span>
      <select
        class="box"
        value={session.attire}
        onchange={(e) => set({ attire: e.currentTarget.value as Session['attire'] })}
      >
        <option value="gi">gi</option>
        <option value="no-gi">no-gi</option>
      </select>
    </label>
    <label class="field">
      <span>Minutes on the mat</span>
      <input
        class="box"
        type="number"
        min="0"
        max="1440"
        value={session.minutes ?? ''}
        onchange={(e) => set({ minutes: number(e.currentTarget.value) })}
      />
    </label>
    <label class="field">
      <span>Effort, 0 to 10</span>
      <input
        class="box"
        type="number"
        min="0"
        max="10"
        value={session.effort ?? ''}
        onchange={(e) => set({ effort: number(e.currentTarget.value) })}
      />
    </label>
  </div>
  <label class="field">
    <span>Aim</span>
    <input class="box" value={session.aim ?? ''} oninput={(e) => set({ aim: e.currentTarget.value || undefined })} />
  </label>
  <Taught ids={session.taught ?? []} onchange={(taught) => set({ taught })} />
  <label class="field">
    <span>Notes</span>
    <textarea
      class="box"
      rows="2"
      value={session.notes ?? ''}
      oninput={(e) => set({ notes: e.currentTarget.value || undefined })}></textarea>
  </label>
</details>

<style>
  summary {
    cursor: pointer;
    min-height: 2rem;
  }
  summary .quiet {
    text-decoration: underline;
    margin-left: 0.4rem;
  }
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(10rem, 1fr));
    gap: 0.7rem;
    margin: 0.8rem 0;
  }
  .field + .field {
    margin-top: 0.6rem;
  }
  .grid .field + .field {
    margin-top: 0;
  }
</style>
