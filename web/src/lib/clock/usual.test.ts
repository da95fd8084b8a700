import { describe, expect, it } from 'vitest';
import type { Partner } from '../api/types.ts';
import { usualOn, weekdayOf } from './usual.ts';

const partner = (id: string, weekdays?: number[]) => ({ id, name: id, version: 1, rolls: 0, weekdays }) as Partner;

describe('who is usually there', () => {
  it('knows the weekday of a day, Monday first', () => {
    // 2026-06-22 is a Monday (any calendar).
    expect(['2026-06-22', '2026-06-23', '2026-06-28'].map(weekdayOf)).toEqual([0, 1, 6]);
  });

  it('puts those first who come on that weekday, the rest as they were', () => {
    const all = [partner('a'), partner('b', [0, 1, 0, 0, 0, 0, 0]), partner('c', [9, 4, 0, 0, 0, 0, 0]), partner('d')];
    expect(usualOn('2026-06-23', all).map((p) => p.id)).toEqual(['c', 'b', 'a', 'd']);
    expect(usualOn('2026-06-24', all).map((p) => p.id)).toEqual(['a', 'b', 'c', 'd']);
  });
});
