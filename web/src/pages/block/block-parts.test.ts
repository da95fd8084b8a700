import { cleanup, fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ground } from '../../lib/log/ground.svelte.ts';
import type { Candidate, DrillCard, Focus, PlannedSession, Standing, Vocabulary } from '../../lib/api/types.ts';
import GoesRow from '../../parts/GoesRow.svelte';
import StepBand from '../../sticks/StepBand.svelte';
import CandidateCard from './CandidateCard.svelte';
import History from './History.svelte';
import LadderView from './LadderView.svelte';
import SessionCard from './SessionCard.svelte';

afterEach(cleanup);
beforeEach(() => {
  ground.words = {
    positions: [
      { id: 'half-guard', name: 'Half guard', family: 'half guard', roles: ['top', 'bottom'] },
      { id: 'open-guard', name: 'Open guard', family: 'open guard', roles: ['top', 'bottom'] },
    ],
    techniques: [{ id: 'knee-cut', name: 'Knee cut pass' }],
    reasons: [{ id: 'gave-space', says: 'gave them space' }],
    aliases: [],
    own: [],
    cautions: [],
  } as unknown as Vocabulary;
});

const spot = { position: 'half-guard', role: 'bottom' } as const;
const card = {
  id: 'c',
  kind: 'goes',
  title: 'Stop the knee cut pass',
  slot: 'after',
  minutes: 9,
  rung: 0,
  goes: 6,
  seconds: 30,
  firstSide: 'left',
  onFirstSide: 4,
  thin: true,
  from: 'In half guard',
  you: 'stop it',
  they: 'finish it',
  win: 'you hold',
  cue: 'Shield first.',
  partners: [{ partner: 'p', name: 'Odalys B.', why: 'about your level' }],
  cautions: [{ id: 'tap', says: 'Tap early.' }],
  intensity: 'about half speed',
  why: 'The first rung.',
} as unknown as DrillCard;
const session = (over: Partial<PlannedSession>): PlannedSession => ({
  date: '2026-07-07',
  time: '18:30',
  week: 1,
  state: 'coming',
  minutes: 16,
  cards: [card],
  done: [],
  leftOut: [],
  cautions: [],
  why: '',
  ...over,
});

describe('a session of a block', () => {
  it('says tonight, what is drilled, with whom, and its cautions', () => {
    render(SessionCard, { session: session({}), today: '2026-07-07', open: true });
    expect(screen.getByRole('heading', { level: 3 }).textContent).toContain('Tonight, Tue 7 Jul, class at 18:30');
    expect(screen.getByText('Odalys B.')).toBeTruthy();
    expect(screen.getByText('“Shield first.”')).toBeTruthy();
    expect(screen.getByText('Tap early.')).toBeTruthy();
  });
  it('shows what was kept of a day that has passed, or that it was missed', () => {
    const done = [{ date: '2026-07-07', focus: 'f', rung: 0, kept: 5, of: 8 }];
    render(SessionCard, { session: session({ state: 'done', cards: [], done }), today: '2026-07-09' });
    expect(screen.getByText('5 of 8 goes kept')).toBeTruthy();
    cleanup();
    render(SessionCard, { session: session({ state: 'missed', cards: [] }), today: '2026-07-09' });
    expect(screen.getByText(/missed/)).toBeTruthy();
  });
  it('names what was left out and why', () => {
    render(SessionCard, {
      session: session({ cards: [], leftOut: [{ what: 'Stop the pass', why: 'loads the ribs', reason: 'niggle' }] }),
      today: '2026-07-07',
      open: true,
    });
    expect(screen.getByText(/no drill fits into 16 minutes/)).toBeTruthy();
    expect(screen.getByText(/Stop the pass: loads the ribs\./)).toBeTruthy();
  });
});

describe('the ladder', () => {
  const focus = {
    id: 'f',
    spot,
    purpose: 'plug',
    ladder: [
      { kind: 'half-done', start: spot, seen: 0 },
      { kind: 'in-spot', start: spot, seen: 0 },
      { kind: 'full-round', start: spot, seen: 0 },
    ],
  } as unknown as Focus;
  it('marks the rung that is next, and says where it began', () => {
    const standing: Standing = { rung: 1, good: 1, poor: 0, steps: [{ date: '2026-07-09', from: 0, to: 1 }] };
    const { container } = render(LadderView, {
      focus,
      standing,
      title: 'Stop the pass',
      began: { rate: { rate: 0.21, low: 0.14, high: 0.31 }, won: 1, lost: 30 },
    });
    expect(container.querySelector('[aria-current=step]')!.textContent).toContain('Half guard, bottom, settled');
    expect(container.querySelector('[aria-current=step]')!.textContent).toContain('good once');
    expect(container.querySelectorAll('.passed')).toHaveLength(1);
    expect(screen.getByText(/It began at: better off about 2 times in 10/)).toBeTruthy();
    expect(screen.getByText(/Last step: up after Thu 9 Jul/)).toBeTruthy();
  });
});

