import { describe, expect, it } from 'vitest';
import { reading, resumed, type Anchor } from './timekeeper.ts';

const minute = 60_000;
const anchor: Anchor = { wall: 1_000_000, steady: 500, elapsed: 0 };

describe('time from the clocks of the device', () => {
  it('takes what has passed, and not how often it was asked', () => {
    let now = anchor;
    for (let i = 1; i <= 1000; i++) now = reading(now, anchor.wall + i * 7, anchor.steady + i * 7).anchor;
    expect(reading(now, anchor.wall + 7000, anchor.steady + 7000).elapsed).toBe(7000);
  });

  it('comes back right after ten minutes of sleep in which the steady clock stood still', () => {
    const slept = reading(anchor, anchor.wall + 10 * minute, anchor.steady + 200);
    expect(slept.elapsed).toBe(10 * minute);
    // And goes on from there by both clocks.
    expect(reading(slept.anchor, anchor.wall + 11 * minute, anchor.steady + 200 + minute).elapsed).toBe(11 * minute);
  });

  it('comes back right after sleep in which both clocks went on', () => {
    expect(reading(anchor, anchor.wall + 10 * minute, anchor.steady + 10 * minute).elapsed).toBe(10 * minute);
  });

  it('goes on by the steady clock when the wall clock is set back', () => {
    const before = reading(anchor, anchor.wall + minute, anchor.steady + minute);
    const setBack = reading(before.anchor, anchor.wall + minute - 60 * minute, anchor.steady + 2 * minute);
    expect(setBack.elapsed).toBe(2 * minute);
    expect(reading(setBack.anchor, anchor.wall + 2 * minute - 60 * minute, anchor.steady + 3 * minute).elapsed).toBe(
      3 * minute,
    );
  });

  it('never counts below what had passed when a page is loaded again with the clock set back', () => {
    expect(resumed({ wall: 5000, elapsed: 300 }, 4000, 9).elapsed).toBe(300);
    expect(resumed({ wall: 5000, elapsed: 300 }, 5500, 9).elapsed).toBe(800);
  });
});
