<script lang="ts">
  import { Switch } from '@skeletonlabs/skeleton-svelte';

  interface Props {
    label: string;
    checked: boolean;
    onchange: (checked: boolean) => void;
  }
  const { label, checked, onchange }: Props = $props();
</script>

<Switch {checked} onCheckedChange={(e) => onchange(e.checked)}>
  <Switch.Control><Switch.Thumb /></Switch.Control>
  <Switch.Label>{label}</Switch.Label>
  <Switch.HiddenInput />
</Switch>