describe('a candidate', () => {
  const candidate = {
    focus: {
      id: 'half-guard:bottom:plug',
      spot,
      purpose: 'plug',
      technique: 'knee-cut',
      reason: 'gave-space',
      thinSide: 'left',
      cue: 'Shield.',
      ladder: [],
    },
    gain: 0.025,
    gainLow: 0.015,
    gainHigh: 0.04,
    chanceTop3: 0.8,
    verdict: 'clear',
    won: 29,
    lost: 75,
    rate: { rate: 0.25, low: 0.2, high: 0.3 },
    technique: {
      actor: 'them',
      technique: 'knee-cut',
      done: 40,
      stopped: 8,
      share: 0.5,
      rate: { rate: 0.8, low: 0.7, high: 0.9 },
    },
    reasonCount: 6,
    left: { good: 3, of: 20 },
    right: { good: 6, of: 12 },
    cueFrom: { session: 's', roll: 'r', date: '2026-04-30', text: 'Shield.' },
    patience: { change: 0.6, perWeek: 3, weeks: 25, goesAWeek: 20, weeksWithGoes: 4 },
    cautions: [{ id: 'tap', says: 'Tap early.' }],
    niggles: [{ id: 'n', part: 'hip', from: '2026-07-01' }],
    contests: '/api/soft-spots/half-guard/bottom/contests',
  } as unknown as Candidate;
  it('sets out why, how sure, and what stands against it, and is chosen by one button', async () => {
    const onchoose = vi.fn();
    render(CandidateCard, { candidate, objective: 'submissions', chosen: false, onchoose });
    expect(screen.getByText(/stop their knee cut pass/)).toBeTruthy();
    expect(screen.getByText(/came off 40 of 48/)).toBeTruthy();
    expect(screen.getByText(/gave them space \(6 times\)/)).toBeTruthy();
    expect(screen.getByText(/left 3 of 20, right 6 of 12; the left is thin/)).toBeTruthy();
    expect(screen.getByText(/“Shield.” \(yours, Thu 30 Apr\)/)).toBeTruthy();
    expect(screen.getByText(/Loads your hip/)).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: /^Choose this/ }));
    expect(onchoose).toHaveBeenCalledOnce();
  });
});

describe('goes and verdicts as pictures', () => {
  it('have words beside them', () => {
    const goes = {
      block: 'b',
      focus: 'f',
      rung: 0,
      start: spot,
      inSpot: true,
      tries: [{ kept: true }, { kept: false }, { kept: true }],
    };
    render(GoesRow, { goes });
    expect(screen.getByRole('img', { name: '3 goes, 2 kept' })).toBeTruthy();
    expect(screen.getByText('3 goes from half guard, bottom, 2 kept')).toBeTruthy();
    render(StepBand, { before: { rate: 0.2, low: 0.1, high: 0.3 }, after: { rate: 0.4, low: 0.3, high: 0.5 } });
    expect(screen.getByRole('img', { name: /about 2 times in 10 before, about 4 times in 10 since/ })).toBeTruthy();
  });
  it('the history leads to plans and verdicts', () => {
    const block = {
      id: 'b 1',
      from: '2026-04-14',
      ends: '2026-05-12',
      weeks: 4,
      ended: 'closed',
      focuses: [{ id: 'f', spot, purpose: 'plug', technique: 'knee-cut', ladder: [] }],
      days: [],
      version: 1,
    };
    render(History, { blocks: [block] as never, shown: 'b 1' });
    expect(screen.getByRole('link', { name: 'Half guard, bottom: knee cut pass' }).getAttribute('href')).toBe(
      '#/block/b%201',
    );
    expect(screen.getByRole('link', { name: /^Did it hold/ }).getAttribute('href')).toBe('#/block/b%201/verdict');
    expect(screen.getByText(/Tue 14 Apr to Tue 12 May, closed/)).toBeTruthy();
  });
});
