import { describe, expect, it } from 'vitest';
import type { PartStanding } from '../../lib/api/types.ts';
import { gapWords, rankWords } from './gap-words.ts';

const part = (over: Partial<PartStanding>): PartStanding => ({
  part: { id: 'guard', name: 'My guard', says: '' },
  contests: 40,
  level: 0.1,
  rank: 2,
  rated: 5,
  ratedRank: 2,
  gap: 0,
  ratedAs: 'the-same',
  ...over,
});

describe('a part by the owner and by the log', () => {
  it('is named both ways only when they are well apart', () => {
    expect(gapWords(part({ ratedAs: 'higher' }))).toContain('above what the log shows');
    expect(gapWords(part({ ratedAs: 'lower' }))).toContain('thinks better of it');
    expect(gapWords(part({ ratedAs: 'the-same' }))).toContain('agree');
    expect(gapWords(part({ ratedAs: undefined, rated: null }))).toBe('not rated yet');
    expect(gapWords(part({ ratedAs: undefined, rank: null }))).toBe('');
  });

  it('has a place among the parts the log knows, or says how little there is', () => {
    expect(rankWords(part({}), 8)).toBe('2nd of 8 by the log (40 contests)');
    expect(rankWords(part({ rank: null, contests: 3 }), 8)).toBe('too little yet (3 contests)');
    expect(rankWords(part({ rank: null, contests: 0 }), 8)).toBe('not seen in the log yet');
  });
});
