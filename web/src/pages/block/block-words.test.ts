import { describe, expect, it } from 'vitest';
import type { Candidate, VerdictAnswer } from '../../lib/api/types.ts';
import { doseWords, patienceWords, rungWords, verdictHeading, verdictNote, whyRatesDiffer } from './block-words.ts';
import { chosenFocuses, minutesIn, sentDays, usualDays, withDay } from './block-form.ts';

const patience = (over: Partial<Candidate['patience']>) => ({
  patience: { change: 0.5, perWeek: 3, weeks: 6, goesAWeek: 20, weeksWithGoes: 2.2, ...over },
});
const stretch = (over: object = {}) => ({
  won: 10,
  lost: 20,
  goesKept: 0,
  goes: 0,
  rolls: 50,
  ease: 0,
  ...over,
});
const verdict = (over: object = {}) =>
  ({
    word: 'probably',
    better: 0.91,
    enough: 0.66,
    before: { rate: 0.2, low: 0.1, high: 0.3 },
    after: { rate: 0.4, low: 0.3, high: 0.5 },
    rollsMore: null,
    differ: [],
    earlier: stretch(),
    since: stretch(),
    ...over,
  }) as unknown as VerdictAnswer;

describe('how long until it shows', () => {
  it('says weeks of rolling, and what goes would do', () => {
    expect(patienceWords(patience({}))).toContain('About 6 weeks of ordinary rolling would tell');
    expect(patienceWords(patience({}))).toContain(
      'With 20 goes from the spot each week, and as many before, about 3 weeks.',
    );
  });
  it('says so when it is longer than twice the block, or never', () => {
    expect(patienceWords(patience({ weeks: 9 }))).toContain('longer than a block');
    expect(patienceWords(patience({ weeks: 7.9 }))).not.toContain('longer than a block');
    const never = patienceWords(patience({ weeks: null, weeksWithGoes: null, perWeek: 0.4 }));
    expect(never).toContain('Rolling alone would not tell');
    expect(never).toContain('about once in 3 weeks');
    expect(never).toContain('the more the better');
  });
});

describe('the verdict as a note', () => {
  it('has a heading for each of the five words', () => {
    const words = ['held', 'probably', 'too-early', 'no-sign', 'worse'] as const;
    expect(new Set(words.map((word) => verdictHeading({ word }))).size).toBe(5);
  });
  it('tells both levels, the odds and what next', () => {
    const [levels, odds, next] = verdictNote(verdict());
    expect(levels).toContain('about 2 times in 10 (could be 1 to 3 in 10) before');
    expect(odds).toContain('91 in 100');
    expect(odds).toContain('66 in 100');
    expect(next).toContain('luck');
  });
  it('says how many more rolls, or that rolls alone will not do', () => {
    expect(verdictNote(verdict({ word: 'too-early', rollsMore: 120 }))[2]).toContain('About 120 more rolls');
    expect(verdictNote(verdict({ word: 'too-early' }))[2]).toContain('Goes from the spot would');
    expect(verdictNote(verdict({ word: 'too-early', rollsMore: 407 }))[2]).toContain('take long to tell');
    expect(verdictNote(verdict({ word: 'worse', better: 0.07 }))[1]).toContain('only about 7 in 100');
  });
  it('claims nothing of a block that nothing was told of', () => {
    const young = verdict({ word: 'too-early', better: 0.5, since: stretch({ won: 0, lost: 0 }) });
    expect(verdictNote(young).join(' ')).not.toMatch(/odds|since, partners/);
    expect(verdictNote(young)[1]).toContain('nothing yet to compare with');
  });
  it('says why counts and judgement differ, and nothing when they need not', () => {
    expect(whyRatesDiffer(verdict())).toBeNull();
    const why = whyRatesDiffer(verdict({ differ: ['harder-than-peers', 'few'] }));
    expect(why).toMatch(/harder than somebody of your level; so few contests/);
  });
});

describe('a card in words', () => {
  const card = { kind: 'goes', goes: 10, seconds: 45, firstSide: 'left', onFirstSide: 6, thin: true } as const;
  it('says how much, how long and on which side', () => {
    expect(doseWords(card)).toBe('10 goes of 45 seconds, 6 of them on the left, your thin side');
    expect(doseWords({ ...card, kind: 'rounds', goes: 2, seconds: 300 })).toBe('2 rounds of 5 minutes');
    expect(doseWords({ ...card, kind: 'repetitions', goes: 24, seconds: 0, thin: false })).toBe(
      '24 repetitions, 6 of them on the left',
    );
  });
  it('names each start of a ladder', () => {
    const start = { position: 'open-guard', role: 'bottom' } as const;
    expect(rungWords({ kind: 'half-done', start, seen: 0 }, 'x', '')).toContain('half done');
    expect(rungWords({ kind: 'step-back', start, by: 'them', seen: 4 }, 'Open guard', 'Knee cut pass')).toBe(
      'a step before: Open guard, their knee cut pass leads on (seen 4 times)',
    );
    expect(rungWords({ kind: 'step-back', start, by: 'me', seen: 0 }, 'Open guard', '')).toBe(
      'a step before: Open guard',
    );
    expect(rungWords({ kind: 'full-round', start, seen: 0 }, 'x', '')).toBe('a full round');
  });
});

describe('the form', () => {
  const candidate = {
    focus: {
      id: 'half-guard:bottom:plug',
      spot: { position: 'half-guard', role: 'bottom' },
      purpose: 'plug',
      cue: 'theirs',
      thinSide: 'left',
      ladder: [],
    },
  } as unknown as Candidate;
  it('takes the owner’s cue and side before what was found', () => {
    expect(chosenFocuses([candidate], {})[0]).toMatchObject({
      id: 'half-guard-bottom-plug',
      cue: 'theirs',
      thinSide: 'left',
    });
    const edited = chosenFocuses([candidate], { 'half-guard:bottom:plug': { cue: ' mine ', thinSide: '' } })[0]!;
    expect([edited.cue, edited.thinSide]).toEqual(['mine', undefined]);
  });
  it('changes one day and leaves the others', () => {
    const days = withDay(withDay(usualDays(), 'tuesday', { time: '18:30' }), 'sunday', {});
    expect(sentDays(days).map((d) => [d.day, d.time, d.before, d.after])).toEqual([
      ['thursday', undefined, 5, 10],
      ['tuesday', '18:30', 5, 10],
      ['sunday', undefined, 5, 10],
    ]);
    expect(withDay(days, 'thursday', null).map((d) => d.day)).toEqual(['tuesday', 'sunday']);
    expect(['7.6', '-3', '500', 'x'].map(minutesIn)).toEqual([8, 0, 120, 0]);
  });
  it('begins with days that have minutes', () => {
    expect(usualDays().every((d) => d.before + d.during + d.after > 0)).toBe(true);
  });
});
