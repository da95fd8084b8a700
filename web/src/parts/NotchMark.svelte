<script lang="ts">
  interface Props {
    mine: boolean;
    scratch?: boolean;
  }
  const { mine, scratch = false }: Props = $props();
</script>

<svg class:mine viewBox="0 0 22 16" width="22" height="16" aria-hidden="true">
  {#if scratch}
    <path d={mine ? 'M8 4L14 10' : 'M8 6L14 12'} />
    <path class="edge" d={mine ? 'M1 2H21' : 'M1 14H21'} />
  {:else}
    <path d={mine ? 'M1 3H6L11 13L16 3H21' : 'M1 13H6L11 3L16 13H21'} />
  {/if}
</svg>

<style>
  path {
    fill: none;
    stroke: var(--theirs);
    stroke-width: 2.4;
    stroke-linecap: round;
    stroke-linejoin: round;
  }
  .mine path {
    stroke: var(--mine);
  }
  path.edge,
  .mine path.edge {
    stroke: var(--quiet);
    stroke-width: 1.4;
  }
</style>
