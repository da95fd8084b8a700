import { describe, expect, it } from 'vitest';
import type { PartStanding } from '../../lib/api/types.ts';
import { valueWord } from '../ground-map/value-word.ts';
import { gapWords, rankWords } from './gap-words.ts';

const part = (over: Partial<PartStanding>): PartStanding => ({
  part: { id: 'guard', name: 'My guard', says: '' },
  contests: 40,
  level: 0.1,
  rank: 2,
  rated: 5,
  ratedRank: 2,
  gap: 0,
  ...over,
});

describe('a part by the owner and by the log', () => {
  it('is named both ways only when they are well apart', () => {
    expect(gapWords(part({ gap: 3 }))).toContain('above what the log shows');
    expect(gapWords(part({ gap: -2 }))).toContain('thinks better of it');
    expect(gapWords(part({ gap: 1 }))).toContain('agree');
    expect(gapWords(part({ gap: null, rated: null }))).toBe('not rated yet');
    expect(gapWords(part({ gap: null, rank: null }))).toBe('');
  });

  it('has a place among the parts the log knows, or says how little there is', () => {
    expect(rankWords(part({}), 8)).toBe('2nd of 8 by the log (40 contests)');
    expect(rankWords(part({ rank: null, contests: 3 }), 8)).toBe('too little yet (3 contests)');
    expect(rankWords(part({ rank: null, contests: 0 }), 8)).toBe('not seen in the log yet');
  });
});

describe('what a place is worth, in a word', () => {
  it('goes evenly from very bad to very good', () => {
    expect([-1, -0.3, 0, 0.3, 1].map(valueWord)).toEqual(['very bad', 'bad', 'even', 'good', 'very good']);
  });
});
