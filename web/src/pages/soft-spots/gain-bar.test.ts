import { describe, expect, it } from 'vitest';
import { gainBar } from './gain-bar.ts';

describe('the bar of a gain', () => {
  it('puts the gain between the ends of its interval on the scale of the list', () => {
    expect(gainBar(0.02, 0.01, 0.04, 0.04)).toMatchObject({ low: 50, at: 100, high: 200 });
  });

  it('stays on the scale', () => {
    expect(gainBar(-0.01, -0.02, 0.09, 0.04)).toMatchObject({ low: 0, at: 0, high: 200 });
  });

  it('says itself in words', () => {
    expect(gainBar(0.02, 0.01, 0.04, 0.04).says).toBe('Gain 0.020 a roll, likely between 0.010 and 0.040.');
  });
});
