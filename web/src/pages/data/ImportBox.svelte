<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import type { ImportReport } from '../../lib/api/types.ts';
  import { plural } from '../../lib/text/words.ts';
  import Notice from '../../parts/Notice.svelte';
  import { sendFile, type Sending } from './send-file.ts';
  import Bar from '../../parts/Bar.svelte';
  import FileBox from '../../parts/FileBox.svelte';

  const { ondone }: { ondone: () => void } = $props();

  let sending = $state<Sending<ImportReport> | null>(null);
  let share = $state(0);
  let report = $state<ImportReport | null>(null);
  let faults = $state<[string, string][]>([]);

  async function bring(file: File) {
    [report, faults, share] = [null, [], 0];
    const now = sendFile<ImportReport>('/api/import', file, (s) => (share = s));
    sending = now;
    const answer = await now.answer;
    sending = null;
    if (answer.value) {
      report = answer.value;
      await ground.refresh();
      ondone();
    } else faults = answer.faults;
  }

  const counts = (c: ImportReport['sessions'], one: string) =>
    `${plural(c.added, one)} added, ${c.changed} changed, ${c.same} already the same`;
</script>

<p>
  A logbook file is merged in: what it holds replaces what has the same id here, the rest stays. If anything in it is
  wrong, nothing is changed.
</p>
<FileBox
  label="Logbook file (JSON)"
  accept={{ 'application/json': ['.json'] }}
  does="Choose a file"
  disabled={sending !== null}
  onfile={bring}
/>
{#if sending}
  <div role="status" class="row">
    <Bar label="Reading the file" share={share < 1 ? share : null} />
    <span>{share < 1 ? `${Math.round(share * 100)} % read` : 'Writing it down…'}</span>
    <button class="btn preset-outlined-surface-600-400" onclick={() => sending?.stop()}>Stop</button>
  </div>
{/if}
{#if report}
  <Notice>
    <p><strong>The file is in.</strong></p>
    <ul>
      <li>{counts(report.sessions, 'session')}</li>
      <li>{counts(report.rolls, 'roll')}</li>
      <li>{counts(report.partners, 'partner')}</li>
      {#each report.remarks as remark (remark)}<li>{remark}</li>{/each}
    </ul>
  </Notice>
{/if}
{#if faults.length > 0}
  <Notice kind="fault">
    <p><strong>The file was refused, and nothing was changed.</strong></p>
    <ul>
      {#each faults.slice(0, 30) as [where, sentence], i (i)}
        <li>
          {#if where}<code>{where}</code>:
          {/if}{sentence}
        </li>
      {/each}
    </ul>
    {#if faults.length > 30}<p>And {faults.length - 30} more.</p>{/if}
  </Notice>
{/if}

<style>
  .row {
    display: flex;
    align-items: center;
    gap: 0.7rem;
  }
  ul {
    list-style: disc;
    padding-left: 1.2rem;
  }
  code {
    overflow-wrap: anywhere;
  }
</style>
