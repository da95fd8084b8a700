<script lang="ts">
  import type { Split } from '../../lib/api/types.ts';
  import { plural } from '../../lib/text/words.ts';

  interface Props {
    title: string;
    rows: readonly Split[];
    nameOf: (name: string) => string;
    /** What "won" means here: contests won, or tries that went the owner's way. */
    won?: string;
    lost?: string;
    /** Where the rolls behind a row stand. */
    address?: (name: string) => string;
  }
  const { title, rows, nameOf, won = 'won', lost = 'lost', address }: Props = $props();

  const most = $derived(Math.max(1, ...rows.map((r) => r.won + r.lost)));
  const wide = (n: number) => Math.round((150 * n) / most);
</script>

{#if rows.length > 0}
  <section>
    <h3>{title}</h3>
    <ul>
      {#each rows.slice(0, 6) as row (row.name)}
        <li>
          <span class="name"
            >{#if address}<a class="anchor" href={address(row.name)}>{nameOf(row.name)}</a>{:else}{nameOf(
                row.name,
              )}{/if}</span
          >
          <svg viewBox="0 0 150 12" width="150" height="12" aria-hidden="true">
            <rect class="mine" x="0" y="1" width={wide(row.won)} height="10" />
            <rect class="theirs" x={wide(row.won)} y="1" width={wide(row.lost)} height="10" />
          </svg>
          <span class="quiet small"
            >{[row.won > 0 ? `${row.won} ${won}` : '', row.lost > 0 ? `${row.lost} ${lost}` : '']
              .filter(Boolean)
              .join(', ')}</span
          >
        </li>
      {/each}
    </ul>
    {#if rows.length > 6}<p class="quiet small">and {plural(rows.length - 6, 'more')}</p>{/if}
  </section>
{/if}

<style>
  h3 {
    font-family: var(--typo-base--font-family);
    font-size: 1rem;
    font-weight: 650;
    margin-bottom: 0.2rem;
  }
  li {
    display: grid;
    grid-template-columns: minmax(7rem, 1fr) 150px 7.5rem;
    gap: 0.6rem;
    align-items: center;
    padding: 0.1rem 0;
  }
  .mine {
    fill: var(--mine);
  }
  .theirs {
    fill: var(--theirs);
    opacity: 0.75;
  }
  @media (max-width: 720px) {
    li {
      grid-template-columns: 1fr auto;
    }
    li svg {
      grid-row: 2;
      grid-column: 1 / 3;
    }
  }
</style>
