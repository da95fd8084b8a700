<script lang="ts">
  import { Slider } from '@skeletonlabs/skeleton-svelte';

  interface Props {
    /** What is heard of it. */
    label: string;
    min: number;
    max: number;
    step?: number;
    value: number;
    /** The value in words. */
    says?: string;
    onchange: (value: number) => void;
  }
  const { label, min, max, step = 1, value, says, onchange }: Props = $props();
</script>

<Slider
  {min}
  {max}
  {step}
  value={[value]}
  onValueChange={(e) => onchange(e.value[0] ?? value)}
  aria-label={[label]}
  getAriaValueText={() => says ?? String(value)}
>
  <Slider.Control>
    <Slider.Track><Slider.Range /></Slider.Track>
    <Slider.Thumb index={0}><Slider.HiddenInput /></Slider.Thumb>
  </Slider.Control>
</Slider>
