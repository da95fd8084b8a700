import { describe, expect, it } from 'vitest';
import { askedOf, changed, partWords, queryOf } from './judged.ts';

describe('what a judgement is asked under', () => {
  it('is read from the address, and nothing else of it', () => {
    const query = queryOf('objective=points&list=levers&attire=&from=2026-03-01');
    expect(askedOf(query)).toEqual({ objective: 'points', from: '2026-03-01' });
    expect(askedOf(queryOf(undefined))).toEqual({});
  });

  it('is changed in the address, keeping the rest and dropping what is empty', () => {
    expect(changed('/rings', { objective: 'points', attire: 'gi' }, { attire: '', from: '2026-03-01' })).toBe(
      '/rings?objective=points&from=2026-03-01',
    );
    expect(changed('/rings', { attire: 'gi' }, { attire: '' })).toBe('/rings');
  });

  it('is said in words', () => {
    expect(partWords({ attire: 'no-gi', from: '2026-03-01', peer: 'purple' }, (d) => `<${d}>`)).toBe(
      'no-gi, from <2026-03-01>, against purple belts',
    );
    expect(partWords({ objective: 'points' }, String)).toBe('');
  });
});
