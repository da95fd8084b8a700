/** Keeps the screen awake while it is asked to; the browser gives that up whenever the page is hidden, so it is asked again. */
export class Awake {
  private lock: WakeLockSentinel | null = null;
  private wanted = false;

  /** @param told hears whether the screen stays on */
  constructor(private readonly told: (awake: boolean) => void) {}

  get can(): boolean {
    return 'wakeLock' in navigator;
  }

  async keep(): Promise<void> {
    this.wanted = true;
    if (this.lock && !this.lock.released) return;
    try {
      this.lock = await navigator.wakeLock.request('screen');
      if (!this.wanted) return void this.release();
      this.lock.addEventListener('release', () => this.told(false));
      this.told(true);
    } catch {
      // No such thing here, a hidden page, or a battery that runs low.
      this.told(false);
    }
  }

  again(): void {
    if (this.wanted && document.visibilityState === 'visible') void this.keep();
  }

  release(): void {
    this.wanted = false;
    void this.lock?.release().catch(() => undefined);
    this.lock = null;
  }
}
