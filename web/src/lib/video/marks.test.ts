import { describe, expect, it } from 'vitest';
import type { Exchange, Moment, Roll } from '../api/types.ts';
import { spotOf } from '../log/spots.ts';
import { isTaken, proposalsOf, withProposal, withTold } from './marks.ts';

const moment = (technique: string, more: Partial<Moment> = {}): Moment => ({
  actor: 'them',
  technique,
  outcome: 'done',
  ...more,
});
const half = spotOf('half-guard:bottom');
const side = spotOf('side-control:bottom');
const roll: Roll = {
  id: 'r',
  video: { name: 'a.webm', start: 3 },
  exchanges: [{ start: half, moments: [moment('knee-cut', { clock: 20, from: half, to: side })] }],
};
const clocks = (r: Roll) => r.exchanges.map((e) => e.moments.map((m) => [m.technique, m.clock]));

describe('told while watching', () => {
  it('puts what was told between where it began and where it was done', () => {
    const told: Exchange[] = [{ moments: [moment('a'), moment('b'), moment('c')] }];
    expect(clocks(withTold(roll, told, 30, 36))).toEqual([
      [
        ['knee-cut', 20],
        ['a', 30],
        ['b', 33],
        ['c', 36],
      ],
    ]);
  });

  it('puts it a second apart when the picture stood still, and before what comes later', () => {
    const told: Exchange[] = [{ moments: [moment('a'), moment('b')] }];
    expect(clocks(withTold(roll, told, 5, 5))).toEqual([
      [
        ['a', 5],
        ['b', 6],
        ['knee-cut', 20],
      ],
    ]);
  });

  it('ends the exchange where the tap was told, and begins the next', () => {
    const told: Exchange[] = [
      { moments: [moment('armbar')], end: { kind: 'tap', by: 'them', technique: 'armbar' } },
      { start: spotOf('standing'), moments: [moment('single-leg')] },
    ];
    const next = withTold(roll, told, 40, 50);
    expect(next.exchanges.map((e) => e.end?.clock)).toEqual([40, undefined]);
    expect(next.exchanges[1]).toMatchObject({ start: spotOf('standing'), moments: [{ clock: 50 }] });
  });
});

describe('taking what captions propose', () => {
  const proposals = proposalsOf(
    [
      {
        moments: [moment('double-leg', { clock: 7 }), moment('armbar', { clock: 19 })],
        end: { kind: 'tap', by: 'me' },
      },
    ],
    0,
  );

  it('puts each at its place of the recording, by the clock of the roll', () => {
    const next = proposals.reduce(withProposal, { ...roll, exchanges: [] });
    expect(clocks(next)).toEqual([
      [
        ['double-leg', 4],
        ['armbar', 16],
      ],
    ]);
    expect(next.exchanges[0]!.end).toMatchObject({ kind: 'tap', by: 'me', clock: 16 });
  });

  it('leaves out what lies before the roll starts', () => {
    const early = { ...proposals[0]!, seconds: 2 };
    expect(withProposal(roll, early)).toBe(roll);
  });

  it('knows what was taken, whatever the order', () => {
    const one = withProposal({ ...roll, exchanges: [] }, proposals[1]!);
    expect(proposals.map((p) => isTaken(one, p))).toEqual([false, true]);
    const both = withProposal(one, proposals[0]!);
    expect(proposals.map((p) => isTaken(both, p))).toEqual([true, true]);
    expect(clocks(both)[0]!.map(([name]) => name)).toEqual(['double-leg', 'armbar']);
  });
});
