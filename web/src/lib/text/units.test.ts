import { describe, expect, it } from 'vitest';
import { showWeight, weightFromBox, weightToBox } from './units.ts';

describe('weights', () => {
  // NIST SP 811: 1 lb = 0.45359237 kg exactly (source named, value from memory).
  it('turns pounds into kilograms at the edge', () => {
    expect(weightFromBox('100', 'lb')).toBeCloseTo(45.3592, 4);
    expect(weightFromBox('61,5', 'kg')).toBe(61.5);
    expect(showWeight(45.359237, 'lb')).toBe('100 lb');
    expect(showWeight(66.2)).toBe('66 kg');
  });

  it('leaves an empty box empty and knows what is no number', () => {
    expect(weightFromBox('  ')).toBeUndefined();
    expect(weightFromBox('heavy')).toBeNaN();
    expect(showWeight(null)).toBe('');
    expect(weightToBox(undefined)).toBe('');
  });

  it('shows the pounds again that were typed', () => {
    for (const pounds of ['118.5', '134', '202.4']) expect(weightToBox(weightFromBox(pounds, 'lb'), 'lb')).toBe(pounds);
  });
});
