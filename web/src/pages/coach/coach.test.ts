import { expect, test } from 'vitest';
import { coachParts, queryOf, usualWish } from './coach.ts';

test('a wish is asked for in the program’s words, and nothing at all can be wished for too', () => {
  expect(queryOf({ ...usualWish, weeks: 4, initials: true, question: 'Why & how?' })).toEqual({
    weeks: '4',
    parts: 'rounds,partners,soft-spots,levers,block,moments,question',
    initials: true,
    question: 'Why & how?',
  });
  expect(queryOf({ ...usualWish, parts: [] }).parts).toBe('');
});

test('every part has a name of its own', () => {
  expect(new Set(coachParts.map((p) => p.name)).size).toBe(coachParts.length);
});
