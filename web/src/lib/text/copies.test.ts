import { describe, expect, it } from 'vitest';
import { ageWords, sizeWords } from './copies.ts';

describe('safety copies in words', () => {
  const now = new Date('2026-06-20T20:05:00');

  it.each([
    ['2026-06-20T20:04:40', 'just now'],
    ['2026-06-20T20:04:00', '1 minute ago'],
    ['2026-06-20T19:06:00', '59 minutes ago'],
    ['2026-06-20T08:03:00', 'today at 08:03'],
    ['2026-06-19T23:59:00', 'yesterday at 23:59'],
    ['2026-06-18T18:30:00', 'on Thu 18 Jun at 18:30'],
  ])('%s: %s', (made, says) => {
    expect(ageWords(made, now)).toBe(says);
  });

  it('has sizes in thousands', () => {
    expect([1, 40_960, 1_250_000, 52_000_000].map(sizeWords)).toEqual(['1 kB', '41 kB', '1.3 MB', '52 MB']);
  });
});
