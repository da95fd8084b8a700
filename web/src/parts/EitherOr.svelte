<script lang="ts" generics="T extends string">
  import { SegmentedControl } from '@skeletonlabs/skeleton-svelte';

  interface Props {
    /** What is chosen between; heard, and seen unless it is quiet. */
    label: string;
    quiet?: boolean;
    choices: readonly { value: T; name: string }[];
    value: T;
    onchange: (value: T) => void;
  }
  const { label, quiet = false, choices, value, onchange }: Props = $props();
</script>

<SegmentedControl
  {value}
  onValueChange={(e) => e.value !== null && e.value !== value && onchange(e.value as T)}
  orientation="horizontal"
>
  <SegmentedControl.Label class={quiet ? 'sr-only' : ''}>{label}</SegmentedControl.Label>
  <SegmentedControl.Control>
    <SegmentedControl.Indicator />
    {#each choices as choice (choice.value)}
      <SegmentedControl.Item value={choice.value}>
        <SegmentedControl.ItemText>{choice.name}</SegmentedControl.ItemText>
        <SegmentedControl.ItemHiddenInput />
      </SegmentedControl.Item>
    {/each}
  </SegmentedControl.Control>
</SegmentedControl>
