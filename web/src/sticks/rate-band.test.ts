import { expect, it } from 'vitest';
import type { StretchWith } from '../lib/api/types.ts';
import { bandShape } from './rate-band.ts';

const step = (until: string, rate: number): StretchWith => ({
  until,
  won: 1,
  lost: 1,
  rate: { rate, low: rate - 0.1, high: rate + 0.1 },
});

it('a better rate stands higher, and the band lies around the line', () => {
  const shape = bandShape([step('2026-03-01', 0.3), step('2026-04-01', 0.6)], (d) => d.slice(5, 7));
  expect(shape.points[1]!.y).toBeLessThan(shape.points[0]!.y);
  expect(shape.months.map((m) => m.label)).toEqual(['03', '04']);
  const first = /^M\d+ (\d+)/.exec(shape.band)!;
  expect(Number(first[1])).toBeLessThan(shape.points[0]!.y);
});

it('one step alone stands in the middle, and long runs name few months', () => {
  expect(bandShape([step('2026-03-01', 0.3)], String).points[0]!.x).toBeGreaterThan(200);
  expect(
    bandShape(
      Array.from({ length: 40 }, () => step('2026-03-01', 0.5)),
      String,
    ).months.length,
  ).toBeLessThanOrEqual(8);
});
