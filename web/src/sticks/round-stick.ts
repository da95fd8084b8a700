import type { Mark } from '../lib/clock/rounds.ts';

/** A round as a bar that is cut while the clock runs: how far it is, and where taps and resets fell. */
export interface RoundShape {
  width: number;
  height: number;
  /** How much of the bar is behind. */
  filled: number;
  cuts: { x: number; path: string; mine: boolean; tap: boolean }[];
}

const size = { width: 300, height: 40, rise: 7 };
/** A round that is counted up is drawn on a bar of so many milliseconds, or on a longer one once it outgrows it. */
const usual = 600_000;

const round = (n: number) => Math.round(n * 100) / 100;

/** @param length milliseconds of the round; null when it is counted up */
export function roundShape(passed: number, length: number | null, marks: readonly Mark[]): RoundShape {
  const { width, height, rise } = size;
  const whole = length ?? usual * Math.max(1, Math.ceil(passed / usual));
  const at = (ms: number) => round((Math.min(ms, whole) / whole) * width);
  return {
    width,
    height,
    filled: at(passed),
    cuts: marks.map((mark) => {
      const x = at(mark.at);
      const mine = mark.what === 'tap' && mark.by === 'me';
      const path =
        mark.what === 'reset'
          ? `M${x} ${rise}V${height - rise}`
          : mine
            ? `M${x} 0V${height - rise + 3}`
            : `M${x} ${height}V${rise - 3}`;
      return { x, path, mine, tap: mark.what === 'tap' };
    }),
  };
}
