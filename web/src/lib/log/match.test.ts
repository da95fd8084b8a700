import { describe, expect, it } from 'vitest';
import type { Lead, Score } from '../api/types.ts';
import { agrees, boardWords, broughtWords, eventList, leadWords, resultWords, scoreShort } from './match.ts';

describe('a score in words', () => {
  it('names events, near misses and lists', () => {
    expect(eventList(['near-guard-pass'])).toBe('near guard pass');
    expect(eventList(['guard-pass', 'mount', 'back-mount', 'back-control'])).toBe('guard pass, mount or back');
    expect(eventList([])).toBe('');
  });

  it('says boards, results and what a line brought', () => {
    expect(boardWords({ points: 1, advantages: 2, penalties: 1 })).toBe('1 point, 2 advantages, 1 penalty');
    expect(scoreShort({ points: 2, advantages: 0, penalties: 0 }, { points: 0, advantages: 1, penalties: 0 })).toBe(
      '2 to 0 (advantages 0 to 1)',
    );
    expect(resultWords({ winner: 'me', by: 'points' })).toBe('Won on points');
    expect(resultWords({ winner: null, by: 'decision' })).toBe('The referee decides');
    expect(resultWords({ winner: null, by: 'draw' })).toBe('A draw');
    const line = { moment: 0, actor: 'me', event: 'mount', why: '', score: {} } as never as Parameters<
      typeof broughtWords
    >[0];
    expect(broughtWords({ ...line, points: 4, advantages: 0 })).toBe('+4');
    expect(broughtWords({ ...line, points: -1, advantages: 0 })).toBe('−1');
    expect(broughtWords({ ...line, points: 0, advantages: 1 })).toBe('an advantage');
    expect(broughtWords({ ...line, points: 0, advantages: 0 })).toBe('marked');
  });

  it('says what turns a lead', () => {
    const lead: Lead = {
      from: 60,
      to: 120,
      ahead: 'me',
      by: 3,
      on: 'points',
      loses: ['guard-pass', 'mount', 'back-control'],
      takes: ['mount', 'back-control'],
    };
    expect(leadWords(lead, 'Sunniva')).toBe(
      'From 1:00: you lead by 3 points; a guard pass of theirs levels it, a mount or back of theirs takes it.',
    );
    expect(
      leadWords(
        { ...lead, ahead: 'them', by: 1, on: 'advantages', from: null, takes: ['sweep'], loses: ['sweep'] },
        'Sunniva',
      ),
    ).toBe('Sunniva leads by 1 advantage; a sweep of yours takes it.');
    expect(leadWords({ ...lead, ahead: 'level', takes: [], loses: [] }, 'Sunniva')).toBe('From 1:00: level.');
    expect(leadWords({ ...lead, by: 9, takes: [], loses: [] }, 'Sunniva')).toContain('no one move takes it away');
  });

  it('leaves a referee’s decision to the referee', () => {
    const score = (by: string, winner: 'me' | 'them' | null) => ({ result: { by, winner } }) as Score;
    expect(agrees({ winner: 'them', by: 'decision' }, score('decision', null))).toBe(true);
    expect(agrees({ winner: 'them', by: 'points' }, score('points', 'me'))).toBe(false);
    expect(agrees({ by: 'draw' } as never, score('draw', null))).toBe(true);
  });
});
