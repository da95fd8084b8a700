import { describe, expect, it } from 'vitest';
import type { ScoreLine } from '../lib/api/types.ts';
import { pegShape } from './pegs.ts';

const line = (actor: 'me' | 'them', points: number, advantages: number, clock: number | null): ScoreLine =>
  ({ moment: 0, clock, actor, event: 'mount', points, advantages, why: '', score: {} }) as never;

describe('pegs', () => {
  it('stand above for me and below for them, longer for more points', () => {
    const { pegs } = pegShape([line('me', 4, 0, 60), line('them', 2, 0, 120), line('me', 0, 1, 180)], 300);
    expect(pegs[0]!.reach).toBeGreaterThan(0);
    expect(pegs[1]!.reach).toBeLessThan(0);
    expect(pegs[0]!.reach).toBeGreaterThan(-pegs[1]!.reach);
    expect(pegs[2]!.open).toBe(true);
  });

  it('stand at their time, and one after the other when a clock is missing', () => {
    const timed = pegShape([line('me', 2, 0, 0), line('me', 2, 0, 300)], 300);
    expect(timed.ticks).toHaveLength(6);
    expect(timed.pegs[1]!.x - timed.pegs[0]!.x).toBeGreaterThan(500);
    const untimed = pegShape([line('me', 2, 0, null), line('me', 2, 0, 300)], 300);
    expect(untimed.ticks).toHaveLength(0);
    expect(untimed.pegs[0]!.x).toBeLessThan(untimed.pegs[1]!.x);
  });

  it('do not hide each other', () => {
    const { pegs } = pegShape([line('me', 3, 0, 60), line('me', 4, 0, 61)], 300);
    expect(pegs[1]!.x - pegs[0]!.x).toBeGreaterThanOrEqual(12);
  });
});
