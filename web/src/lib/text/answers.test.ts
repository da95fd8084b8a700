import { describe, expect, it } from 'vitest';
import type {
  Block,
  GroundMap,
  Patterns,
  Ratings,
  RingWeek,
  WeekLoad,
  Before,
  MatchDay,
  Ruleset,
} from '../api/types.ts';
import {
  blockAnswer,
  loadAnswer,
  mapAnswer,
  patternsAnswer,
  ratingsAnswer,
  ringsAnswer,
  type Called,
  beforeAnswer,
  dayAnswer,
  matchesAnswer,
  rulesWords,
} from './answers.ts';

const called: Called = {
  spot: (s) => (s.position === 'half-guard' ? 'Half guard, bottom' : 'Standing'),
  technique: () => 'Knee cut pass',
};
const half = { position: 'half-guard', role: 'bottom' as const };

describe('the first sentence of a page', () => {
  it('names what repeats most, with whom and why where that is what repeats', () => {
    const trap = { spot: half, technique: 'knee-cut', count: 12, expected: 3, chance: 0, contests: '' };
    const of = (traps: object[]) => patternsAnswer({ traps } as unknown as Patterns, called);
    expect(of([trap])).toBe('What repeats most is the knee cut pass in half guard, bottom: 12 times.');
    expect(of([{ ...trap, partner: 'Fenwick L.' }])).toContain('the knee cut pass by Fenwick L. in');
    expect(of([{ ...trap, technique: null, reason: 'gave-space' }])).toContain('one and the same reason in');
    expect(of([])).toContain('Nothing goes wrong');
  });

  it('counts the weeks that went better than was to be expected', () => {
    const weeks = (...results: (number | null)[]) => results.map((result) => ({ result })) as RingWeek[];
    expect(ringsAnswer(weeks(-1, -1, 1, null, 1, -1, 1, -1, -1))).toBe(
      'Of the last 6 weeks with rounds 3 went better than was to be expected with those partners.',
    );
    expect(ringsAnswer(weeks(-1))).toContain('Of the last 1 week with rounds none');
    expect(ringsAnswer(weeks(1, 1))).toContain('all went better');
    expect(ringsAnswer(weeks(null))).toContain('No week has enough');
  });

  it('says where most rounds go', () => {
    const spots = [
      { spot: half, visits: 40, rate: 0.3 },
      { spot: { position: 'standing', role: 'even' }, visits: 90, rate: 0.62 },
    ];
    expect(mapAnswer({ spots } as unknown as GroundMap, called)).toBe(
      'Most of your rounds go through standing: you leave it better off about 6 times in 10.',
    );
    expect(mapAnswer({ spots: [] } as unknown as GroundMap, called)).toBe('');
  });

  it('says where one is furthest from the log', () => {
    const part = (name: string, ratedAs: string | null, gap: number | null) => ({ part: { name }, ratedAs, gap });
    const of = (...parts: object[]) => ratingsAnswer({ parts } as unknown as Ratings);
    expect(of(part('Guard', 'higher', 2), part('Passing', 'lower', -4))).toBe(
      'Passing: the log thinks better of it than you do.',
    );
    expect(of(part('Guard', 'higher', 2))).toBe('Guard: you think better of it than the log does.');
    expect(of(part('Guard', 'the-same', 0))).toContain('agree');
    expect(of(part('Guard', null, null))).toContain('Rate the parts');
  });

  it('says what the last week with training asked, and how long nothing came since', () => {
    const week = (day: string, load: number, sessions: string[]) =>
      ({ week: day, load, sessions }) as unknown as WeekLoad;
    const weeks = [week('2026-06-01', 1500, ['a']), week('2026-06-08', 1240, ['b', 'c']), week('2026-06-15', 0, [])];
    expect(loadAnswer(weeks, () => 'usual')).toMatch(/^The week of Mon 8 Jun( 2026)? asked 1,240 of you: usual\.$/);
    expect(loadAnswer([...weeks, week('2026-06-22', 0, [])], () => 'usual')).toContain(
      'Nothing was logged in the 2 weeks since.',
    );
    expect(loadAnswer([], () => '')).toBe('');
  });

  it('says how far a block is', () => {
    const block = { from: '2026-06-15', weeks: 4 } as Block;
    expect(blockAnswer(block, 'Stop it', '2026-06-22')).toBe('Stop it: week 2 of 4.');
    expect(blockAnswer(block, 'Stop it', '2026-07-13')).toBe('Stop it: its 4 weeks are over.');
    expect(blockAnswer(block, 'Stop it', '2026-06-01')).toContain('it begins on');
    expect(blockAnswer({ ...block, ended: 'closed', endedOn: '2026-07-01' }, 'Stop it', '2026-08-01')).toContain(
      'Stop it: closed on',
    );
  });
});

describe('matches', () => {
  const won = { winner: 'me', by: 'points' } as const;
  const lost = { winner: 'them', by: 'points' } as const;
  const day = (coming: boolean, ...told: object[]) =>
    ({
      session: 's',
      date: '2026-07-01',
      coming,
      event: { name: 'Lantern Open' },
      matches: told.map((t) => ({ told: t })),
    }) as never as MatchDay;

  it('begin with what comes next and how it went so far', () => {
    const now = new Date('2026-06-22');
    expect(matchesAnswer([day(true), day(false, won, lost)], now)).toBe(
      'Next: Lantern Open, Wed 1 Jul. 1 of 2 matches won so far.',
    );
    expect(matchesAnswer([day(false, won)])).toBe('1 of 1 match won so far.');
    expect(matchesAnswer([])).toBe('No match in the log yet, and none to come.');
  });

  it('say a day in a sentence', () => {
    expect(dayAnswer([won, won])).toBe('All 2 matches won.');
    expect(dayAnswer([won, lost, null])).toBe('1 of 2 matches won.');
    expect(dayAnswer([lost])).toBe('The match was not won.');
    expect(dayAnswer([null])).toBe('No match is logged of this day.');
  });

  it('prepare with the best road and what to take away, whatever a name ends with', () => {
    const before = {
      before: { roads: [{ spot: { position: 'side-control', role: 'top' }, move: { technique: 'mount-step' } }] },
      opponent: { name: 'Sunniva G.' },
      sheet: { watch: { technique: 'knee-cut' } },
    } as unknown as Before;
    expect(
      beforeAnswer(
        before,
        (t) => t,
        (s) => s.position,
      ),
    ).toBe('Your best road goes through side-control, first move mount-step. Take the knee-cut away from Sunniva G.');
    expect(beforeAnswer({ before: { roads: [] } } as unknown as Before, String, String)).toContain('Log some rolls');
  });

  it('say what a rule set is', () => {
    const rules = {
      kind: 'late-points',
      holdSeconds: 3,
      pointsFrom: 0.5,
      guardPullPenalty: 1,
      advantages: false,
      lengths: { blue: 390 },
    } as unknown as Ruleset;
    expect(rulesWords(rules)).toBe(
      'Positions count when held 3 s. Points count after 50 % of the match. Pulling guard costs 1. No advantages. Minutes: blue 6.5.',
    );
  });
});
