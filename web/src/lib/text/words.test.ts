import { describe, expect, it } from 'vitest';
import type { SpotAnswer } from '../api/types.ts';
import {
  beltWords,
  clockFromBox,
  clockWords,
  dayWords,
  gainWords,
  inside,
  inTen,
  lossSentence,
  plural,
  stopped,
  tenthsRange,
  today,
  winSentence,
  worst,
} from './words.ts';

const spot = { won: 3, lost: 6, rate: 0.38, rateLow: 0.21, rateHigh: 0.57 } as SpotAnswer;

describe('numbers in words', () => {
  it('says shares in tenths, and the ends as always and never', () => {
    expect(inTen(0.62)).toBe('about 6 times in 10');
    expect(inTen(0.02)).toBe('hardly ever');
    expect(inTen(0.97)).toBe('nearly every time');
    expect(tenthsRange(0.41, 0.78)).toBe('4 to 8');
    expect(tenthsRange(0.58, 0.62)).toBe('6');
  });

  it('says a loss from the other side of the winning rate, with what it rests on', () => {
    expect(lossSentence(spot)).toBe(
      'You leave it worse off about 6 times in 10 (9 contests: 3 won, 6 lost; could be 4 to 8 in 10).',
    );
    expect(winSentence(spot)).toBe(
      'You leave it better off about 4 times in 10 (9 contests: 3 won, 6 lost; could be 2 to 6 in 10).',
    );
  });

  it('says a gain as rolls for one tap, or as points', () => {
    expect(gainWords(0.04, 'submissions')).toBe('one tap in your favour in about 25 rolls');
    expect(gainWords(0.1, 'survival')).toBe('one tap less against you in about 10 rolls');
    expect(gainWords(0.001, 'submissions')).toBe('less than one tap in your favour in 400 rolls');
    expect(gainWords(-0.01, 'submissions')).toBe('less than one tap in your favour in 400 rolls');
    expect(gainWords(0.257, 'points')).toBe('0.26 points a roll');
  });

  it('names what does most of the damage', () => {
    const tally = (technique: string, done: number, stopped: number) => ({
      actor: 'them' as const,
      technique,
      done,
      stopped,
      share: 0.5,
      rate: { rate: 0.5, low: 0.3, high: 0.7 },
    });
    expect(worst([tally('knee-cut', 4, 0), tally('armbar', 1, 9)])?.technique).toBe('knee-cut');
    expect(worst([])).toBeNull();
  });

  it('says belts, days, clocks and counts as people do', () => {
    expect(beltWords('blue', 2)).toBe('blue, 2 stripes');
    expect(beltWords('black', 1)).toBe('black, 1 degree');
    expect(beltWords(null)).toBe('belt not known');
    expect(dayWords('2026-03-03', new Date(2026, 5, 1))).toBe('Tue 3 Mar');
    expect(dayWords('2025-03-03', new Date(2026, 5, 1))).toBe('Mon 3 Mar 2025');
    expect(today(new Date(2026, 0, 5, 23, 59))).toBe('2026-01-05');
    expect(clockWords(75.5)).toBe('1:15');
    expect(clockWords(null)).toBe('');
    expect([clockFromBox('1:15'), clockFromBox(' 75 '), clockFromBox('soon'), clockFromBox('')]).toEqual([
      75,
      75,
      undefined,
      undefined,
    ]);
    expect(plural(1, 'roll')).toBe('1 roll');
    expect(plural(0, 'roll')).toBe('0 rolls');
  });
});

it('names stand inside sentences with a small letter, but people’s and letters stay; a name’s own stop ends one', () => {
  expect(['Half guard, bottom', 'X guard', 'De La Riva guard', 'S-mount', 'A'].map(inside)).toEqual([
    'half guard, bottom',
    'X guard',
    'De La Riva guard',
    's-mount',
    'A',
  ]);
  expect([stopped('with Sunniva G.'), stopped('with Ysolde')]).toEqual(['with Sunniva G.', 'with Ysolde.']);
});
