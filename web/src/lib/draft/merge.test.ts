import { expect, test } from 'vitest';
import type { Roll, Session } from '../api/types.ts';
import { differences, merged, type Pick } from './merge.ts';

const roll = (id: string, more: Partial<Roll> = {}): Roll => ({ id, exchanges: [], ...more }) as Roll;
const session = (more: Partial<Session>): Session =>
  ({ id: 's', date: '2026-06-20', kind: 'class', attire: 'gi', rolls: [], ...more }) as Session;
const picks = (of: Record<string, Pick>) => new Map(Object.entries(of));
const ids = (s: Session) => s.rolls.map((r) => r.id);

test('two versions that say the same do not differ, however they leave out what is not said', () => {
  const mine = session({ notes: '', minutes: null, rolls: [roll('a', { order: 1 })] });
  const theirs = session({ rolls: [roll('a', { order: 7, notes: null })] });
  expect(differences(mine, { ...theirs, rolls: [roll('a', { order: 7 })] })).toEqual([]);
});

test('rolls of two devices stand together, in the order of the other and then of this one', () => {
  const mine = session({ rolls: [roll('a'), roll('mine')] });
  const theirs = session({ rolls: [roll('a'), roll('theirs')] });
  expect(differences(mine, theirs).map((d) => d.key)).toEqual(['roll theirs', 'roll mine']);
  const one = merged(mine, theirs, picks({}));
  expect(ids(one)).toEqual(['a', 'theirs', 'mine']);
  expect(one.rolls.map((r) => r.order)).toEqual([1, 2, 3]);
});

test('what only one has can be left out', () => {
  const mine = session({ rolls: [roll('mine')] });
  const theirs = session({ rolls: [roll('theirs')] });
  expect(ids(merged(mine, theirs, picks({ 'roll theirs': 'mine', 'roll mine': 'theirs' })))).toEqual([]);
});

test('a roll that both changed stands twice unless one is picked', () => {
  const mine = session({ rolls: [roll('a', { notes: 'mine' })] });
  const theirs = session({ rolls: [roll('a', { notes: 'theirs' })] });
  const both = merged(mine, theirs, picks({}), () => 'new');
  expect(both.rolls.map((r) => [r.id, r.notes])).toEqual([
    ['a', 'theirs'],
    ['new', 'mine'],
  ]);
  expect(merged(mine, theirs, picks({ 'roll a': 'mine' })).rolls.map((r) => r.notes)).toEqual(['mine']);
  expect(merged(mine, theirs, picks({ 'roll a': 'theirs' })).rolls.map((r) => r.notes)).toEqual(['theirs']);
});

test('words stand behind one another, single values are picked, and what only one says stays', () => {
  const mine = session({ aim: 'frames', notes: 'from here', effort: 7 });
  const theirs = session({ notes: 'from there', effort: 5, minutes: 90 });
  expect(differences(mine, theirs).map((d) => [d.key, d.picks[0]])).toEqual([
    ['minutes', 'theirs'],
    ['effort', 'mine'],
    ['aim', 'mine'],
    ['notes', 'both'],
  ]);
  expect(merged(mine, theirs, picks({}))).toMatchObject({
    aim: 'frames',
    notes: 'from there\nfrom here',
    effort: 7,
    minutes: 90,
  });
  expect(merged(mine, theirs, picks({ effort: 'theirs', notes: 'mine' }))).toMatchObject({
    effort: 5,
    notes: 'from here',
  });
});

test('words that go on from the other ones stand alone', () => {
  const said = (mine: string, theirs: string) =>
    merged(session({ notes: mine }), session({ notes: theirs }), picks({})).notes;
  expect(said('frames, then hips', 'frames')).toBe('frames, then hips');
  expect(said('frames', 'frames, then hips')).toBe('frames, then hips');
  expect(said('hips', 'frames')).toBe('frames\nhips');
});

test('nothing that either wrote is lost unless the owner leaves it out', () => {
  // All pairs of versions over three rolls in three states each: absent, plain, changed.
  const states = [null, {}, { notes: 'changed' }] as const;
  const versions = Array.from({ length: 27 }, (_, n) =>
    session({
      rolls: [n % 3, Math.floor(n / 3) % 3, Math.floor(n / 9)].flatMap((state, i) =>
        states[state] ? [roll(`r${i}`, states[state])] : [],
      ),
    }),
  );
  const bodies = (s: Session) => s.rolls.map((r) => r.notes ?? '');
  for (const mine of versions)
    for (const theirs of versions) {
      const one = merged(mine, theirs, picks({}));
      expect(new Set(ids(one)).size).toBe(one.rolls.length);
      for (const version of [mine, theirs])
        for (const r of version.rolls)
          expect(one.rolls.some((x) => (x.notes ?? '') === (r.notes ?? '') && bodies(one).length > 0)).toBe(true);
      expect(one.rolls.length).toBeGreaterThanOrEqual(Math.max(mine.rolls.length, theirs.rolls.length));
    }
});
