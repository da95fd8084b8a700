import { describe, expect, it } from 'vitest';
import { weeksMeasure, weeksShape } from './weeks.ts';

const weeks = [
  { week: '2026-03-02', rate: 0.2, low: 0.1, high: 0.4, seen: 5 },
  { week: '2026-03-09', rate: 0.3, low: 0.2, high: 0.5, seen: 0 },
  { week: '2026-04-06', rate: 1, low: 0.9, high: 1.2, seen: 20 },
];
const numbers = (path: string) => path.match(/-?[\d.]+/g)!.map(Number);

describe('a rate over weeks', () => {
  it('runs from left to right, higher for better, inside its frame', () => {
    const shape = weeksShape(weeks, (w) => w.slice(5, 7));
    const [x1, y1, x2, y2, x3, y3] = numbers(shape.line) as [number, number, number, number, number, number];
    expect(x1 < x2 && x2 < x3).toBe(true);
    expect(y1 > y2 && y2 > y3).toBe(true);
    expect(y3).toBe(weeksMeasure.top);
    expect(numbers(shape.band)).toHaveLength(12);
    expect(Math.min(...numbers(shape.band))).toBeGreaterThanOrEqual(weeksMeasure.top);
  });

  it('dots only weeks with contests, larger for more, and ticks where a month begins', () => {
    const shape = weeksShape(weeks, (w) => w.slice(5, 7));
    expect(shape.dots.map((d) => d.week)).toEqual(['2026-03-02', '2026-04-06']);
    expect(shape.dots[1]!.r).toBeGreaterThan(shape.dots[0]!.r);
    expect(shape.ticks.map((t) => t.label)).toEqual(['03', '04']);
    expect(weeksShape([], String)).toEqual({ line: '', band: '', dots: [], ticks: [] });
  });
});
