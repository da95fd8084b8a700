import { ApiFault, send, sentences } from '../api/api.ts';
import type { Attire, Spot, Told } from '../api/types.ts';

/** How a reading stands. */
export type ReadState = 'idle' | 'reading' | 'away' | 'refused';

const afterTyping = 140;
const afterSilence = 2000;

/**
 * Has an account read while it is typed: off the typing path, one question at a time, and an answer that is older than the
 * text is dropped. With the server away it asks again until it is back.
 */
export class Reader {
  told = $state.raw<Told | null>(null);
  /** The text that the reading belongs to. */
  of = $state('');
  state = $state<ReadState>('idle');
  faults = $state.raw<string[]>([]);
  private asked = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** Reads a text soon. */
  read(text: string, attire: Attire | null, start: Spot | null, wait = afterTyping): void {
    clearTimeout(this.timer);
    const turn = ++this.asked;
    if (text.trim() === '') {
      this.told = null;
      this.of = text;
      this.state = 'idle';
      return;
    }
    this.state = this.state === 'away' ? 'away' : 'reading';
    this.timer = setTimeout(() => void this.ask(turn, text, attire, start), wait);
  }

  stop(): void {
    this.asked++;
    clearTimeout(this.timer);
  }

  private async ask(turn: number, text: string, attire: Attire | null, start: Spot | null): Promise<void> {
    try {
      const { value } = await send<Told>('POST', '/api/tell', { text, attire, start });
      if (turn !== this.asked) return;
      this.told = value;
      this.of = text;
      this.state = 'idle';
      this.faults = [];
    } catch (fault) {
      if (turn !== this.asked) return;
      if (fault instanceof ApiFault && (fault.unreached || fault.status >= 500)) {
        this.state = 'away';
        this.timer = setTimeout(() => void this.ask(turn, text, attire, start), afterSilence);
      } else {
        this.state = 'refused';
        this.faults = sentences(fault);
      }
    }
  }
}
