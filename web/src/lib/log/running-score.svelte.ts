import { send } from '../api/api.ts';
import type { Roll, Score, Session } from '../api/types.ts';
import { profile } from './profile.svelte.ts';

/** Waits until a moment's details are in before it asks. */
const settle = 200;

/** The running score of a match that is being written; asked anew after each change, the latest answer stands. */
export class RunningScore {
  score = $state.raw<Score | null>(null);
  /** Said instead of a score. */
  missing = $state('');
  private asked = 0;
  private last = '';
  private timer: ReturnType<typeof setTimeout> | undefined;

  ask(roll: Roll, session: Session): void {
    const ruleset = roll.ruleset ?? session.event?.ruleset ?? 'points';
    const belt = session.event?.belt ?? profile.athlete?.belt;
    const body = { ruleset, belt, attire: session.attire, length: session.event?.length, roll };
    // Beside a recording the same is asked with every tick.
    const text = JSON.stringify(body);
    if (text === this.last) return;
    this.last = text;
    const mine = ++this.asked;
    clearTimeout(this.timer);
    this.timer = setTimeout(async () => {
      try {
        const { value } = await send<Score>('POST', '/api/score', body);
        if (mine === this.asked) [this.score, this.missing] = [value, ''];
      } catch (fault) {
        if (mine === this.asked) [this.missing, this.last] = [(fault as Error).message, ''];
      }
    }, settle);
  }

  stop(): void {
    clearTimeout(this.timer);
    this.asked++;
  }
}
