import { describe, expect, it } from 'vitest';
import { goesMeasure, goesStick } from './goes-stick.ts';
import { niggleBars } from './niggle-bars.ts';
import { stepBand, stepMeasure } from './step-band.ts';

describe('goes as a stick', () => {
  it('cuts kept goes from the upper edge and the others from the lower, in order', () => {
    const marks = goesStick([{ kept: true }, { kept: false }], 10);
    expect(marks.map((m) => m.kept)).toEqual([true, false]);
    expect(marks[0]!.path).toContain(` ${goesMeasure.top}L`);
    expect(marks[1]!.path).toContain(` ${goesMeasure.bottom}L`);
    const x = (path: string) => Number(/^M([\d.]+)/.exec(path)![1]);
    expect(x(marks[1]!.path)).toBeGreaterThan(x(marks[0]!.path));
  });

  it('leaves room for goes still to come, and shrinks when there are more than planned', () => {
    const x = (n: number, planned: number) =>
      goesStick(
        Array.from({ length: n }, () => ({ kept: true })),
        planned,
      ).at(-1)!;
    expect(Number(/^M([\d.]+)/.exec(x(1, 10).path)![1])).toBeLessThan(goesMeasure.width / 8);
    expect(Number(/([\d.]+) [\d.]+$/.exec(x(14, 10).path)![1])).toBeLessThan(goesMeasure.width);
    expect(goesStick([], 0)).toEqual([]);
  });
});

describe('niggles over the weeks', () => {
  const niggle = (from: string, to?: string, howMuch?: 'slight' | 'bad') => ({
    id: from,
    part: 'knee' as const,
    side: 'left' as const,
    from,
    ...(to ? { to } : {}),
    ...(howMuch ? { howMuch } : {}),
    version: 1,
  });
  const x = (share: number) => 100 * share;

  it('run from the first day to the last, open ones to the end, and are cut at the first week', () => {
    const bars = niggleBars(
      [niggle('2026-02-20', '2026-03-11'), niggle('2026-03-16', undefined, 'bad')],
      '2026-03-01',
      '2026-03-21',
      x,
    );
    expect([bars[0]!.x, bars[0]!.width]).toEqual([0, 50]);
    expect([bars[1]!.x, bars[1]!.width, bars[1]!.open]).toEqual([75, 25, true]);
    expect(bars[1]!.height).toBeGreaterThan(bars[0]!.height);
    expect(bars[0]!.label).toBe('left knee');
  });

  it('leave out what lies outside', () => {
    expect(
      niggleBars([niggle('2026-01-01', '2026-02-01'), niggle('2026-05-01')], '2026-03-01', '2026-03-21', x),
    ).toEqual([]);
  });
});

describe('before and since', () => {
  it('stand on one scale from 0 to 10 in 10', () => {
    const shape = stepBand({ rate: 0.5, low: 0, high: 1 }, { rate: 0.25, low: 0.2, high: 0.3 });
    expect(shape.rows[0]!.low).toBe(stepMeasure.left);
    expect(shape.rows[0]!.high).toBe(stepMeasure.width - stepMeasure.right);
    expect(shape.rows[1]!.at).toBeCloseTo(
      stepMeasure.left + 0.25 * (stepMeasure.width - stepMeasure.left - stepMeasure.right),
    );
    expect(shape.ticks.map((t) => t.label)).toEqual(['0', '2', '4', '6', '8', '10']);
  });
});
