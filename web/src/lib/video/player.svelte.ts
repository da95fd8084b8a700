/** The file that is open, as long as the page lives: going to another page and back does not close it. */
class OpenFile {
  file = $state.raw<File | null>(null);
  url = $state('');

  open(file: File): void {
    this.close();
    this.file = file;
    // The browser reads the file piece by piece as it is played: nothing of it is taken into memory here.
    this.url = URL.createObjectURL(file);
  }

  close(): void {
    if (this.url) URL.revokeObjectURL(this.url);
    this.file = null;
    this.url = '';
  }
}

export const openFile = new OpenFile();

/** What is said of a file that does not play. */
export function faultWords(name: string, code: number | undefined, played: boolean): string {
  // MEDIA_ERR_NETWORK: the bytes are not to be had any more.
  if (code === 2 || played)
    return `“${name}” cannot be read on: it was moved or changed since it was opened. Open it again; every moment is kept.`;
  return (
    `This browser cannot play “${name}”. What plays in most: MP4 (H.264 with AAC) or WebM (VP8, VP9) for a picture, ` +
    'MP3, M4A, OGG or WAV for sound.'
  );
}

/** How fast it can be played, slowest first. */
export const rates = [0.25, 0.5, 0.75, 1, 1.25, 1.5, 2] as const;

/** The next rate up or down; the same at either end. */
export function nextRate(rate: number, by: 1 | -1): number {
  const at = rates.findIndex((r) => r >= rate);
  return rates[Math.min(Math.max((at < 0 ? rates.length - 1 : at) + by, 0), rates.length - 1)]!;
}

/** How long a picture stands until it is known better: the usual 25 a second. */
const usualFrame = 1 / 25;
/** How much is played over and over, in seconds. */
export const loopSeconds = 4;

/** A recording that is played: the element is the browser's own, this is what the page asks of it. */
export class Player {
  element = $state.raw<HTMLVideoElement | null>(null);
  /** Where it stands, in seconds. */
  seconds = $state(0);
  /** How long it plays, in seconds; null until that is known. */
  length = $state<number | null>(null);
  playing = $state(false);
  rate = $state(1);
  hasPicture = $state(true);
  /** The stretch that is played over and over; null for none. */
  loop = $state.raw<{ from: number; to: number } | null>(null);
  fault = $state('');
  private frame = usualFrame;
  private lastFrame = -1;
  private ticking = 0;

  /** Takes the element; answers what lets go of it. */
  attach(element: HTMLVideoElement): () => void {
    this.element = element;
    const watch = (_now: number, meta: { mediaTime: number }) => {
      const gap = meta.mediaTime - this.lastFrame;
      // Frames that follow each other while it plays tell how long one stands.
      if (this.playing && this.lastFrame >= 0 && gap > 0.004 && gap < 0.2) this.frame = Math.min(this.frame, gap);
      this.lastFrame = meta.mediaTime;
      element.requestVideoFrameCallback?.(watch);
    };
    element.requestVideoFrameCallback?.(watch);
    return () => {
      cancelAnimationFrame(this.ticking);
      this.element = null;
      this.playing = false;
    };
  }

  loaded(): void {
    const element = this.element;
    if (!element) return;
    this.fault = '';
    this.hasPicture = element.videoWidth > 0;
    this.measured();
    element.playbackRate = this.rate;
  }

  /** A recording straight from a browser says that it has no end until it has been played or sought there. */
  measured(): void {
    const element = this.element;
    if (!element) return;
    if (Number.isFinite(element.duration)) this.length = element.duration;
    else if (element.duration === Infinity && this.length === null) {
      element.currentTime = 1e7;
      element.addEventListener('durationchange', () => (element.currentTime = 0), { once: true });
    }
  }

  failed(name: string): void {
    this.fault = faultWords(name, this.element?.error?.code, this.seconds > 0);
    this.playing = false;
  }

  /** Where it stands now, to be asked at the very moment of a press. */
  get now(): number {
    return this.element?.currentTime ?? 0;
  }

  tick(): void {
    this.seconds = this.now;
    if (this.loop && this.playing && this.seconds >= this.loop.to) this.seek(this.loop.from);
  }

  started(): void {
    this.playing = true;
    cancelAnimationFrame(this.ticking);
    const step = () => {
      this.tick();
      if (this.playing) this.ticking = requestAnimationFrame(step);
    };
    // Without motion the browser's own few ticks a second do.
    if (!matchMedia('(prefers-reduced-motion: reduce)').matches) step();
  }

  stopped(): void {
    this.playing = false;
    this.tick();
  }

  toggle(): void {
    if (!this.element || this.fault) return;
    if (this.element.paused) void this.element.play().catch(() => undefined);
    else this.element.pause();
  }

  play(): void {
    if (this.element?.paused) this.toggle();
  }

  seek(seconds: number): void {
    if (!this.element) return;
    const to = Math.min(Math.max(seconds, 0), this.length ?? seconds);
    this.element.currentTime = to;
    this.seconds = to;
  }

  by(seconds: number): void {
    this.seek(this.now + seconds);
  }

  /** A picture on or back. */
  step(by: 1 | -1): void {
    this.element?.pause();
    this.by(by * this.frame);
  }

  faster(by: 1 | -1): void {
    this.rate = nextRate(this.rate, by);
    if (this.element) this.element.playbackRate = this.rate;
  }

  /** Plays the last few seconds over and over, or no longer. */
  again(): void {
    if (this.loop) {
      this.loop = null;
      return;
    }
    const to = Math.max(this.now, 1);
    this.loop = { from: Math.max(0, to - loopSeconds), to };
    this.seek(this.loop.from);
    this.play();
  }
}
