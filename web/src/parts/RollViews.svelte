<script lang="ts">
  import { push } from 'svelte-spa-router';
  import EitherOr from './EitherOr.svelte';

  type View = 'rolls' | 'sessions' | 'matches';
  const { view }: { view: View } = $props();
  const address: Record<View, string> = { rolls: '/rolls', sessions: '/rolls?view=sessions', matches: '/matches' };
</script>

<div>
  <EitherOr
    label="Rolls, sessions or matches"
    quiet
    choices={[
      { value: 'rolls', name: 'Roll by roll' },
      { value: 'sessions', name: 'By session' },
      { value: 'matches', name: 'Matches' },
    ]}
    value={view}
    onchange={(v: View) => void push(address[v])}
  />
</div>

<style>
  div {
    flex: none;
  }
</style>
