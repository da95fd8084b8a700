import { describe, expect, it } from 'vitest';
import type { Exchange, Moment, Roll } from '../api/types.ts';
import { bareExchanges, editAt, join, moveMoment, split, type Place } from './edit-at.ts';
import { addStep, endExchange, here, undoMoment, type Step } from './roll-edit.ts';
import { spotOf } from './spots.ts';

const standing = spotOf('standing');
const half = spotOf('half-guard:bottom');
const side = spotOf('side-control:bottom');
const guard = spotOf('open-guard:bottom');

const did = (
  technique: string,
  clock: number | null,
  from = standing,
  to?: Moment['to'],
  more: Partial<Moment> = {},
): Moment => ({
  actor: 'them',
  technique,
  outcome: to ? 'done' : 'stopped',
  from,
  ...(to ? { to } : {}),
  ...(clock === null ? {} : { clock }),
  ...more,
});

/** Two exchanges: down into half guard and passed, a tap at 60; then another takedown and the bell. */
const roll: Roll = {
  id: 'r',
  exchanges: [
    {
      start: standing,
      moments: [did('single-leg', 10, standing, half), did('knee-cut', 30, half, side), did('armbar', 60, side)],
      end: { kind: 'tap', by: 'them', technique: 'armbar', clock: 60 },
    },
    { start: standing, moments: [did('double-leg', 90, standing, guard)], end: { kind: 'time', clock: 300 } },
  ],
};
const step = (technique: string, clock: number, to?: Step['to']): Step => ({
  actor: 'me',
  technique,
  outcome: to ? 'done' : 'stopped',
  to,
  finishes: false,
  clock,
});
const at = (clock: number): Place => ({ at: 'clock', clock });
const shape = (r: Roll) =>
  r.exchanges.map((e) => [...e.moments.map((m) => m.technique), e.end?.kind ?? 'open'].join(' '));

describe('a roll cut at a place', () => {
  it('comes back whole when nothing is done to it, wherever it is cut', () => {
    const bare: Exchange[] = [{ moments: [], end: { kind: 'tap', by: 'me', clock: 20 } }, { moments: [] }];
    const untimed: Exchange[] = [
      { start: half, moments: [did('sweep', null, half)], end: { kind: 'reset' } },
      ...roll.exchanges,
    ];
    for (const exchanges of [roll.exchanges, bare, untimed, []])
      for (const clock of [-5, 0, 9.9, 10, 20, 45, 60, 75, 90, 200, 300, 999]) {
        const whole = { ...roll, exchanges };
        expect(join(...split(whole, at(clock)))).toEqual(whole);
        for (const place of [
          { at: 'end' },
          { at: 'exchange', exchange: 0 },
          { at: 'exchange', exchange: 9 },
        ] as Place[])
          expect(join(...split(whole, place))).toEqual(whole);
      }
  });

  it('knows where the owner is at each clock', () => {
    const spots = [0, 10, 29, 30, 61, 95].map((clock) => here(split(roll, at(clock))[0])?.position);
    expect(spots).toEqual(['standing', 'half-guard', 'half-guard', 'side-control', 'standing', 'open-guard']);
  });
});

describe('writing at a clock', () => {
  it('puts a moment between the others, and what follows starts where it led', () => {
    const next = editAt(roll, at(20), (r) => addStep(r, step('re-guard', 20, guard)));
    expect(shape(next)).toEqual(['single-leg re-guard knee-cut armbar tap', 'double-leg time']);
    expect(next.exchanges[0]!.moments.map((m) => m.from?.position)).toEqual([
      'standing',
      'half-guard',
      'open-guard',
      'side-control',
    ]);
  });

  it('leaves what follows where it was told to start when nothing came off in between', () => {
    const next = editAt(roll, at(20), (r) => addStep(r, step('half-guard-sweep', 20)));
    expect(next.exchanges[0]!.moments[2]).toEqual(roll.exchanges[0]!.moments[1]);
  });

  it('puts a second thing at the same clock behind the first', () => {
    const next = editAt(roll, at(30), (r) => addStep(r, step('frame', 30)));
    expect(shape(next)[0]).toBe('single-leg knee-cut frame armbar tap');
  });

  it('begins the next exchange right after an end', () => {
    const next = editAt(roll, at(70), (r) => addStep(r, step('grip', 70)));
    expect(shape(next)).toEqual(['single-leg knee-cut armbar tap', 'grip double-leg time']);
  });

  it('parts an exchange by an end that is put into it', () => {
    const next = editAt(roll, at(40), (r) => endExchange(r, { kind: 'reset', clock: 40 }));
    expect(shape(next)).toEqual(['single-leg knee-cut reset', 'armbar tap', 'double-leg time']);
    expect(next.exchanges[1]!.start).toEqual(side);
  });

  it('goes on behind the last, and before the bell', () => {
    expect(shape(editAt(roll, at(200), (r) => addStep(r, step('sweep', 200))))[1]).toBe('double-leg sweep time');
    expect(shape(editAt(roll, at(400), (r) => addStep(r, step('late', 400))))).toHaveLength(3);
  });

  it('keeps the clock of a tap that the round clock had, and its technique from what was told', () => {
    const bare: Roll = {
      id: 'r',
      exchanges: [{ start: half, moments: [], end: { kind: 'tap', by: 'me', clock: 71 } }],
    };
    const finish: Step = { ...step('armbar', 70), outcome: 'done', finishes: true };
    const next = editAt(bare, { at: 'exchange', exchange: 0 }, (r) => addStep(r, { ...finish, clock: undefined }));
    expect(next.exchanges).toHaveLength(1);
    expect(next.exchanges[0]!.end).toEqual({ kind: 'tap', by: 'me', technique: 'armbar', clock: 71 });
  });
});

