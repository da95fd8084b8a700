<script lang="ts">
  import { Progress } from '@skeletonlabs/skeleton-svelte';

  /** How far long work has come: 0 to 1; null while nobody knows. */
  const { label, share }: { label: string; share: number | null } = $props();
</script>

<Progress value={share === null ? null : Math.round(share * 100)} class="grow">
  <Progress.Label class="sr-only">{label}</Progress.Label>
  <Progress.Track><Progress.Range /></Progress.Track>
</Progress>
