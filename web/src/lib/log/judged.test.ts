import { describe, expect, it } from 'vitest';
import { askedOf, changed, settingsWords, queryOf } from './judged.ts';

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
    const words = (asked: object, peers = true) => settingsWords(asked, 'submissions', peers, (d) => `<${d}>`);
    expect(words({})).toBe('submissions, gi and no-gi, all days, against my own level');
    expect(words({ objective: 'points', attire: 'no-gi', from: '2026-03-01', peer: 'purple' })).toBe(
      'control and points, no-gi, from <2026-03-01>, against purple belts',
    );
    expect(words({ from: '2026-03-01', to: '2026-04-01' }, false)).toBe(
      'submissions, gi and no-gi, <2026-03-01> to <2026-04-01>',
    );
    expect(words({ to: '2026-04-01' })).toContain('up to <2026-04-01>');
  });
});
