import { describe, expect, it } from 'vitest';
import type { Exchange } from '../lib/api/types.ts';
import { spotOf } from '../lib/log/spots.ts';
import { roundShape } from './round-stick.ts';
import { stickShape } from './stick.ts';
import { timeStick } from './time-stick.ts';

const exchanges: Exchange[] = [
  {
    start: spotOf('standing'),
    moments: [
      { actor: 'me', technique: 'sweep', outcome: 'done', clock: 10, to: spotOf('mount:top') },
      { actor: 'them', technique: 'escape', outcome: 'stopped' },
      { actor: 'me', technique: 'armbar', outcome: 'done', clock: 40 },
    ],
    end: { kind: 'tap', by: 'me', technique: 'armbar', clock: 40 },
  },
  { moments: [], end: { kind: 'tap', by: 'them', clock: 90 } },
];
const plain = stickShape(
  exchanges,
  () => 0.5,
  (id) => id === 'armbar',
);

describe('a stick along a recording', () => {
  const stick = timeStick(exchanges, plain, 10, 110, 1100);

  it('has each mark at its time, and none for what has no clock', () => {
    expect(stick.marks.map((m) => [m.exchange, m.moment, m.x, m.seconds])).toEqual([
      [0, 0, 200, 20],
      [0, 2, 500, 50],
      [1, -1, 1000, 100],
    ]);
  });

  it('draws the same mark as the stick of the roll, only elsewhere', () => {
    const [first] = stick.marks;
    const xs = [...first!.path.matchAll(/[ML](-?[\d.]+) /g)].map((m) => Number(m[1]));
    expect(xs).toEqual([194.5, 200, 205.5]);
    expect(first!.depth).toBe(plain.marks[0]!.depth);
    expect(stick.marks[2]!.path.startsWith('M1000 ')).toBe(true);
  });

  it('has a bar for each exchange from end to end', () => {
    expect(stick.bars.map((b) => [b.x, Math.round(b.x + b.width)])).toEqual([
      [100, 500],
      [501.5, 1000],
    ]);
  });

  it('stays within the recording whatever the clocks say', () => {
    const short = timeStick(exchanges, plain, 0, 30, 300);
    for (const mark of short.marks) expect(mark.x).toBeLessThanOrEqual(300);
    expect(
      timeStick(
        [],
        stickShape(
          [],
          () => 0,
          () => false,
        ),
        0,
        0,
        100,
      ).marks,
    ).toEqual([]);
  });
});

describe('a round while the clock runs', () => {
  it('is cut from above for mine, from below for theirs, and parted by a reset', () => {
    const shape = roundShape(60_000, 120_000, [
      { at: 30_000, what: 'tap', by: 'me' },
      { at: 40_000, what: 'tap', by: 'them' },
      { at: 50_000, what: 'reset' },
    ]);
    expect(shape.filled).toBe(150);
    expect(shape.cuts.map((c) => [c.x, c.tap, c.mine])).toEqual([
      [75, true, true],
      [100, true, false],
      [125, false, false],
    ]);
    expect(shape.cuts[0]!.path).toBe('M75 0V36');
    expect(shape.cuts[1]!.path).toBe('M100 40V4');
  });

  it('has ten minutes of room when it is counted up, and more when that is over', () => {
    expect(roundShape(300_000, null, []).filled).toBe(150);
    expect(roundShape(900_000, null, []).filled).toBe(225);
    expect(roundShape(0, null, []).filled).toBe(0);
  });
});
