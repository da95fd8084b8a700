import { describe, expect, it } from 'vitest';
import { barPlaces, drillPages, gamePages, isAt, logPages, morePlaces, places } from './places.ts';

const at = (address: string) => places.filter((p) => isAt(p, address)).map((p) => p.name);

describe('the places', () => {
  it('has every old address in exactly one place', () => {
    expect(at('/')).toEqual(['Today']);
    expect(at('/log/new')).toEqual(['Log']);
    expect(at('/rolls/a/b')).toEqual(['Rolls']);
    expect(at('/soft-spots/half-guard/bottom')).toEqual(['Game']);
    expect(at('/load')).toEqual(['Drill']);
    expect(at('/block/choose')).toEqual(['Drill']);
    expect(at('/tonight')).toEqual(['Drill']);
    expect(at('/partners/new')).toEqual(['People']);
    expect(at('/blocks')).toEqual([]);
  });

  it('has every page of Log, Game and Drill in its place', () => {
    for (const page of gamePages) expect(at(page.to)).toEqual(['Game']);
    for (const page of logPages) expect(at(page.to)).toEqual(['Log']);
    for (const page of drillPages) expect(at(page.to)).toEqual(['Drill']);
  });

  it('reaches every place on a phone: five at the foot with the log in the middle, the rest behind More', () => {
    expect(barPlaces.map((p) => p.name)).toEqual(['Today', 'Rolls', 'Log', 'Game', 'Drill']);
    const reached = [...barPlaces, ...morePlaces].map((p) => p.name);
    expect(reached.sort()).toEqual([...places.map((p) => p.name), 'Matches', 'Round clock'].sort());
    expect(at('/matches/n44/before')).toEqual(['Rolls']);
  });
});
