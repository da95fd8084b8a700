import type { Signal } from './rounds.ts';

/** How long one clap sounds, in seconds. */
const clapSeconds = 0.14;

/** The tones of a short ash bar that is struck: cycles in a second, how loud, and how fast each dies away. */
const tones = [
  { hertz: 1050, loud: 0.6, dies: 42 },
  { hertz: 2890, loud: 0.3, dies: 70 },
  { hertz: 5670, loud: 0.12, dies: 120 },
];

/**
 * One clap of two pieces of wood, made anew: a bar that is free at both ends rings in the ratios 1 : 2.76 : 5.40 (Euler and
 * Bernoulli's beam, as in any textbook of acoustics), over a knock of noise.
 * @param rate samples a second
 * @returns samples from -1 to 1
 */
export function woodClap(rate: number): Float32Array<ArrayBuffer> {
  const samples = new Float32Array(Math.round(rate * clapSeconds));
  // The same noise each time, so that a clap always sounds the same.
  let seed = 1;
  const noise = () => ((seed = (seed * 16807) % 2147483647) / 2147483647) * 2 - 1;
  for (let i = 0; i < samples.length; i++) {
    const t = i / rate;
    const ring = tones.reduce(
      (sum, f) => sum + f.loud * Math.exp(-f.dies * t) * Math.sin(2 * Math.PI * f.hertz * t),
      0,
    );
    const knock = 0.35 * Math.exp(-400 * t) * noise();
    const attack = Math.min(1, t / 0.0008);
    samples[i] = Math.max(-1, Math.min(1, attack * (ring + knock)));
  }
  return samples;
}

/** When each clap of a signal falls, in seconds from the first: two to begin, one for the last ten seconds, three to end. */
export const clapsOf: Record<Signal, readonly number[]> = { start: [0, 0.28], ten: [0], end: [0, 0.28, 0.56] };

/** How the device shakes for a signal, in milliseconds on and off. */
export const shakesOf: Record<Signal, readonly number[]> = {
  start: [220, 120, 220],
  ten: [120],
  end: [300, 120, 300, 120, 300],
};

/** Gives the signals, as loud as is wished; where the browser has no sound or cannot shake, it does without. */
export class Claps {
  private context: AudioContext | null = null;
  private buffer: AudioBuffer | null = null;

  /** To be called from a press: browsers let no page sound before. */
  wake(): void {
    if (!this.context && typeof AudioContext !== 'undefined') {
      this.context = new AudioContext();
      const samples = woodClap(this.context.sampleRate);
      this.buffer = this.context.createBuffer(1, samples.length, this.context.sampleRate);
      this.buffer.copyToChannel(samples, 0);
    }
    void this.context?.resume().catch(() => undefined);
  }

  /** @param volume 0 to 1; 0 is silent */
  give(signal: Signal, volume: number, shake: boolean): void {
    if (shake) navigator.vibrate?.([...shakesOf[signal]]);
    if (!this.context || !this.buffer || volume <= 0) return;
    const gain = this.context.createGain();
    gain.gain.value = volume;
    gain.connect(this.context.destination);
    for (const at of clapsOf[signal]) {
      const source = this.context.createBufferSource();
      source.buffer = this.buffer;
      source.connect(gain);
      source.start(this.context.currentTime + at);
    }
  }

  close(): void {
    void this.context?.close().catch(() => undefined);
    this.context = this.buffer = null;
  }
}
