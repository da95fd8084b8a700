import { describe, expect, it } from 'vitest';
import { loadBars, loadMeasure } from './load-bars.ts';

const week = (day: string, load: number, usual: [number, number] | null = null) => ({
  week: day,
  load,
  usualLow: usual?.[0] ?? null,
  usualHigh: usual?.[1] ?? null,
});

describe('weekly loads', () => {
  const shape = loadBars([week('2026-03-23', 500), week('2026-03-30', 0), week('2026-04-06', 2000, [400, 900])], (w) =>
    w.slice(5, 7),
  );

  it('stand on one line, as high as the load, the highest to the top', () => {
    const floor = loadMeasure.height - loadMeasure.bottom;
    for (const bar of shape.bars) expect(bar.y + bar.height).toBeCloseTo(floor, 1);
    expect(shape.bars[1]!.height).toBe(0);
    expect(shape.bars[2]!.y).toBe(loadMeasure.top);
    expect(shape.bars[2]!.height / shape.bars[0]!.height).toBeCloseTo(4, 2);
  });

  it('have the usual range behind them where it is known', () => {
    expect(shape.band.match(/[\d.]+ [\d.]+/g)).toHaveLength(4);
    expect(loadBars([week('2026-03-02', 10)], String).band).toBe('');
  });

  it('are read by round figures and months', () => {
    expect(shape.lines.map((l) => l.label)).toEqual(['0', '500', '1000', '1500', '2000']);
    expect(shape.ticks.map((t) => t.label)).toEqual(['03', '04']);
    expect(loadBars([], String).bars).toEqual([]);
  });
});
