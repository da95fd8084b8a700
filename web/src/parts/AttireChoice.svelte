<script lang="ts">
  import EitherOr from './EitherOr.svelte';

  interface Props {
    /** Empty where both count. */
    value: 'gi' | 'no-gi' | '';
    /** Whether both may count. */
    both?: boolean;
    onchange: (value: 'gi' | 'no-gi' | '') => void;
  }
  const { value, both = false, onchange }: Props = $props();
  const all = { value: '' as const, name: 'both' };
</script>

<EitherOr
  label="Gi or no-gi"
  choices={[...(both ? [all] : []), { value: 'gi', name: 'gi' }, { value: 'no-gi', name: 'no-gi' }]}
  {value}
  {onchange}
/>
