<script lang="ts">
  import type { Intake, SheetColumn, SheetRead } from '../../lib/api/types.ts';
  import { partners } from '../../lib/log/partners.svelte.ts';
  import { stopped } from '../../lib/text/words.ts';
  import EitherOr from '../../parts/EitherOr.svelte';
  import FileBox from '../../parts/FileBox.svelte';
  import Fold from '../../parts/Fold.svelte';
  import Notice from '../../parts/Notice.svelte';
  import Toggle from '../../parts/Toggle.svelte';
  import { columnNames, countWords, lookAtSheet, sessionLine, take, type SheetSettings } from './bring.ts';
  import Taken from './Taken.svelte';

  const { ontaken }: { ontaken: () => void } = $props();

  const shown = 40;
  let file = $state.raw<File | null>(null);
  let how = $state.raw<SheetSettings>({ columns: null, order: null, attire: 'gi', told: false });
  let sheet = $state.raw<SheetRead | null>(null);
  let taken = $state.raw<Intake | null>(null);
  let busy = $state('');
  let fault = $state('');

  const rolls = $derived(sheet?.sessions.reduce((sum, s) => sum + s.rolls.length, 0) ?? 0);
  const names = $derived(
    new Map([...(sheet?.partners ?? []), ...partners.all].map((p): [string, string] => [p.id, p.name])),
  );

  async function look(next: Partial<SheetSettings> = {}) {
    const asked = { ...how, ...next };
    how = asked;
    [busy, fault, taken] = ['Reading the table…', '', null];
    try {
      await partners.load();
      const found = await lookAtSheet(file!, asked);
      // Something else was set meanwhile: its answer is the one that counts.
      if (how !== asked) return;
      sheet = found;
    } catch (refused) {
      if (how !== asked) return;
      [sheet, fault] = [null, (refused as Error).message];
    }
    busy = '';
  }

  /** What each column is taken for: what was set last, else what was found. */
  const columns = $derived(how.columns ?? sheet?.columns.map((c) => c.means ?? '') ?? []);

  async function takeIt() {
    [busy, fault] = ['Writing it down…', ''];
    try {
      taken = await take(file!.name, sheet!.partners, sheet!.sessions);
      sheet = null;
      ontaken();
    } catch (refused) {
      fault = (refused as Error).message;
    }
    busy = '';
  }

  const means = (at: number, value: string) =>
    look({
      columns: columns.map((c, i) => (i === at ? (value as SheetColumn | '') : c === value ? '' : c)),
    });
</script>

<p>
  A table with a row for each round, in any order of columns. In the spreadsheet choose to save as CSV, then bring that
  file. It is shown first; nothing is written before you take it.
</p>
<FileBox
  label="A table (CSV)"
  accept={{ 'text/csv': ['.csv', '.tsv', '.txt'] }}
  does="Choose a table"
  disabled={busy !== ''}
  onfile={(chosen) => {
    file = chosen;
    how = { ...how, columns: null, order: null };
    void look();
  }}
/>
<p role="status">{busy}</p>
{#if fault}<Notice kind="fault">{fault}</Notice>{/if}
{#if taken}<Taken {taken} onback={ontaken} />{/if}
{#if sheet}
  <h2>What the columns hold</h2>
  <div class="scrolls" role="region" aria-label="The columns of the table">
    <table class="table">
      <thead><tr><th>Heading</th><th>holds</th><th>for example</th></tr></thead>
      <tbody>
        {#each sheet.columns as column, at (at)}
          <tr>
            <th scope="row">{column.heading || `(column ${at + 1})`}</th>
            <td>
              <select
                class="select"
                aria-label="What “{column.heading || `column ${at + 1}`}” holds"
                value={columns[at]}
                onchange={(e) => means(at, e.currentTarget.value)}
              >
                {#each columnNames as one (one.value)}<option value={one.value}>{one.name}</option>{/each}
              </select>
            </td>
            <td class="quiet">{column.samples.join(' · ')}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  <div class="how">
    <EitherOr
      label="3/4 is the"
      choices={[
        { value: 'day-first', name: '3rd of April' },
        { value: 'month-first', name: '4th of March' },
      ]}
      value={sheet.order}
      onchange={(order) => look({ order })}
    />
    <EitherOr
      label="Where no column says"
      choices={[
        { value: 'gi', name: 'gi' },
        { value: 'no-gi', name: 'no-gi' },
      ]}
      value={how.attire}
      onchange={(attire) => look({ attire })}
    />
    <Toggle label="read the notes as told rolls" checked={how.told} onchange={(told) => look({ told })} />
  </div>
  {#if sheet.open}
    <Notice kind="care"
      >Nothing in the file says which number is the month. It was read with the day first: look at the days below.</Notice
    >
  {/if}
  {#each sheet.remarks as remark (remark)}<p class="quiet">{remark}</p>{/each}
  {#if sheet.faultCount > 0}
    <Notice kind="care">
      <p>
        <strong>{sheet.faultCount === 1 ? 'One thing' : `${sheet.faultCount} things`} cannot be read.</strong> Set a column
        right above, mend the file, or take the rest.
      </p>
      <ul class="faults">
        {#each sheet.faults.slice(0, 12) as one, i (i)}<li>Row {one.row}: {one.sentence}</li>{/each}
      </ul>
      {#if sheet.faultCount > 12}
        <Fold says="The others">
          <ul class="faults">
            {#each sheet.faults.slice(12) as one, i (i)}<li>Row {one.row}: {one.sentence}</li>{/each}
          </ul>
          {#if sheet.faultCount > sheet.faults.length}<p>And {sheet.faultCount - sheet.faults.length} more.</p>{/if}
        </Fold>
      {/if}
    </Notice>
  {/if}
  <h2>What it would bring</h2>
  <p>{countWords(sheet.sessions.length, rolls, sheet.partners.length)}.</p>
  {#if sheet.partners.length > 0}
    <p class="quiet">{stopped(`New: ${sheet.partners.map((p) => p.name).join(', ')}`)}</p>
  {/if}
  <ul class="days">
    {#each sheet.sessions.slice(0, shown) as session (session.id)}
      <li>{sessionLine(session, (id) => names.get(id) ?? 'somebody')}</li>
    {/each}
  </ul>
  {#if sheet.sessions.length > shown}<p class="quiet">And {sheet.sessions.length - shown} more.</p>{/if}
  <p>
    <button
      class="btn preset-filled-primary-700-300"
      disabled={busy !== '' || sheet.sessions.length === 0}
      onclick={takeIt}>Take it</button
    >
  </p>
{/if}

<style>
  .scrolls {
    overflow-x: auto;
  }
  th,
  td {
    text-align: left;
  }
  td .select {
    min-width: 11rem;
  }
  .how {
    display: flex;
    flex-wrap: wrap;
    gap: 1rem;
    align-items: end;
  }
  .faults {
    list-style: disc;
    padding-left: 1.2rem;
    overflow-wrap: anywhere;
  }
  .days li {
    padding-block: 0.15rem;
    border-bottom: 1px solid var(--line);
  }
</style>
