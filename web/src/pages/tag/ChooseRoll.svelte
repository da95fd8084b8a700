<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { api, data } from '../../lib/api/api.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { isFileOf } from '../../lib/video/recording.ts';
  import type { Partner, RollLine, SessionRead } from '../../lib/api/types.ts';
  import { dayWords, plural, today } from '../../lib/text/words.ts';
  import PartnerPicker from '../log/PartnerPicker.svelte';

  interface Props {
    file: File;
    /** How long it plays, in seconds. */
    length: number | null;
    onpick: (session: string, roll: string) => void;
    /** A roll that is not in the log yet. */
    onnew: (day: string, partner: Partner) => void;
    /** The log needs a session of the day before somebody new is added to it. */
    onday: (day: string) => Promise<void>;
  }
  const { file, length, onpick, onnew, onday }: Props = $props();

  let day = $state(untrack(() => today(new Date(file.lastModified || Date.now()))));
  let known = $state.raw<RollLine[]>([]);
  let there = $state.raw<SessionRead[]>([]);
  let picking = $state(false);

  onMount(async () => {
    known = await data(api.GET('/api/rolls', { params: { query: { video: file.name, size: '60' } } }))
      .then((page) => page.items.filter((line) => line.roll.video && isFileOf(line.roll.video, file, length)))
      .catch(() => []);
  });

  $effect(() => {
    const asked = day;
    data(api.GET('/api/rolls', { params: { query: { from: asked, to: asked, size: '60' } } }))
      .then((page) => {
        if (asked !== day) return;
        const sessions = new Map<string, SessionRead>();
        for (const line of page.items) {
          const session =
            sessions.get(line.sessionId) ??
            ({ id: line.sessionId, date: line.date, kind: line.sessionKind, rolls: [] } as unknown as SessionRead);
          sessions.set(line.sessionId, { ...session, rolls: [...session.rolls, line.roll] });
        }
        there = [...sessions.values()];
      })
      .catch(() => (there = []));
  });

  async function pick() {
    await onday(day);
    picking = true;
  }
</script>

{#if picking}
  <PartnerPicker onpick={(partner) => onnew(day, partner)} oncancel={() => (picking = false)} />
{:else}
  {#if known.length > 0}
    <h2>This file is known</h2>
    <ul>
      {#each known as line (`${line.sessionId}/${line.roll.id}`)}
        <li>
          <button class="btn preset-filled-primary-700-300" onclick={() => onpick(line.sessionId, line.roll.id)}
            >Go on with {line.partnerName ?? 'somebody'}, {dayWords(line.date)}</button
          >
        </li>
      {/each}
    </ul>
  {/if}
  <h2>{known.length > 0 ? 'Another roll in it' : 'Which roll is it?'}</h2>
  <label class="label day">
    <span class="label-text">Day</span>
    <input
      class="input"
      type="date"
      value={day}
      onchange={(e) => e.currentTarget.value && (day = e.currentTarget.value)}
    />
  </label>
  {#each there as session (session.id)}
    <p class="quiet">{plural(session.rolls.length, 'roll')} in the log that day:</p>
    <ul>
      {#each session.rolls as roll, i (roll.id)}
        <li>
          <button class="btn preset-outlined-surface-600-400" onclick={() => onpick(session.id, roll.id)}
            >{i + 1}. {partners.name(roll.partnerId)}</button
          >
        </li>
      {/each}
    </ul>
  {/each}
  <button class="btn preset-outlined-surface-600-400" onclick={pick}>A roll that is not in the log yet</button>
{/if}

<style>
  h2 {
    margin: 0.8rem 0 0.4rem;
  }
  ul {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
    margin-bottom: 0.7rem;
  }
  .day {
    max-width: 14rem;
    margin-bottom: 0.6rem;
  }
</style>
