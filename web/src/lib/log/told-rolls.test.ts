import { expect, it } from 'vitest';
import { partnerNamed, rollsFrom, withStrangers } from './told-rolls.ts';
import type { Partner, Session, ToldRoll } from '../api/types.ts';

const partner = (id: string, name: string): Partner => ({ id, name, belt: 'blue', version: 1, rolls: 0 }) as Partner;
const people = [partner('cosmo', 'Cosmo V.'), partner('h1', 'Halima S.'), partner('h2', 'Halima T.')];
const facts = (more: Partial<ToldRoll>): ToldRoll => ({ source: { start: 0, length: 1 }, ...more }) as ToldRoll;
const session: Session = {
  id: 's',
  date: '2026-03-03',
  kind: 'class',
  attire: 'gi',
  rolls: [
    { id: 'a', order: 1, exchanges: [{ moments: [] }], takeaways: ['Breathe'], minutes: 6 },
    { id: 'z', order: 2, exchanges: [] },
  ],
};
const exchange = (technique: string) => ({ moments: [{ actor: 'me', technique, outcome: 'done' } as const] });
const settled = { exchanges: [exchange('pass'), exchange('sweep')], rolls: [0, 1], reads: [[], []] };

it('knows a partner by the first name, unless two are called so', () => {
  expect(partnerNamed('Cosmo', people)?.id).toBe('cosmo');
  expect(partnerNamed('halima', people)).toBeNull();
  expect(partnerNamed(null, people)).toBeNull();
});

it('offers each name that is on no sheet once, and none where the one roll is somebody’s', () => {
  const otto = facts({ partner: 'Otto', belt: 'purple' });
  const told = [facts({ partner: 'cosmo' }), otto, facts({}), facts({ partner: 'Halima' }), facts({ partner: 'otto' })];
  expect(withStrangers(told, {}, people)).toEqual([otto]);
  expect(withStrangers(told, { partnerId: 'cosmo' }, people)).toEqual([otto]);
  expect(withStrangers([otto], {}, people)).toEqual([otto]);
  expect(withStrangers([otto], { partnerId: 'cosmo' }, people)).toEqual([]);
});

it('puts the first told roll behind what is there and makes a roll of each further one', () => {
  const told = [facts({ minutes: 5 }), facts({ partner: 'Cosmo' })];
  const next = rollsFrom(session, 'a', { settled, told, takeaways: ['Breathe', 'Frame'], instead: false }, people);
  expect(next.rolls.map((r) => [r.order, r.partnerId, r.exchanges.length, r.minutes])).toEqual([
    [1, undefined, 2, 5],
    [2, 'cosmo', 1, 6],
    [3, undefined, 0, undefined],
  ]);
  expect(next.rolls[0]!.takeaways).toEqual(['Breathe', 'Frame']);
});

it('puts it in place of what is there when asked to', () => {
  const next = rollsFrom(session, 'a', { settled, told: [facts({})], takeaways: [], instead: true }, people);
  expect(next.rolls[0]!.exchanges).toEqual([exchange('pass')]);
});

it('gives the roll that was opened what was told with its partner, and puts the others before and behind it', () => {
  const opened = { ...session, rolls: [{ id: 'a', order: 1, partnerId: 'cosmo', exchanges: [] }] };
  const told = [facts({ partner: 'Odile' }), facts({ partner: 'Cosmo' }), facts({ partner: 'Halima S' })];
  const next = rollsFrom(
    opened,
    'a',
    { settled: { ...settled, rolls: [0, 1] }, told, takeaways: [], instead: false },
    people,
  );
  expect(next.rolls.map((r) => [r.partnerId, r.notes, r.exchanges.length])).toEqual([
    [undefined, 'With Odile.', 1],
    ['cosmo', undefined, 1],
    [undefined, 'With Halima S.', 0],
  ]);
  expect(next.rolls[1]!.id).toBe('a');
});

it('gives a roll without a partner the one who is told first', () => {
  const opened = { ...session, rolls: [{ id: 'a', order: 1, exchanges: [] }] };
  const told = [facts({ partner: 'Cosmo' }), facts({ partner: 'Odile' })];
  const next = rollsFrom(opened, 'a', { settled, told, takeaways: [], instead: false }, people);
  expect(next.rolls.map((r) => [r.id === 'a', r.partnerId, r.partnerBelt])).toEqual([
    [true, 'cosmo', 'blue'],
    [false, undefined, undefined],
  ]);
});
