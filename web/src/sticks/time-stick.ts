import type { Exchange } from '../lib/api/types.ts';
import { measure, type StickShape } from './stick.ts';

/** The stick of a roll laid along a recording: every notch at its time. */
export interface TimeStick {
  width: number;
  height: number;
  bars: { exchange: number; x: number; width: number }[];
  marks: (StickShape['marks'][number] & { seconds: number })[];
}

const round = (n: number) => Math.round(n * 100) / 100;

/**
 * The same marks as on the stick of the roll, of the same depth, but at their place in time. What has no clock is not on it.
 * @param exchanges the roll's exchanges
 * @param plain the stick of the roll
 * @param zero where in the recording the roll starts, in seconds
 * @param length how long the recording plays, in seconds
 * @param width how wide it is drawn, in units
 */
export function timeStick(
  exchanges: readonly Exchange[],
  plain: StickShape,
  zero: number,
  length: number,
  width: number,
): TimeStick {
  const x = (seconds: number) => round((Math.min(Math.max(seconds, 0), length) / Math.max(length, 0.001)) * width);
  const bars: TimeStick['bars'] = [];
  let begins = 0;
  exchanges.forEach((exchange, e) => {
    const clocks = [...exchange.moments.map((m) => m.clock), exchange.end?.clock].filter((c) => c != null);
    if (clocks.length === 0) return;
    const ends = exchange.end ? Math.max(...clocks) : Math.max(length - zero, ...clocks);
    // A small gap parts two exchanges.
    const [left, right] = [x(zero + begins) + (begins > 0 ? 1.5 : 0), x(zero + ends)];
    bars.push({ exchange: e, x: round(left), width: Math.max(2, round(right - left)) });
    begins = ends;
  });
  const marks = plain.marks.flatMap((mark) => {
    const exchange = exchanges[mark.exchange];
    const clock = mark.moment < 0 ? exchange?.end?.clock : exchange?.moments[mark.moment]?.clock;
    if (clock == null) return [];
    const at = x(zero + clock);
    return [{ ...mark, seconds: zero + clock, path: movedTo(mark.path, mark.x, at), x: at }];
  });
  return { width, height: measure.bar + 2 * measure.rise, bars, marks };
}

/** A mark's path, which holds its x as whole numbers, drawn at another x. */
function movedTo(path: string, from: number, to: number): string {
  const by = to - from;
  return path.replace(/([ML])(-?[\d.]+) /g, (_, letter: string, at: string) => `${letter}${round(Number(at) + by)} `);
}
