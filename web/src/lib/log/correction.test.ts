import { expect, it } from 'vitest';
import { correctionOf, withCorrection } from './correction.ts';
import { settle, type Leads } from './telling.ts';
import type { Correction, Told } from '../api/types.ts';

const text = 'he passed me and I reversed him';
const span = (words: string) => ({ start: text.indexOf(words), length: words.length });
const moment = (actor: 'me' | 'them', technique: string, words: string) => ({
  actor,
  technique,
  outcome: 'done' as const,
  sure: false,
  source: span(words),
  others: [],
});
const told = {
  exchanges: [{ roll: 0, moments: [moment('them', 'pass', 'passed'), moment('me', 'reversal', 'reversed')] }],
  positions: [],
  unread: [],
  rolls: [],
  takeaways: [],
} as unknown as Told;
const leads: Leads = { to: () => [], finishes: () => false };
const fix = (words: string, change: object) => ({ at: span(words).start, length: span(words).length, ...change });

it('is nothing when nothing was set right', () => {
  expect(correctionOf(text, told, settle(told, [], [], leads), [])).toBeNull();
});

it('tells what was read where the owner changed it, and leaves out what is as it was read', () => {
  const fixes = [fix('reversed', { technique: 'sweep' })];
  expect(correctionOf(text, told, settle(told, fixes, [], leads), fixes)).toEqual({
    text,
    moments: [
      { at: 3, length: 6, actor: 'them', technique: 'pass', outcome: 'done' },
      {
        ...{ at: 19, length: 8, actor: 'me', technique: 'sweep', outcome: 'done' },
        read: { actor: 'me', technique: 'reversal', outcome: 'done' },
      },
    ],
  });
});

it('has no moment where one was taken out, and says which were put in', () => {
  const fixes = [
    fix('passed', { gone: true }),
    fix('he', { technique: 'knee-cut', actor: 'them', outcome: 'stopped', added: true }),
  ];
  const { moments } = correctionOf(text, told, settle(told, fixes, [], leads), fixes)!;
  expect(moments.map((m) => [m.technique, m.added])).toEqual([
    ['knee-cut', true],
    ['reversal', undefined],
  ]);
  expect(moments[0]).toMatchObject({ at: 0, length: 2 });
});

it('keeps the last few of a roll, each account once, and those before go when it is told anew', () => {
  const one = (words: string): Correction => ({ text: words, moments: [] });
  const six = ['a', 'b', 'c', 'd', 'e'].map(one);
  expect(withCorrection(six, one('f'), false)?.map((c) => c.text)).toEqual(['b', 'c', 'd', 'e', 'f']);
  expect(withCorrection([one('a')], one('a'), false)).toHaveLength(1);
  expect(withCorrection([one('a')], null, true)).toBeUndefined();
  expect(withCorrection([one('a')], null, false)).toEqual([one('a')]);
});
