import { describe, expect, it } from 'vitest';
import * as edit from './roll-edit.ts';
import type { Roll, Spot } from '../api/types.ts';

const empty: Roll = { id: 'r', exchanges: [] };
const spot = (text: string): Spot => {
  const [position, role] = text.split(':');
  return { position: position!, role: (role ?? 'even') as Spot['role'] };
};
const step = (text: string, to?: string, more: Partial<edit.Step> = {}): edit.Step => {
  const [actor, technique] = text.split(' ');
  return {
    actor: actor as 'me',
    technique: technique!,
    outcome: 'done',
    to: to ? spot(to) : undefined,
    finishes: false,
    ...more,
  };
};

describe('building a roll', () => {
  it('starts standing unless told otherwise', () => {
    expect(edit.here(empty)).toEqual(spot('standing'));
    const roll = edit.addStep(empty, step('them knee-cut', 'side-control:bottom'), spot('half-guard:bottom'));
    expect(roll.exchanges[0]!.start).toEqual(spot('half-guard:bottom'));
    expect(roll.exchanges[0]!.moments[0]).toMatchObject({
      from: spot('half-guard:bottom'),
      to: spot('side-control:bottom'),
      sure: true,
    });
  });

  it('follows where each step leads, and stays where a try was stopped', () => {
    let roll = edit.addStep(empty, step('me guard-pull', 'closed-guard:bottom'));
    roll = edit.addStep(roll, step('me triangle', undefined, { outcome: 'stopped' }));
    expect(edit.here(roll)).toEqual(spot('closed-guard:bottom'));
    expect(roll.exchanges[0]!.moments[1]!.to).toBeUndefined();
  });

  it('keeps the spot for a defence that leads nowhere new', () => {
    const roll = edit.addStep(empty, step('me hand-fight-the-choke'), spot('back-control:bottom'));
    expect(edit.here(roll)).toEqual(spot('back-control:bottom'));
  });

  it('ends the exchange with a finish and opens the next from the same start', () => {
    let roll = edit.addStep(empty, step('me armbar', undefined, { finishes: true }), spot('mount:top'));
    expect(roll.exchanges[0]!.end).toEqual({ kind: 'tap', by: 'me', technique: 'armbar' });
    expect(edit.openExchange(roll)).toBeNull();
    expect(edit.here(roll)).toEqual(spot('mount:top'));
    roll = edit.addStep(roll, step('them escape', 'half-guard:top'));
    expect(roll.exchanges).toHaveLength(2);
  });

  it('does not guess where the owner is after a move that led nowhere told', () => {
    const roll: Roll = {
      id: 'r',
      exchanges: [
        { start: spot('half-guard:bottom'), moments: [{ actor: 'them', technique: 'pass', outcome: 'done' }] },
      ],
    };
    expect(edit.here(roll)).toBeNull();
    expect(
      edit.addStep(roll, step('them armbar', undefined, { outcome: 'stopped' })).exchanges[0]!.moments[1]!.from,
    ).toBeUndefined();
  });

  it('takes back step by step to nothing, whatever was done', () => {
    let roll = edit.addStep(empty, step('me sweep', 'mount:top'), spot('closed-guard:bottom'));
    roll = edit.addStep(roll, step('me armbar', undefined, { finishes: true }));
    roll = edit.addStep(roll, step('them takedown', 'side-control:bottom'), spot('standing'));
    roll = edit.endExchange(roll, { kind: 'time' });
    const sizes = [roll];
    while (roll.exchanges.length > 0 && sizes.length < 10) sizes.push((roll = edit.undo(roll)));
    expect(sizes.map((r) => r.exchanges.map((e) => e.moments.length + (e.end ? 0.5 : 0)))).toEqual([
      [2.5, 1.5],
      [2.5, 1],
      [2.5],
      [1],
      [],
    ]);
    expect(edit.undo(roll)).toEqual(empty);
  });

  it('takes back an end that was added by hand before the moment under it', () => {
    let roll = edit.addStep(empty, step('me sweep', 'mount:top'));
    roll = edit.endExchange(roll, { kind: 'tap', by: 'me' });
    expect(edit.undo(roll).exchanges[0]).toMatchObject({ moments: [{ technique: 'sweep' }] });
    expect(edit.undo(roll).exchanges[0]!.end).toBeUndefined();
  });

  it('knows a roll by its end alone', () => {
    const roll = edit.endExchange(empty, { kind: 'tap', by: 'them' });
    expect(roll.exchanges).toEqual([{ start: spot('standing'), moments: [], end: { kind: 'tap', by: 'them' } }]);
    expect(edit.undo(roll)).toEqual(empty);
  });

  it('moves the landing of the last step, or the spot a stopped try was made from', () => {
    const roll = edit.addStep(empty, step('them knee-cut', 'side-control:bottom'), spot('half-guard:bottom'));
    expect(edit.here(edit.setHere(roll, spot('mount:bottom')))).toEqual(spot('mount:bottom'));
    const stopped = edit.addStep(roll, step('me escape', undefined, { outcome: 'stopped' }));
    expect(edit.setHere(stopped, spot('scarf-hold:bottom')).exchanges[0]!.moments[1]!.from).toEqual(
      spot('scarf-hold:bottom'),
    );
  });

  it('takes a moment out, and the tap with it if that was the finish', () => {
    let roll = edit.addStep(empty, step('me sweep', 'mount:top'), spot('closed-guard:bottom'));
    roll = edit.addStep(roll, step('me armbar', undefined, { finishes: true }));
    expect(edit.removeMoment(roll, 0, 1).exchanges).toEqual([
      { start: spot('closed-guard:bottom'), moments: [roll.exchanges[0]!.moments[0]] },
    ]);
    expect(edit.removeMoment(roll, 0, 0).exchanges[0]!.end).toBeDefined();
    expect(edit.removeMoment(edit.removeMoment(roll, 0, 1), 0, 0)).toEqual(empty);
  });

  it('takes the tap along when who did it, or whether it came off, is corrected', () => {
    let roll = edit.addStep(empty, step('me sweep', 'mount:top'), spot('closed-guard:bottom'));
    roll = edit.addStep(roll, step('me armbar', undefined, { finishes: true }));
    expect(edit.correctMoment(roll, 0, 1, { actor: 'them' }, true).exchanges[0]).toMatchObject({
      moments: [{}, { actor: 'them' }],
      end: { kind: 'tap', by: 'them', technique: 'armbar' },
    });
    const missed = edit.correctMoment(roll, 0, 1, { outcome: 'stopped' }, true);
    expect(missed.exchanges[0]!.end).toBeUndefined();
    expect(edit.correctMoment(missed, 0, 1, { outcome: 'done' }, true)).toEqual(roll);
  });

  it('forgets where a move led that was stopped after all, and leaves other ends alone', () => {
    let roll = edit.addStep(empty, step('me sweep', 'mount:top'), spot('closed-guard:bottom'));
    roll = edit.endExchange(roll, { kind: 'time' });
    const corrected = edit.correctMoment(roll, 0, 0, { outcome: 'stopped' }, false).exchanges[0]!;
    expect(corrected.moments[0]).not.toHaveProperty('to');
    expect(corrected.end).toEqual({ kind: 'time' });
  });

  it('never changes the roll it was given', () => {
    const roll = edit.addStep(empty, step('me sweep', 'mount:top'));
    const before = JSON.stringify(roll);
    edit.addStep(roll, step('me armbar', undefined, { finishes: true }));
    edit.changeMoment(roll, 0, 0, { side: 'left' });
    edit.endExchange(roll, { kind: 'reset' });
    edit.undo(roll);
    expect(JSON.stringify(roll)).toBe(before);
    expect(empty.exchanges).toEqual([]);
  });
});
