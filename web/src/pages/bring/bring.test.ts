import { expect, test } from 'vitest';
import type { Session } from '../../lib/api/types.ts';
import { columnNames, countWords, once, sessionLine } from './bring.ts';

const session = (rolls: Session['rolls']): Session =>
  ({ id: 's', date: '2026-03-03', kind: 'class', attire: 'no-gi', rolls }) as Session;

test('what came in is counted in words', () => {
  expect(countWords(1, 0, 0)).toBe('1 session with 0 rolls');
  expect(countWords(12, 31, 4)).toBe('12 sessions with 31 rolls, 4 new partners');
});

test('people named on many evenings come once, as they were said last', () => {
  const named = [
    { id: 'a', name: 'Cosmo' },
    { id: 'b', name: 'Halima' },
    { id: 'a', name: 'Cosmo', belt: 'blue' as const },
  ];
  expect(once(named)).toEqual([
    { id: 'a', name: 'Cosmo', belt: 'blue' },
    { id: 'b', name: 'Halima' },
  ]);
});

test('a session is said in a line', () => {
  const now = new Date(2026, 5, 22);
  const tap = (by: 'me' | 'them') => ({ moments: [], end: { kind: 'tap' as const, by } });
  const rolls = [
    { id: '1', partnerId: 'c', exchanges: [tap('me'), tap('them'), tap('me')] },
    { id: '2', exchanges: [] },
  ];
  const line = sessionLine(session(rolls as Session['rolls']), () => 'Cosmo', now);
  expect(line).toContain('no-gi: Cosmo, somebody · taps 2 to 1');
  expect(sessionLine(session([]), () => '', now)).toContain('no-gi: no rounds');
});

test('every column can be chosen once', () => {
  const values = columnNames.map((c) => c.value);
  expect(new Set(values).size).toBe(values.length);
  expect(values).toHaveLength(12);
});
