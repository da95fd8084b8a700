import { describe, expect, it } from 'vitest';
import { canonical } from './canonical.ts';
import { defaultsFrom } from './log-draft.svelte.ts';
import type { Session } from '../api/types.ts';

const session = (change: Partial<Session> = {}): Session => ({
  id: 's',
  date: '2026-06-16',
  kind: 'class',
  attire: 'gi',
  rolls: [],
  ...change,
});
describe('a draft', () => {
  it('takes its defaults from the same weekday last time', () => {
    const past = [
      session({ date: '2026-06-20', kind: 'open-mat', minutes: 120 }),
      session({ date: '2026-06-18', attire: 'no-gi', minutes: 60 }),
      session({ date: '2026-06-16', startTime: '18:30' }),
    ];
    expect(defaultsFrom(past, 'n', '2026-06-25')).toMatchObject({
      id: 'n',
      date: '2026-06-25',
      attire: 'no-gi',
      minutes: 60,
      rolls: [],
    });
    expect(defaultsFrom(past, 'n', '2026-06-24')).toMatchObject({ kind: 'open-mat', minutes: 120 });
    expect(defaultsFrom([], 'n', '2026-06-24')).toMatchObject({ kind: 'class', attire: 'gi' });
  });

  it('never takes a tournament for the usual', () => {
    const past = [
      session({ date: '2026-06-20', kind: 'tournament' }),
      session({ date: '2026-06-18', kind: 'open-mat' }),
    ];
    expect(defaultsFrom(past, 'n', '2026-06-27').kind).toBe('open-mat');
  });

  it('is alike whatever the order of its members, and null is as good as left out', () => {
    expect(canonical({ b: 1, a: [{ y: null, x: 2 }] })).toBe(canonical({ a: [{ x: 2 }], b: 1 }));
    expect(canonical({ a: [1, 2] })).not.toBe(canonical({ a: [2, 1] }));
  });
});
