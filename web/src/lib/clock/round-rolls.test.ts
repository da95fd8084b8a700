import { describe, expect, it } from 'vitest';
import type { Partner, Session } from '../api/types.ts';
import { isDraft, rollsOf, withRolls } from './round-rolls.ts';
import { clockAt, type Pressed, type Setting } from './rounds.ts';

const s = 1000;
const half = { position: 'half-guard', role: 'bottom' } as const;
const setting = (change: Partial<Setting> = {}): Setting => ({
  kind: 'gauntlet',
  rounds: 3,
  work: 120,
  rest: 0,
  swap: false,
  start: null,
  ruleset: null,
  ...change,
});
const partners = [
  { id: 'odalys', name: 'Odalys B.', belt: 'purple', stripes: 1, weightKg: 66, version: 1, rolls: 0 },
  { id: 'cosmo', name: 'Cosmo V.', belt: 'blue', version: 1, rolls: 0 },
] as Partner[];
const session: Session = { id: 's', date: '2026-06-20', kind: 'class', attire: 'gi', rolls: [] };
const after = (how: Setting, pressed: Pressed[], now: number) =>
  rollsOf({ id: 'run', setting: how }, clockAt(how, pressed, now * s), partners);

describe('what a run leaves behind', () => {
  it('makes a draft of each round that is over, with its taps at their clock', () => {
    const rolls = after(
      setting(),
      [
        { does: 'partners', ids: { 1: 'odalys', 2: 'cosmo' }, at: 0 },
        { does: 'start', at: 0 },
        { does: 'tap', by: 'them', at: 31.4 * s },
        { does: 'reset', at: 70 * s },
      ],
      200,
    );
    expect(rolls).toEqual([
      {
        id: 'run-1',
        kind: 'roll',
        partnerId: 'odalys',
        partnerBelt: 'purple',
        partnerStripes: 1,
        partnerWeightKg: 66,
        minutes: 2,
        intensity: 'hard',
        intent: 'own-game',
        exchanges: [
          { moments: [], end: { kind: 'tap', by: 'them', clock: 31 } },
          { moments: [], end: { kind: 'reset', clock: 70 } },
          { moments: [], end: { kind: 'time', clock: 120 } },
        ],
      },
    ]);
    expect(isDraft(rolls[0]!)).toBe(true);
  });

  it('says nothing of what happened in a round without a press', () => {
    const rolls = after(setting(), [{ does: 'start', at: 0 }], 999);
    expect(rolls.map((r) => [r.partnerId, r.minutes, r.exchanges])).toEqual([
      [undefined, 2, []],
      [undefined, 2, []],
      [undefined, 2, []],
    ]);
  });

  it('puts goes with one partner together, each from its own start, on one clock', () => {
    const how = setting({ kind: 'positional', work: 60, rest: 10, swap: true, start: half, rounds: 3 });
    const pressed: Pressed[] = [
      { does: 'partners', ids: { 1: 'odalys', 3: 'cosmo' }, at: 0 },
      { does: 'start', at: 0 },
      { does: 'tap', by: 'me', at: 85 * s },
    ];
    const rolls = after(how, pressed, 999);
    expect(rolls).toHaveLength(2);
    expect(rolls[0]).toMatchObject({ id: 'run-1', kind: 'positional', partnerId: 'odalys', minutes: 2 });
    expect(rolls[0]!.exchanges).toEqual([
      { start: half, moments: [], end: { kind: 'reset', clock: 60 } },
      { start: { ...half, role: 'top' }, moments: [], end: { kind: 'tap', by: 'me', clock: 75 } },
      { start: { ...half, role: 'top' }, moments: [], end: { kind: 'time', clock: 120 } },
    ]);
    expect(rolls[1]).toMatchObject({ id: 'run-3', partnerId: 'cosmo', minutes: 1 });
  });

  it('leaves no draft of a round that two others rolled', () => {
    const pressed: Pressed[] = [
      { does: 'start', at: 0 },
      { does: 'mine', round: 2, mine: false, at: 5 },
    ];
    expect(after(setting(), pressed, 999).map((r) => r.id)).toEqual(['run-1', 'run-3']);
  });

  it('makes a match of a match, with its rules and its length', () => {
    const how = setting({ kind: 'match', rounds: 1, work: 300, ruleset: 'points' });
    const rolls = after(
      how,
      [
        { does: 'start', at: 0 },
        { does: 'stop', at: 106 * s },
      ],
      200,
    );
    expect(rolls[0]).toMatchObject({ kind: 'match', ruleset: 'points', length: 300, intensity: 'match', minutes: 1.8 });
  });
});

describe('the session that gets them', () => {
  const [first, second] = after(setting(), [{ does: 'start', at: 0 }], 300);

  it('takes each roll once, however often it is written', () => {
    const once = withRolls(session, [first!], {});
    const twice = withRolls(once.session, [first!], once.written);
    expect(twice.session).toBe(once.session);
    const more = withRolls(twice.session, [first!, second!], twice.written);
    expect(more.session.rolls.map((r) => [r.id, r.order])).toEqual([
      ['run-1', 1],
      ['run-2', 2],
    ]);
  });

  it('follows a draft: the partner named later, the end that was undone', () => {
    const once = withRolls(session, [first!, second!], {});
    const named = withRolls(once.session, [{ ...first!, partnerId: 'odalys' }], once.written);
    expect(named.session.rolls.map((r) => [r.id, r.partnerId])).toEqual([['run-1', 'odalys']]);
  });

  it('leaves alone what was told or deleted meanwhile', () => {
    const once = withRolls(session, [first!, second!], {});
    const told = { ...once.session, rolls: [{ ...once.session.rolls[0]!, told: 'He passed, I tapped.' }] };
    const later = withRolls(told, [{ ...first!, partnerId: 'odalys' }, second!], once.written);
    expect(later.session.rolls).toEqual(told.rolls);
  });

  it('keeps what the owner set in a draft when the run has nothing new to say of it', () => {
    const once = withRolls(session, [first!], {});
    const changed = {
      ...once.session,
      rolls: [{ ...once.session.rolls[0]!, partnerId: 'cosmo', intensity: 'flow' as const }],
    };
    expect(withRolls(changed, [first!], once.written).session.rolls).toEqual(changed.rolls);
  });
});
