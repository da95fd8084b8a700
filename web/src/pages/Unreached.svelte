<script lang="ts">
  import Notice from '../parts/Notice.svelte';
</script>

<h1>Not fetched</h1>
<Notice kind="fault">
  <p>This page could not be fetched: Ash Notch does not answer. Start it again, then try once more.</p>
  <button class="btn preset-outlined-surface-600-400" onclick={() => location.reload()}>Try again</button>
</Notice>
