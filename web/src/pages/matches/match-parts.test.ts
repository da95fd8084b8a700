import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ground } from '../../lib/log/ground.svelte.ts';
import { rulesets } from '../../lib/log/rulesets.svelte.ts';
import type { Partner, Roll, Ruleset, Score, Session, Vocabulary } from '../../lib/api/types.ts';
import MatchFields from '../../parts/MatchFields.svelte';
import ScorePanel from '../../parts/ScorePanel.svelte';
import PegLine from '../../sticks/PegLine.svelte';
import MatchBar from '../log/MatchBar.svelte';
import SheetPage from '../partners/SheetPage.svelte';
import RulesForm from './RulesForm.svelte';

const board = (points: number, advantages = 0, penalties = 0) => ({ points, advantages, penalties });
const score = {
  ruleset: 'points',
  rulesetName: 'Points and advantages',
  length: 300,
  me: board(2),
  them: board(0, 1),
  line: [
    {
      moment: 0,
      clock: 30,
      actor: 'me',
      event: 'takedown',
      points: 2,
      advantages: 0,
      why: 'Double-leg: from the feet to on top.',
      score: { me: board(2), them: board(0) },
    },
    {
      moment: 1,
      clock: 60,
      actor: 'them',
      event: 'near-sweep',
      points: 0,
      advantages: 1,
      why: 'Sweep all but came off.',
      score: { me: board(2), them: board(0, 1) },
    },
  ],
  unscored: [],
  lead: [{ from: 60, to: 300, ahead: 'me', by: 2, on: 'points', loses: ['sweep'], takes: ['sweep'] }],
  result: { winner: 'me', by: 'points', why: '2 to 0 on points.' },
  asked: [
    { moment: 0, what: 'How long it was kept is not told.', hold: true },
    { moment: 1, what: 'Where it began was not told.', hold: false },
  ],
  barred: [{ moment: 1, technique: 'toe-hold', why: 'For brown and black belts.' }],
} as unknown as Score;

beforeEach(() => {
  ground.words = {
    positions: [{ id: 'half-guard', name: 'Half guard', family: 'half guard', roles: ['top', 'bottom'] }],
    techniques: [
      { id: 'knee-cut', name: 'Knee cut pass', kind: 'pass', to: [] },
      { id: 'toe-hold', name: 'Toe hold', kind: 'submission', to: [] },
    ],
    reasons: [],
    aliases: [],
  } as unknown as Vocabulary;
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const answers = (of: (url: string, body: unknown) => unknown) =>
  vi.stubGlobal('fetch', (input: Request | string, init?: RequestInit) => {
    const url = typeof input === 'string' ? input : input.url;
    const body = typeof init?.body === 'string' ? JSON.parse(init.body) : undefined;
    return Promise.resolve(
      new Response(JSON.stringify(of(url, body)), { headers: { 'content-type': 'application/json' } }),
    );
  });

describe('a score', () => {
  it('is read line by line with its reason, and a hold is set right by one tap', async () => {
    const held = vi.fn();
    render(ScorePanel, { score, them: 'Sunniva', onheld: held });
    expect(screen.getByText('Won on points.')).toBeTruthy();
    expect(screen.getByText(/from the feet to on top.*\(assumed\)/)).toBeTruthy();
    expect(screen.getByText(/For brown and black belts/)).toBeTruthy();
    expect(screen.getByText('Where it began was not told.')).toBeTruthy();
    expect(screen.getAllByRole('button', { name: /held/ })).toHaveLength(1);
    await fireEvent.click(screen.getByRole('button', { name: 'takedown was not held' }));
    expect(held).toHaveBeenCalledWith(0, false);
  });

  it('says when something else was announced', () => {
    render(ScorePanel, { score, them: 'Sunniva', told: { winner: 'them', by: 'decision' } });
    expect(screen.getByText(/Announced was: lost by the referee/)).toBeTruthy();
  });

  it('stands as pegs that say what they are', () => {
    render(PegLine, { score });
    expect(screen.getByRole('img', { name: 'Score line: you 2 points; they 0 points, 1 advantage' })).toBeTruthy();
  });
});

describe('a match that is written', () => {
  const roll = {
    id: 'r',
    kind: 'match',
    exchanges: [{ moments: [{ actor: 'them', technique: 'knee-cut', outcome: 'stopped' }] }],
  } as unknown as Roll;
  const session = { attire: 'gi', event: { ruleset: 'points' } } as unknown as Session;

  it('is scored while it grows; near misses and penalties are one key', async () => {
    answers(() => score);
    let now = roll;
    render(MatchBar, { roll, session, them: 'Sunniva', onchange: (how: (r: Roll) => Roll) => (now = how(now)) });
    await waitFor(() => expect(screen.getByText('You 2 points')).toBeTruthy());
    await fireEvent.keyDown(window, { code: 'KeyN', key: 'n' });
    expect(now.exchanges[0]!.moments[0]!.near).toBe(true);
    await fireEvent.keyDown(window, { code: 'KeyP', key: 'P', shiftKey: true });
    expect(now.penalties).toEqual([{ actor: 'me', after: 1 }]);
  });

  it('says why there is no score when the program is away', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new Error('away')));
    render(MatchBar, { roll, session, them: 'Sunniva', onchange: () => undefined });
    await waitFor(() => expect(screen.getByText(/does not answer/)).toBeTruthy());
  });

  it('keeps its rules, length and what was announced', async () => {
    answers(() => ({ items: [] }));
    rulesets.all = [{ id: 'points', name: 'Points and advantages' }] as never as Ruleset[];
    const change = vi.fn();
    render(MatchFields, { roll, usual: 'points', onchange: change });
    await fireEvent.change(screen.getByLabelText(/Length/), { target: { value: '5:30' } });
    expect(change).toHaveBeenCalledWith({ length: 330 });
    await fireEvent.change(screen.getByLabelText('Announced winner'), { target: { value: 'nobody' } });
    expect(change).toHaveBeenCalledWith({ result: { winner: null, by: 'draw' } });
    await fireEvent.change(screen.getByLabelText('Announced winner'), { target: { value: 'me' } });
    expect(change).toHaveBeenCalledWith({ result: { winner: 'me', by: 'points' } });
  });
});

