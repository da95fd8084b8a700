import { describe, expect, it } from 'vitest';
import { search } from './search.ts';

const things = [
  { id: 'knee-cut', name: 'Knee cut pass', aliases: ['knee slice', 'kc'] },
  { id: 'knee-on-belly-step', name: 'Step to knee on belly', aliases: ['kob step'] },
  { id: 'armbar', name: 'Armbar', aliases: ['arm bar', 'juji gatame'] },
  { id: 'straight-armlock', name: 'Straight armlock', aliases: [] },
];
const ids = (query: string, own = [] as { says: string; means: string }[]) =>
  search(query, things, own).map((t) => t.id);

describe('looking for a technique', () => {
  it('finds by name, by other names and by beginnings of words', () => {
    expect(ids('knee sl')).toEqual(['knee-cut']);
    expect(ids('KC')).toEqual(['knee-cut']);
    expect(ids('gatame')).toEqual(['armbar']);
    expect(ids('belly knee')).toEqual(['knee-on-belly-step']);
  });

  it('puts the very name before a beginning, and that before a middle', () => {
    expect(ids('arm')).toEqual(['armbar', 'straight-armlock']);
    expect(ids('knee')[0]).toBe('knee-cut');
  });

  it('knows the owner’s own names', () => {
    expect(ids('gangpl', [{ says: 'the gangplank', means: 'knee-cut' }])).toEqual(['knee-cut']);
  });

  it('shows all for nothing and nothing for nonsense', () => {
    expect(ids('  ')).toHaveLength(4);
    expect(ids('zzz')).toEqual([]);
    expect(ids('(*[')).toHaveLength(4);
  });
});
