import { describe, expect, it } from 'vitest';
import { monthWords } from '../lib/text/words.ts';
import { ringLine, ringsMeasure, ringsShape, shades, type Week } from './rings.ts';

const week = (day: string, rolls: number, result: number | null = 0): Week => ({ week: day, rolls, result });

describe('weeks as growth rings', () => {
  const weeks = [
    week('2026-02-23', 4, 0.02),
    week('2026-03-02', 12, 0.3),
    week('2026-03-09', 0, null),
    week('2026-04-06', 8, -0.3),
  ];

  it('lie outside one another, as thick as the week had rounds', () => {
    const { rings, edge } = ringsShape(weeks, monthWords);
    rings.slice(1).forEach((r, i) => {
      const before = rings[i]!;
      expect(r.radius - r.thickness / 2).toBeCloseTo(before.radius + before.thickness / 2, 6);
    });
    expect(rings[1]!.thickness / rings[0]!.thickness).toBeCloseTo(3, 6);
    expect(rings[2]!.thickness).toBeGreaterThan(0);
    expect(edge).toBeLessThanOrEqual(ringsMeasure.size / 2);
  });

  it('never outgrow the trunk, however long the log', () => {
    const long = Array.from({ length: 500 }, (_, i) => week(`20${10 + (i % 80)}-03-02`, 15));
    expect(ringsShape(long, monthWords).edge).toBeLessThanOrEqual(ringsMeasure.size / 2 - ringsMeasure.bark + 0.001);
  });

  it('are shaded by how the week compares with the others, whatever the objective counts in', () => {
    expect(shades(weeks)).toEqual(['usual', 'best', 'none', 'worst']);
    expect(shades(weeks.map((w) => ({ ...w, result: w.result === null ? null : w.result * 40 })))).toEqual(
      shades(weeks),
    );
    expect(shades([week('2026-03-02', 3, null)])).toEqual(['none']);
  });

  it('name each month where it begins', () => {
    expect(ringsShape(weeks, monthWords).months.map((m) => m.label)).toEqual(['Feb', 'Mar', 'Apr']);
    expect(ringsShape([], monthWords).rings).toEqual([]);
    expect(monthWords('2027-01-04')).toBe('Jan 2027');
  });

  it('close on themselves and nest', () => {
    const points = (path: string) =>
      path
        .slice(1, -1)
        .split('L')
        .map((p) => p.split(' ').map(Number) as [number, number]);
    const [inner, outer] = [points(ringLine(50, 100)), points(ringLine(60, 100))];
    inner.forEach(([x, y], i) =>
      expect(Math.hypot(x - 100, y - 100)).toBeLessThan(Math.hypot(outer[i]![0] - 100, outer[i]![1] - 100)),
    );
  });
});
