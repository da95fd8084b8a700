import { describe, expect, it } from 'vitest';
import { idFrom } from './own-id.ts';

describe('ids of own things', () => {
  it('are made of the words of the name', () => {
    expect(idFrom('Net roll')).toBe('own-net-roll');
    expect(idFrom('  Ysolde’s Çrab/99? ')).toBe('own-ysolde-s-crab-99');
    expect(idFrom('???')).toBe('own');
  });
});
