import { describe, expect, it } from 'vitest';
import type { Block, DrillCard, Partner, PlanAnswer, Session } from '../../lib/api/types.ts';
import { clockOf, rollIdOf, runningOn, sessionFor, sideOf, triesOf, withGo, withoutLastGo } from './tonight.ts';

const day = '2026-07-07';
const card = {
  id: '2026-07-07-goes-1',
  kind: 'goes',
  block: 'b',
  focus: 'f',
  rung: 1,
  start: { position: 'half-guard', role: 'bottom' },
  inSpot: true,
  minutes: 10.4,
  goes: 5,
  sides: ['left', 'left', 'left', 'right', 'right'],
} as unknown as DrillCard;
const odalys = { id: 'odalys', name: 'Odalys B.', belt: 'purple', stripes: 1, weightKg: 66 } as unknown as Partner;
const empty: Session = { id: 's', date: day, kind: 'class', attire: 'gi', rolls: [] };

describe('counting goes', () => {
  it('makes one positional roll of a card and a partner, with the partner as they are that day', () => {
    const one = withGo(empty, card, odalys, day, { kept: true, side: 'left' });
    const two = withGo(one, card, odalys, day, { kept: false, side: 'left' });
    expect(two.rolls).toHaveLength(1);
    expect(two.rolls[0]).toMatchObject({ kind: 'positional', partnerId: 'odalys', partnerBelt: 'purple', minutes: 10 });
    expect(two.rolls[0]!.goes).toEqual({
      block: 'b',
      focus: 'f',
      rung: 1,
      start: card.start,
      inSpot: true,
      tries: [
        { kept: true, side: 'left' },
        { kept: false, side: 'left' },
      ],
    });
    expect(one.rolls[0]!.goes!.tries).toHaveLength(1);
  });

  it('keeps another partner apart and counts the card over both', () => {
    const both = withGo(withGo(empty, card, odalys, day, { kept: true }), card, null, day, { kept: false });
    expect(both.rolls.map((r) => r.id)).toEqual([rollIdOf(card, 'odalys', day), rollIdOf(card, null, day)]);
    expect(triesOf(both, card, day).map((t) => t.kept)).toEqual([true, false]);
    expect(triesOf(both, { ...card, rung: 2 }, day)).toEqual([]);
    expect(triesOf(null, card, day)).toEqual([]);
  });

  it('takes the last one back, and the roll with the last go', () => {
    const two = withGo(withGo(empty, card, odalys, day, { kept: true }), card, odalys, day, { kept: false });
    const one = withoutLastGo(two, card, 'odalys', day);
    expect(triesOf(one, card, day)).toEqual([{ kept: true }]);
    expect(withoutLastGo(one, card, 'odalys', day).rolls).toEqual([]);
    expect(withoutLastGo(empty, card, 'odalys', day).rolls).toEqual([]);
  });

  it('has the same roll again when the plan was made for another day', () => {
    expect(rollIdOf({ ...card, id: '2026-07-09-goes-1' }, 'odalys', day)).toBe(rollIdOf(card, 'odalys', day));
    // A second block that is begun the same day has goes of its own.
    expect(rollIdOf({ ...card, block: 'other' }, 'odalys', day)).not.toBe(rollIdOf(card, 'odalys', day));
  });

  it('takes the sides in the order of the card, and stays on the last one beyond it', () => {
    expect([0, 3, 4, 5].map((n) => sideOf(card, n))).toEqual(['left', 'right', 'right', 'right']);
    expect(sideOf({ sides: [] }, 0)).toBeUndefined();
  });
});

describe('the evening', () => {
  const session = (date: string, cards: number) => ({ date, cards: Array.from({ length: cards }, () => card) });
  const plan = (...sessions: object[]) => ({ plan: { sessions } }) as unknown as PlanAnswer;

  it('shows today’s session, else the next that has cards', () => {
    expect(sessionFor(plan(session('2026-07-05', 1), session(day, 2), session('2026-07-09', 1)), day)?.date).toBe(day);
    expect(sessionFor(plan(session('2026-07-08', 0), session('2026-07-09', 1)), day)?.date).toBe('2026-07-09');
    expect(sessionFor(plan(session(day, 0), session('2026-07-09', 1)), day)?.date).toBe(day);
    expect(sessionFor(plan(session('2026-07-05', 1)), day)).toBeUndefined();
    expect(sessionFor(null, day)).toBeUndefined();
  });

  it('knows which block is being worked on', () => {
    const block = (from: string, ends: string, ended?: string) => ({ from, ends, ended }) as unknown as Block;
    expect(runningOn([block('2026-07-01', '2026-07-07')], day)).toBeUndefined();
    expect(runningOn([block('2026-07-08', '2026-07-29')], day)).toBeUndefined();
    expect(runningOn([block('2026-07-01', '2026-07-29', 'closed')], day)).toBeUndefined();
    expect(runningOn([block('2026-07-07', '2026-07-29')], day)?.from).toBe('2026-07-07');
  });

  it('counts down in whole seconds', () => {
    expect([45, 44.2, 0.4, 0, 300].map(clockOf)).toEqual(['0:45', '0:45', '0:01', '0:00', '5:00']);
  });
});
