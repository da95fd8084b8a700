import { describe, expect, it } from 'vitest';
import type { Outcomes, Sheet } from '../api/types.ts';
import { inOrder, outcomeWords, rateWords, sheetAnswer, tapsWords } from './people.ts';

const outcome = (name: string, change: object = {}, partner: object = {}): Outcomes =>
  ({
    partner: { id: name, name, rolls: 10, belt: 'blue', stripes: 0, lastRolled: '2026-06-01', ...partner },
    enough: true,
    rate: { rate: 0.52, low: 0.41, high: 0.58 },
    standing: 'level',
    tapsByMe: 2,
    tapsByThem: 3,
    ...change,
  }) as Outcomes;

describe('people in words', () => {
  it('says how it goes, or that there is too little', () => {
    expect(outcomeWords(outcome('A'))).toBe('About your level: you come out better in 5 in 10 (could be 4 to 6).');
    expect(outcomeWords(outcome('A', { enough: false }))).toBe('Too few rounds to say how it goes.');
    expect(outcomeWords(outcome('A', {}, { rolls: 0 }))).toBe('No roll with them yet.');
    expect(rateWords({ rate: 0.5, low: 0.48, high: 0.52 })).toBe('5 in 10');
    expect(tapsWords(0, 0)).toBe('no tap either way');
    expect(tapsWords(2, 3)).toBe('taps 2 to 3');
  });

  it('orders by last time, rounds, level and outcome, the unknown last', () => {
    const all = [
      outcome('A', { rate: { rate: 0.2 } }, { rolls: 3, lastRolled: '2026-06-09', belt: undefined }),
      outcome('B', { rate: { rate: 0.9 }, enough: false }, { rolls: 30, belt: 'black' }),
      outcome('C', { rate: { rate: 0.4 } }, { rolls: 20, lastRolled: undefined, belt: 'white', stripes: 4 }),
    ];
    const names = (order: Parameters<typeof inOrder>[1]) =>
      inOrder(all, order)
        .map((o) => o.partner.name)
        .join('');
    expect(names('last')).toBe('ABC');
    expect(names('rounds')).toBe('BCA');
    expect(names('level')).toBe('BCA');
    expect(names('goes')).toBe('CAB');
  });

  it('opens a sheet with how it goes and how it went before', () => {
    const sheet = {
      partner: { name: 'Odalys B.' },
      sheet: {
        rolls: 12,
        won: 20,
        lost: 30,
        enough: true,
        rate: { rate: 0.4, low: 0.3, high: 0.5 },
        standing: 'harder',
        forTheirBelt: 'harder',
        overTime: [
          { until: '2026-03-01', rate: { rate: 0.2 } },
          { until: '2026-06-01', rate: { rate: 0.5 } },
        ],
      },
    } as unknown as Sheet;
    expect(sheetAnswer(sheet, new Date('2026-06-22'))).toBe(
      'Harder than your own level: you come out better in 4 in 10 (could be 3 to 5). That is harder than their belt and ' +
        'weight would say. In the weeks up to Sun 1 Mar it was 2, in the last ones 5.',
    );
    expect(sheetAnswer({ ...sheet, sheet: { ...sheet.sheet, rolls: 0 } })).toContain('No roll with Odalys B.');
    expect(sheetAnswer({ ...sheet, sheet: { ...sheet.sheet, enough: false } })).toContain('20 won and 30 lost');
  });
});
