<script lang="ts">
  import { logDraft } from '../../lib/draft/log-draft.svelte.ts';
  import { type Difference, differences, merged, type Pick, pickOf } from '../../lib/draft/merge.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import type { Roll, SessionRead } from '../../lib/api/types.ts';
  import { inside, plural, spaced } from '../../lib/text/words.ts';
  import EitherOr from '../../parts/EitherOr.svelte';
  import Fold from '../../parts/Fold.svelte';
  import Loaded from '../../parts/Loaded.svelte';
  import Notice from '../../parts/Notice.svelte';

  const names: Record<string, string> = {
    date: 'Day',
    startTime: 'Beginning',
    kind: 'Kind',
    attire: 'Gi or no-gi',
    minutes: 'Minutes',
    effort: 'Effort',
    aim: 'Aim',
    notes: 'Notes',
    taught: 'Taught',
    event: 'Event',
  };
  const pickNames: Record<Pick, string> = { mine: 'this device', theirs: 'the other', both: 'both' };

  let theirs = $state(logDraft.theirs());
  let picks = $state.raw<ReadonlyMap<string, Pick>>(new Map());

  function rollWords(roll: Roll | undefined): string {
    if (!roll) return 'not there';
    const moments = roll.exchanges.flatMap((e) => e.moments);
    const first = moments.slice(0, 4).map((m) => inside(ground.techniqueName(m.technique)));
    return [
      `${partners.name(roll.partnerId)}: ` +
        `${plural(moments.length, 'moment')}${first.length > 0 ? ` (${first.join(', ')}${moments.length > 4 ? ', …' : ''})` : ''}`,
      roll.told ? `told: ${roll.told}` : '',
      roll.notes ? `notes: ${roll.notes}` : '',
      ...(roll.takeaways ?? []).map((t) => `takeaway: ${t}`),
    ]
      .filter(Boolean)
      .join('\n');
  }

  function words(one: Difference, value: unknown): string {
    if (one.roll) return rollWords(value as Roll | undefined);
    if (value === null || value === undefined || value === '') return 'nothing';
    if (one.field === 'taught') return (value as string[]).map((id) => ground.techniqueName(id)).join(', ');
    return typeof value === 'string'
      ? spaced(value)
      : typeof value === 'object'
        ? JSON.stringify(value)
        : String(value);
  }

  const place = (rolls: readonly { id: string }[] | undefined, id: string) =>
    (rolls?.findIndex((r) => r.id === id) ?? -1) + 1;

  const nameOf = (one: Difference, there: SessionRead) =>
    one.roll
      ? `Roll ${place(there.rolls, one.roll) || place(logDraft.session?.rolls, one.roll) || 1}`
      : (names[one.key] ?? one.key);
</script>

<Notice kind="fault">
  <p>This session was changed somewhere else in the meantime. Nothing is lost: choose what stands.</p>
  <Loaded promise={theirs} waiting="Fetching the other one…" again={() => (theirs = logDraft.theirs())}>
    {#snippet children(there)}
      {@const all = differences(logDraft.session!, there)}
      {#if all.length > 0}
        <Fold says="{plural(all.length, 'difference')}: see both, and make one of them" open>
          <ul>
            {#each all as one (one.key)}
              <li>
                <strong>{nameOf(one, there)}</strong>
                <div class="two">
                  <p><span class="quiet small">this device</span><span class="words">{words(one, one.mine)}</span></p>
                  <p><span class="quiet small">the other</span><span class="words">{words(one, one.theirs)}</span></p>
                </div>
                <EitherOr
                  label="What stands of {nameOf(one, there)}"
                  quiet
                  choices={one.picks.map((value) => ({ value, name: pickNames[value] }))}
                  value={pickOf(one, picks)}
                  onchange={(pick) => (picks = new Map(picks).set(one.key, pick))}
                />
              </li>
            {/each}
          </ul>
        </Fold>
        <button
          class="btn preset-filled-primary-700-300"
          onclick={() => logDraft.keep(merged(logDraft.session!, there, picks), there.version)}>Keep it so</button
        >
      {/if}
      <button class="btn preset-outlined-surface-600-400" onclick={() => logDraft.keepMine()}
        >Keep what is on this page</button
      >
      <button class="btn preset-outlined-surface-600-400" onclick={() => logDraft.takeTheirs()}
        >Take the other one</button
      >
    {/snippet}
  </Loaded>
</Notice>

<style>
  li {
    display: flex;
    flex-direction: column;
    gap: 0.35rem;
    padding-block: 0.5rem;
    border-bottom: 1px solid var(--line);
  }
  .two {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(14rem, 100%), 1fr));
    gap: 0.6rem 1.2rem;
  }
  .two span {
    display: block;
  }
  .words {
    white-space: pre-wrap;
    overflow-wrap: anywhere;
  }
</style>
