<script lang="ts">
  import type { Moment } from '../lib/api/types.ts';
  import EitherOr from './EitherOr.svelte';

  interface Props {
    value: Moment['outcome'];
    onchange: (value: Moment['outcome']) => void;
  }
  const { value, onchange }: Props = $props();
</script>

<EitherOr
  label="What became of it"
  quiet
  choices={[
    { value: 'done', name: 'came off' },
    { value: 'stopped', name: 'stopped' },
  ]}
  {value}
  {onchange}
/>
