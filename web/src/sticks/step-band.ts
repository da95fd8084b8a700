import type { Interval } from '../lib/api/types.ts';

export interface StepBandShape {
  rows: { y: number; low: number; high: number; at: number }[];
  ticks: { x: number; label: string }[];
}

export const stepMeasure = { width: 360, height: 120, left: 70, right: 16 };

/** Before and after as two bars of likely rates on one scale, 0 to 10 times in 10. */
export function stepBand(before: Interval, after: Interval): StepBandShape {
  const { width, left, right } = stepMeasure;
  const x = (share: number) => left + share * (width - left - right);
  return {
    rows: [before, after].map((r, i) => ({ y: 28 + i * 38, low: x(r.low), high: x(r.high), at: x(r.rate) })),
    ticks: [0, 2, 4, 6, 8, 10].map((n) => ({ x: x(n / 10), label: `${n}` })),
  };
}