describe('what the round clock left', () => {
  const left: Roll = {
    id: 'r',
    exchanges: [
      { moments: [], end: { kind: 'tap', by: 'them', clock: 31 } },
      { moments: [], end: { kind: 'time', clock: 120 } },
    ],
  };

  it('is told exchange by exchange, each before its end', () => {
    expect(bareExchanges(left)).toEqual([0, 1]);
    const told = editAt(left, { at: 'exchange', exchange: 0 }, (r) =>
      addStep(r, { ...step('knee-cut', 0, side), actor: 'them', clock: undefined }, half),
    );
    expect(shape(told)).toEqual(['knee-cut tap', 'time']);
    expect(bareExchanges(told)).toEqual([1]);
    expect(told.exchanges[0]!.end).toEqual(left.exchanges[0]!.end);
  });

  it('keeps its exchange when the only moment of it is taken back', () => {
    const told = editAt(left, { at: 'exchange', exchange: 0 }, (r) => addStep(r, step('frame', 0)));
    expect(editAt(told, { at: 'exchange', exchange: 0 }, undoMoment)).toEqual(left);
    expect(editAt(left, { at: 'exchange', exchange: 1 }, undoMoment)).toEqual(left);
  });

  it('gets a further exchange when it ended otherwise first', () => {
    const next = editAt(left, { at: 'exchange', exchange: 0 }, (r) => endExchange(r, { kind: 'reset' }));
    expect(shape(next)).toEqual(['reset', 'tap', 'time']);
  });
});

describe('a moment put at another clock', () => {
  it('takes its place by the clock, and what it now follows says where it starts', () => {
    const next = moveMoment(roll, 0, 0, 40);
    expect(next.exchanges[0]!.moments.map((m) => [m.technique, m.clock, m.from?.position])).toEqual([
      ['knee-cut', 30, 'standing'],
      ['single-leg', 40, 'side-control'],
      ['armbar', 60, 'half-guard'],
    ]);
  });

  it('changes nothing but the clock when it stays in its place', () => {
    const next = moveMoment(roll, 0, 1, 31.26);
    expect(next.exchanges[0]!.moments[1]).toEqual({ ...roll.exchanges[0]!.moments[1], clock: 31.3 });
    expect(next.exchanges[0]!.moments[2]).toBe(roll.exchanges[0]!.moments[2]);
  });

  it('stays between the end of the exchange before and its own', () => {
    expect(moveMoment(roll, 1, 0, 5).exchanges[1]!.moments[0]!.clock).toBe(60);
    expect(moveMoment(roll, 1, 0, 900).exchanges[1]!.moments[0]!.clock).toBe(300);
    expect(moveMoment(roll, 0, 0, -3).exchanges[0]!.moments[0]!.clock).toBe(0);
  });

  it('takes the tap along with a finish, which stays last', () => {
    const later = moveMoment(roll, 0, 2, 64);
    expect(later.exchanges[0]!.end!.clock).toBe(64);
    const early = moveMoment(roll, 0, 2, 12);
    expect(early.exchanges[0]!.moments.map((m) => m.clock)).toEqual([10, 30, 30]);
    expect(early.exchanges[0]!.end!.clock).toBe(30);
  });

  it('leaves a roll as it is when there is no such moment', () => {
    expect(moveMoment(roll, 5, 0, 3)).toBe(roll);
  });
});
