<script lang="ts" module>
  /** How loud, and whether the device shakes; kept on the device. */
  export interface Sound {
    volume: number;
    shake: boolean;
  }
  export const usualSound: Sound = { volume: 0.8, shake: true };
</script>

<script lang="ts">
  import Scale from '../../parts/Scale.svelte';
  import Toggle from '../../parts/Toggle.svelte';

  interface Props {
    sound: Sound;
    onchange: (sound: Sound) => void;
    ontry: () => void;
  }
  const { sound, onchange, ontry }: Props = $props();
  const canShake = 'vibrate' in navigator;
</script>

<div class="sound">
  <div class="scale">
    <span>Wooden clap: {sound.volume === 0 ? 'silent' : `${Math.round(sound.volume * 10)} of 10`}</span>
    <Scale
      label="How loud the clap is"
      min={0}
      max={1}
      step={0.1}
      value={sound.volume}
      says={sound.volume === 0 ? 'silent' : `${Math.round(sound.volume * 10)} of 10`}
      onchange={(volume) => onchange({ ...sound, volume })}
    />
  </div>
  <button class="btn preset-outlined-surface-600-400" onclick={ontry}>Hear it</button>
  {#if canShake}<Toggle
      label="Vibrate"
      checked={sound.shake}
      onchange={(shake) => onchange({ ...sound, shake })}
    />{/if}
</div>

<style>
  .sound {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.6rem 1.2rem;
  }
  .scale {
    flex: 1 1 12rem;
    max-width: 20rem;
  }
</style>
