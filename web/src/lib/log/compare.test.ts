import { expect, it } from 'vitest';
import type { Roll } from '../api/types.ts';
import { compared } from './compare.ts';

const roll = (...moments: [string, string, string?][]): Roll =>
  ({
    id: 'r',
    exchanges: [{ moments: moments.map(([actor, technique, outcome = 'done']) => ({ actor, technique, outcome })) }],
  }) as never;

it('says what came off for the first time and what came again, whoever did it', () => {
  const earlier = [
    roll(['them', 'knee-cut'], ['me', 'armbar', 'stopped']),
    roll(['them', 'knee-cut'], ['me', 'knee-cut']),
    roll(['me', 're-guard']),
  ];
  const { fresh, again } = compared(roll(['them', 'knee-cut'], ['me', 'armbar'], ['me', 're-guard']), earlier);
  expect(fresh).toEqual([{ actor: 'me', technique: 'armbar', times: 0 }]);
  expect(again).toEqual([{ actor: 'them', technique: 'knee-cut', times: 2 }]);
});

it('finds nothing new beside no roll at all', () => {
  expect(compared(roll(['me', 'armbar']), [])).toEqual({ fresh: [], again: [] });
});
