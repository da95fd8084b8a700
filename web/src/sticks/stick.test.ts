import { describe, expect, it } from 'vitest';
import type { Exchange, Moment, Spot } from '../lib/api/types.ts';
import { depthOf, measure, stickShape, stickWords } from './stick.ts';

const worths: Record<string, number> = { mount: 0.75, 'half-guard': 0.2, standing: 0 };
const worth = (s: Spot) => (s.role === 'bottom' ? -1 : 1) * (worths[s.position] ?? 0);
const finishes = (id: string) => id === 'armbar';
const spot = (position: string, role: Spot['role'] = 'bottom'): Spot => ({ position, role });
const moment = (change: Partial<Moment>): Moment => ({ actor: 'me', technique: 'sweep', outcome: 'done', ...change });
const shape = (...exchanges: Exchange[]) => stickShape(exchanges, worth, finishes);

describe('the stick', () => {
  it('is empty for a roll without exchanges', () => {
    expect(shape()).toEqual({ width: 0, height: measure.bar + 2 * measure.rise, bars: [], marks: [] });
  });

  it('cuts mine from the upper edge and theirs from the lower', () => {
    const { marks } = shape({ start: spot('half-guard'), moments: [moment({}), moment({ actor: 'them' })] });
    const ys = (path: string) => [...path.matchAll(/ ([\d.]+)/g)].map((m) => Number(m[1]));
    expect(Math.min(...ys(marks[0]!.path))).toBe(measure.rise);
    expect(Math.max(...ys(marks[1]!.path))).toBe(measure.rise + measure.bar);
    expect(marks.map((m) => m.mine)).toEqual([true, false]);
  });

  it('cuts deeper the more the worth of the spot changed', () => {
    const { marks } = shape({
      start: spot('standing', 'even'),
      moments: [
        moment({ to: spot('half-guard', 'top') }),
        moment({ to: spot('mount', 'top') }),
        moment({ actor: 'them', to: spot('mount', 'bottom') }),
      ],
    });
    const [slight, middle, full] = marks.map((m) => m.depth);
    expect(slight!).toBeLessThan(middle!);
    expect(middle!).toBeLessThan(full!);
    expect(full!).toBeLessThanOrEqual(measure.most * measure.bar);
  });

  it('never cuts through unless it was a tap', () => {
    expect(depthOf(0)).toBe(measure.least);
    expect(depthOf(-5)).toBe(measure.most);
    const { marks } = shape({ start: spot('mount', 'top'), moments: [moment({ technique: 'armbar' })] });
    expect(marks[0]).toMatchObject({ kind: 'tap', depth: measure.bar });
  });

  it('scratches what was stopped, and a stopped finish is no tap', () => {
    const { marks } = shape({
      moments: [moment({ outcome: 'stopped' }), moment({ outcome: 'stopped', technique: 'armbar' })],
    });
    expect(marks.map((m) => m.kind)).toEqual(['scratch', 'scratch']);
  });

  it('shows a tap that only the end tells of, once', () => {
    const end = { kind: 'tap', by: 'them', technique: 'armbar' } as const;
    expect(shape({ moments: [], end }).marks).toMatchObject([{ kind: 'tap', mine: false, moment: -1 }]);
    expect(shape({ moments: [moment({ actor: 'them', technique: 'armbar' })], end }).marks).toHaveLength(1);
  });

  it('runs left to right, parts exchanges by a gap and keeps every mark within its bar', () => {
    const { bars, marks, width } = shape(
      { moments: [moment({}), moment({})] },
      { moments: [] },
      { moments: [moment({ actor: 'them' })] },
    );
    expect(bars.map((b) => b.exchange)).toEqual([0, 1, 2]);
    bars.slice(1).forEach((b, i) => expect(b.x - (bars[i]!.x + bars[i]!.width)).toBe(measure.gap));
    for (const mark of marks) {
      const bar = bars[mark.exchange]!;
      expect(mark.x).toBeGreaterThan(bar.x + measure.half);
      expect(mark.x).toBeLessThan(bar.x + bar.width - measure.half);
    }
    expect(width).toBe(bars[2]!.x + bars[2]!.width);
  });

  it('marks what is not sure and says itself in words', () => {
    const drawn = shape({ moments: [moment({ sure: false }), moment({ actor: 'them', outcome: 'stopped' })] });
    expect(drawn.marks.map((m) => m.sure)).toEqual([false, true]);
    expect(stickWords(drawn)).toBe('1 exchange. Mine: 1 done, 0 stopped, 0 taps. Theirs: 0 done, 1 stopped, 0 taps.');
  });

  it('draws no figure that is not a number', () => {
    const drawn = shape({ moments: [moment({ from: spot('nowhere'), to: spot('elsewhere') })] });
    expect(JSON.stringify(drawn)).not.toMatch(/NaN|null|Infinity/);
  });
});
