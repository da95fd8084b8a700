import { describe, expect, it } from 'vitest';
import type { WeekLoad } from '../../lib/api/types.ts';
import { cautionWords, standingWords } from './load-words.ts';

const week = (over: Partial<WeekLoad>): WeekLoad => ({
  week: '2026-03-02',
  load: 500,
  sessions: [],
  untold: 0,
  ...over,
});

describe('a week in words', () => {
  it('stands to the usual range, or says that it is too early', () => {
    expect(standingWords(week({}))).toContain('too early');
    expect(standingWords(week({ standing: 'usual' }))).toBe('usual');
    expect(standingWords(week({ standing: 'above' }))).toBe('above the usual');
    expect(standingWords(week({ standing: 'below' }))).toBe('below the usual');
  });

  it('carries a caution that sends to the coach, and none where there is nothing to say', () => {
    expect(cautionWords(week({ caution: 'far-above' }))).toContain('coach');
    expect(cautionWords(week({ caution: 'rising' }))).toContain('third week');
    expect(cautionWords(week({ caution: 'after-break' }))).toContain('less than you left off with');
    expect(cautionWords(week({}))).toBe('');
  });
});
