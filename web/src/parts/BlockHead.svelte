<script lang="ts">
  import { drillPages } from '../lib/places.ts';
  import SubNav from './SubNav.svelte';

  const { title, path }: { title: string; path: string } = $props();
</script>

<SubNav label="Drilling" pages={drillPages} here={path} />
<h1>{title}</h1>

<style>
  h1 {
    margin-bottom: 0.35rem;
  }
</style>
