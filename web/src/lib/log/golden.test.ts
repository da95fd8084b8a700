import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type {
  Actor,
  DrillCard,
  Exchange,
  ExchangeEnd,
  Outcome,
  Roll,
  Session,
  Side,
  Spot,
  Technique,
  Units,
} from '../api/types.ts';
import { weightFromBox } from '../text/units.ts';
import { sideOf, withGo } from '../../pages/tonight/tonight.ts';
import { rollsOf } from '../clock/round-rolls.ts';
import { clockAt, type Pressed, type Setting } from '../clock/rounds.ts';
import { editAt } from './edit-at.ts';
import { addStep, endExchange, here, landings } from './roll-edit.ts';

interface Golden {
  landings: { technique: string; actor: Actor; spots: string[] }[];
  weights: { typed: string; units: Units; kilograms: number }[];
  rolls: {
    says: string;
    start: string;
    steps: { actor: Actor; technique: string; outcome: Outcome; to?: string; finish?: boolean; here: string }[];
    exchanges: Exchange[];
  }[];
  rounds: { says: string; setting: Setting; pressed: Pressed[]; now: number; rolls: Roll[] }[];
  marks: {
    says: string;
    exchanges: Exchange[];
    marks: { clock: number; actor: Actor; technique: string; outcome: Outcome; to?: string; end?: ExchangeEnd }[];
    became: Exchange[];
  }[];
  goes: { says: string; card: DrillCard; inSpot: boolean; sides: Side[]; kept: boolean[] }[];
}

// The cases that the program's own tests run too: tests/golden.
const at = (path: string) => JSON.parse(readFileSync(new URL(path, `file://${process.cwd()}/`), 'utf8'));
const golden = at('../tests/golden/offline.json') as Golden;
const techniques = at('../src/AshNotch.Core/Ground/Data/techniques.json') as Technique[];

const spot = (text: string): Spot => {
  const [position, role] = text.split(':');
  return { position: position!, role: (role ?? 'even') as Spot['role'] };
};

describe('what the pages and the program agree on', () => {
  it.each(golden.landings)('$actor $technique', ({ technique, actor, spots }) => {
    const known = techniques.find((t) => t.id === technique);
    expect(known).toBeDefined();
    expect(landings(known, actor)).toEqual(spots.map(spot));
  });

  it.each(golden.weights)('$typed $units', ({ typed, units, kilograms }) => {
    expect(weightFromBox(typed, units)).toBe(kilograms);
  });

  it.each(golden.rolls)('$says', ({ start, steps, exchanges }) => {
    let roll: Roll = { id: 'r', exchanges: [] };
    for (const { actor, technique, outcome, to, finish, here: where } of steps) {
      const step = { actor, technique, outcome, to: to ? spot(to) : undefined, finishes: finish ?? false };
      roll = addStep(roll, step, roll.exchanges.length === 0 ? spot(start) : undefined);
      expect(here(roll)).toEqual(spot(where));
    }
    expect(roll.exchanges).toEqual(exchanges);
  });

  it.each(golden.rounds)('$says', ({ setting, pressed, now, rolls }) => {
    expect(rollsOf({ id: 'run', setting }, clockAt(setting, pressed, now), [])).toEqual(rolls);
  });

  it.each(golden.marks)('$says', ({ exchanges, marks, became }) => {
    let roll: Roll = { id: 'r', exchanges };
    for (const { clock, actor, technique, outcome, to, end } of marks)
      roll = editAt(roll, { at: 'clock', clock }, (head) =>
        end
          ? endExchange(head, end)
          : addStep(head, { actor, technique, outcome, to: to ? spot(to) : undefined, finishes: false, clock }),
      );
    expect(roll.exchanges).toEqual(became);
  });

  it.each(golden.goes)('$says', ({ card, inSpot, sides, kept }) => {
    const full = { ...card, inSpot, sides };
    let session: Session = { id: 's', date: '2026-07-07', kind: 'class', attire: 'gi', rolls: [] };
    for (const [i, k] of kept.entries())
      session = withGo(session, full, null, session.date, { kept: k, side: sideOf(full, i) });
    expect(session.rolls[0]!.goes).toMatchObject({
      inSpot,
      start: card.start,
      tries: kept.map((k, i) => ({ kept: k, side: sides[i] })),
    });
  });
});
