import { describe, expect, it } from 'vitest';
import type { Roll } from '../api/types.ts';
import { faultWords, nextRate, rates } from './player.svelte.ts';
import { clockFault, clockOf, isFileOf, longerMinutes, otherFile, secondsOf, withStart } from './recording.ts';

const video = { name: 'evening.mp4', size: 5000, length: 400.2, start: 61.2 };
const file = { name: 'evening.mp4', size: 5000 };
const roll = {
  id: 'r',
  minutes: 5,
  video,
  exchanges: [
    { moments: [{ actor: 'me', technique: 'sweep', outcome: 'done', clock: 10 }], end: { kind: 'reset', clock: 20 } },
  ],
} as Roll;

describe('a file known again', () => {
  it('is known by name, size and length, which players round differently', () => {
    expect(isFileOf(video, file, 400)).toBe(true);
    expect(isFileOf(video, { ...file, name: 'Evening.mp4' }, 400)).toBe(false);
    expect(isFileOf(video, { ...file, size: 5001 }, 400)).toBe(false);
    expect(isFileOf(video, file, 402)).toBe(false);
    expect(isFileOf({ name: 'evening.mp4' }, { ...file, size: 1 }, null)).toBe(true);
  });

  it('says whether another was opened or this one was changed', () => {
    expect(otherFile(video, file, 400)).toBe('');
    expect(otherFile(video, { ...file, name: 'b.mp4' }, 400)).toMatch(/“b.mp4”.*[.]$/);
    expect(otherFile(video, { ...file, size: 1 }, 400)).toMatch(/changed since/);
  });
});

describe('the clock of a roll in its recording', () => {
  it('stands at zero where the roll starts', () => {
    expect(clockOf(roll, 71.23)).toBe(10);
    expect(clockOf(roll, 60)).toBe(-1.2);
    expect(secondsOf(roll, 10)).toBeCloseTo(71.2, 9);
  });

  it('keeps what was tagged where it is seen when the start is moved', () => {
    const moved = withStart(roll, video, 65) as Roll;
    expect(moved.video!.start).toBe(65);
    expect(moved.exchanges[0]!.moments[0]!.clock).toBe(6.2);
    expect(moved.exchanges[0]!.end!.clock).toBe(16.2);
    expect(secondsOf(moved, 6.2)).toBeCloseTo(secondsOf(roll, 10), 9);
  });

  it('keeps clocks that were told before the recording was known', () => {
    const told = { ...roll, video: { name: 'a' } };
    expect((withStart(told, told.video, 30) as Roll).exchanges).toBe(told.exchanges);
  });

  it('refuses a start behind a moment, in a sentence', () => {
    expect(withStart(roll, video, 80)).toMatch(/lie before this place.*[.]$/);
  });

  it('says when nothing can be written here', () => {
    expect(clockFault(0)).toBe('');
    expect(clockFault(-0.1)).toMatch(/before the roll starts/);
    expect(clockFault(90_000)).toMatch(/[.]$/);
  });

  it('sees that moments reach further than the minutes of the roll', () => {
    expect(longerMinutes(roll)).toBeNull();
    const long = { ...roll, exchanges: [{ moments: [], end: { kind: 'time' as const, clock: 371 } }] };
    expect(longerMinutes(long)).toBe(6.5);
    expect(longerMinutes({ ...long, minutes: undefined })).toBeNull();
  });
});

describe('playing', () => {
  it('goes from rate to rate and stays at either end', () => {
    expect(nextRate(1, 1)).toBe(1.25);
    expect(nextRate(1, -1)).toBe(0.75);
    expect(nextRate(2, 1)).toBe(2);
    expect(nextRate(rates[0], -1)).toBe(rates[0]);
  });

  it('says what would play, or that the file is gone', () => {
    expect(faultWords('a.avi', 4, false)).toMatch(/MP4.*WebM/);
    expect(faultWords('a.mp4', 2, false)).toMatch(/moved or changed/);
    expect(faultWords('a.mp4', 3, true)).toMatch(/moved or changed/);
  });
});
