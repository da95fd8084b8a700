import { describe, expect, it } from 'vitest';
import { woodClap } from './clap.ts';

describe('the wooden clap', () => {
  const samples = woodClap(48_000);
  const loudest = (from: number, to: number) =>
    Math.max(...[...samples.slice(from * 48, to * 48)].map((sample) => Math.abs(sample)));

  it('is loud enough at once, never over full scale, and gone within a seventh of a second', () => {
    expect(samples).toHaveLength(6720);
    expect(loudest(0, 5)).toBeGreaterThan(0.5);
    expect(loudest(0, 140)).toBeLessThanOrEqual(1);
    expect(loudest(120, 140)).toBeLessThan(0.02);
  });

  it('begins and ends without a step, which would crackle', () => {
    expect(Math.abs(samples[0]!)).toBeLessThan(0.01);
    expect(Math.abs(samples.at(-1)!)).toBeLessThan(0.01);
  });

  it('sounds the same each time', () => {
    expect(woodClap(48_000)).toEqual(samples);
  });
});
