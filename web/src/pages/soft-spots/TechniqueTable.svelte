<script lang="ts">
  import { ground } from '../../lib/log/ground.svelte.ts';
  import type { TechniqueTally } from '../../lib/api/types.ts';
  import { tenthsRange } from '../../lib/text/words.ts';
  import NotchMark from '../../parts/NotchMark.svelte';

  interface Props {
    title: string;
    rows: TechniqueTally[];
    mine: boolean;
    /** Where the rolls with a technique stand. */
    address?: (technique: string) => string;
  }
  const { title, rows, mine, address }: Props = $props();
</script>

<!-- The share is of all that hung on this person's moves here. -->
<table class="table">
  <caption><NotchMark {mine} /> {title}</caption>
  <thead>
    <tr>
      <th scope="col">technique</th>
      <th scope="col">came off</th>
      <th scope="col">stopped</th>
      <th scope="col" class="wide">comes off, in 10</th>
      <th scope="col">share</th>
    </tr>
  </thead>
  <tbody>
    {#each rows.slice(0, 6) as row (row.technique)}
      <tr>
        <th scope="row">
          {#if address}<a class="anchor" href={address(row.technique)}>{ground.techniqueName(row.technique)}</a
            >{:else}{ground.techniqueName(row.technique)}{/if}
        </th>
        <td>{row.done}</td>
        <td>{row.stopped}</td>
        <td class="wide">{tenthsRange(row.rate.low, row.rate.high)}</td>
        <td>{row.done === 0 ? '' : row.share < 0.05 ? 'hardly any' : `${Math.round(row.share * 10)} in 10`}</td>
      </tr>
    {:else}
      <tr><td colspan="5">nothing seen</td></tr>
    {/each}
  </tbody>
</table>

<style>
  table {
    align-self: start;
  }
  @media (max-width: 720px) {
    .wide {
      display: none;
    }
  }
  caption {
    text-align: left;
    font-weight: 650;
    padding-bottom: 0.2rem;
  }
  caption :global(svg) {
    display: inline;
  }
</style>