it('rules of one’s own say what is no number, and go up as a new rule set', async () => {
  const sent: unknown[] = [];
  answers((_, body) => (body ? (sent.push(body), { id: 'x', version: 1 }) : {}));
  const done = vi.fn();
  const rules = {
    id: 'x',
    name: 'Mine',
    kind: 'points',
    holdSeconds: 3,
    points: { takedown: 2 },
    advantages: true,
    penalties: [],
    pointsFrom: 0,
    guardPullPenalty: 0,
    tieBreak: ['points', 'decision'],
    lengths: { blue: 300 },
    barred: [],
    weightClasses: {},
    weighInWithGi: false,
    own: false,
    version: null,
  } as unknown as Ruleset;
  render(RulesForm, { rules, ondone: done, oncancel: () => undefined });
  await fireEvent.input(screen.getByLabelText('mount'), { target: { value: 'four' } });
  await fireEvent.click(screen.getByRole('button', { name: 'Save the rules' }));
  expect(screen.getByRole('alert').textContent).toContain('no number');
  await fireEvent.input(screen.getByLabelText('mount'), { target: { value: '4' } });
  await fireEvent.input(screen.getByLabelText('blue'), { target: { value: '6,5' } });
  await fireEvent.click(screen.getByRole('button', { name: 'Save the rules' }));
  await waitFor(() => expect(done).toHaveBeenCalled());
  expect(sent[0]).toMatchObject({ points: { takedown: 2, mount: 4 }, lengths: { blue: 390 }, kind: 'points' });
});

it('a sheet says how it goes, what to watch for, and what was never tried', async () => {
  const partner = {
    id: 'odalys',
    name: 'Odalys B.',
    belt: 'purple',
    stripes: 1,
    rolls: 30,
    version: 1,
  } as unknown as Partner;
  const done = { technique: 'knee-cut', done: 5, stopped: 2, stops: [{ id: 'knee-cut', count: 1 }], rate: {} };
  answers((url) =>
    url.includes('/sheet')
      ? {
          partner,
          goodFor: [],
          cautions: [{ id: 'heavy', says: 'Agree on the pace first.' }],
          sheet: {
            rolls: 30,
            won: 20,
            lost: 30,
            enough: true,
            rate: { rate: 0.4, low: 0.3, high: 0.5 },
            standing: 'harder',
            forTheirBelt: 'level',
            overTime: [],
            theirs: [done],
            mine: [],
            begins: [{ spot: { position: 'half-guard', role: 'bottom' }, count: 7 }],
            leads: [],
            taps: [],
            tapsByMe: 4,
            tapsByThem: 9,
            finishes: [],
            untried: [{ technique: 'toe-hold', done: 3, tried: 4, with: ['Sunniva G.'] }],
            said: [{ text: 'Frame first.', date: '2026-06-18', session: 's', roll: 'r' }],
            watch: done,
            then: [],
            gi: 20,
            byWeek: [],
            like: [],
          },
        }
      : { items: [], total: 0, page: 1, size: 5 },
  );
  render(SheetPage, { partner, ondone: () => undefined });
  await waitFor(() =>
    expect(screen.getByText(/Harder than your own level: you come out better in 4 in 10/)).toBeTruthy(),
  );
  expect(screen.getByText(/came off 5 of 7; your knee cut pass answered it/)).toBeTruthy();
  expect(screen.getByText(/which came off 3 of 4 on Sunniva G\.$/)).toBeTruthy();
  expect(screen.getByText('“Frame first.”', { exact: false })).toBeTruthy();
  expect(screen.getByText('Agree on the pace first.')).toBeTruthy();
  expect(screen.getByText(/20 in the gi, 10 without/)).toBeTruthy();
  expect(screen.getByText('You 4, they 9.')).toBeTruthy();
});
