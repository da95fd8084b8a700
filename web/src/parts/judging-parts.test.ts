import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { cautionOf } from '../lib/text/cautions.ts';
import { ground } from '../lib/log/ground.svelte.ts';
import type { Contest, Vocabulary } from '../lib/api/types.ts';
import { values } from '../lib/log/values.svelte.ts';
import Taught from '../pages/log/Taught.svelte';
import SplitBars from '../pages/soft-spots/SplitBars.svelte';
import TechniqueTable from '../pages/soft-spots/TechniqueTable.svelte';
import Weeks from '../pages/soft-spots/Weeks.svelte';
import { cutLog } from '../sticks/cut-log.ts';
import CutLog from '../sticks/CutLog.svelte';
import GrowthRings from '../sticks/GrowthRings.svelte';
import { ringsShape } from '../sticks/rings.ts';
import Contests from './Contests.svelte';
import JudgingHead from './JudgingHead.svelte';

const technique = (id: string, name: string, care: string | null = null) => ({
  id,
  name,
  kind: 'pass',
  from: [],
  to: [],
  gi: false,
  usual: 1,
  says: '',
  aliases: [],
  care,
});
const words = {
  positions: [
    {
      id: 'half-guard',
      name: 'Half guard',
      family: 'half guard',
      roles: ['top', 'bottom'],
      scores: 'guard',
      gi: false,
      worth: 0.2,
      level: 0,
      says: '',
      aliases: [],
    },
  ],
  techniques: [
    technique('knee-cut', 'Knee cut pass'),
    technique('smash-pass', 'Smash pass'),
    technique('heel-hook', 'Heel hook', 'twist'),
  ],
  reasons: [{ id: 'gave-space', says: 'gave them space' }],
  aliases: [],
} as unknown as Vocabulary;

beforeEach(() => {
  ground.words = words;
});
afterEach(() => {
  cleanup();
  values.known = null;
  vi.restoreAllMocks();
});

describe('what a class taught', () => {
  it('is found by name, taken on by a tap or Enter, and taken out again', async () => {
    const onchange = vi.fn();
    const { rerender } = render(Taught, { ids: [], onchange });
    const box = screen.getByRole('combobox', { name: 'Taught in class' });
    box.focus();
    await fireEvent.input(box, { target: { value: 'pass' } });
    await fireEvent.click(await screen.findByRole('option', { name: /Smash pass/ }));
    await waitFor(() => expect(onchange).toHaveBeenLastCalledWith(['smash-pass']));
    await rerender({ ids: ['smash-pass'], onchange });
    await fireEvent.input(box, { target: { value: 'knee' } });
    await waitFor(() => expect(screen.getAllByRole('option')[0]?.hasAttribute('data-highlighted')).toBe(true));
    await fireEvent.keyDown(box, { key: 'Enter' });
    await waitFor(() => expect(onchange).toHaveBeenLastCalledWith(['smash-pass', 'knee-cut']));
    await fireEvent.click(screen.getByRole('button', { name: 'Take out Smash pass' }));
    expect(onchange).toHaveBeenLastCalledWith(undefined);
  });
});

describe('the moments behind a figure', () => {
  it('lead to their roll with the very moment named', () => {
    const contest: Contest = {
      drill: false,
      place: { session: 's 1', roll: 'r1', exchange: 2, moment: 3 },
      date: '2026-03-03',
      partnerName: 'Odalys B.',
      end: 'lost',
      actor: 'them',
      technique: 'knee-cut',
      side: 'left',
      next: { position: 'half-guard', role: 'bottom' },
      finished: false,
      reasons: ['gave-space'],
      sure: false,
      change: -0.1,
    };
    render(Contests, {
      contests: [
        contest,
        { ...contest, place: { ...contest.place, moment: null }, technique: null, finished: true, next: null },
      ],
    });
    const [first, tap] = screen.getAllByRole('link');
    expect(first!.getAttribute('href')).toBe('#/rolls/s%201/r1?at=2.3');
    expect(first!.textContent!.replace(/\s+/g, ' ')).toContain(
      'Odalys B.: their knee cut pass, left, lost → Half guard, bottom, half remembered (gave them space)',
    );
    expect(tap!.getAttribute('href')).toBe('#/rolls/s%201/r1?at=2.-1');
    expect(tap!.textContent!.replace(/\s+/g, ' ')).toContain('their tap, left, lost by a tap');
  });
});

describe('evidence in pictures', () => {
  it('says what its bars show, and nothing when there is nothing', () => {
    const { container } = render(SplitBars, {
      title: 'By side',
      rows: [{ name: 'left', won: 1, lost: 9 }],
      nameOf: (n: string) => n,
    });
    expect(container.textContent!.replace(/\s+/g, ' ')).toContain('left 1 won, 9 lost');
    const [mine, theirs] = container.querySelectorAll('rect');
    expect(Number(theirs!.getAttribute('width'))).toBe(9 * Number(mine!.getAttribute('width')));
    cleanup();
    expect(render(SplitBars, { title: 'By side', rows: [], nameOf: (n: string) => n }).container.textContent).toBe('');
  });

  it('gives each technique its share of what hung on these moves', () => {
    const tally = (technique: string, done: number, share: number) => ({
      actor: 'them' as const,
      technique,
      done,
      stopped: 2,
      share,
      rate: { rate: 0.5, low: 0.3, high: 0.7 },
    });
    render(TechniqueTable, {
      title: 'What they do here',
      mine: false,
      rows: [tally('knee-cut', 5, 0.7), tally('smash-pass', 1, 0.02), tally('heel-hook', 0, 0)],
    });
    expect(screen.getByRole('row', { name: /Knee cut pass 5 2 3 to 7 7 in 10/ })).toBeTruthy();
    expect(screen.getByRole('row', { name: /Smash pass 1 2 3 to 7 hardly any/ })).toBeTruthy();
    expect(screen.getByRole('row', { name: /Heel hook 0 2 3 to 7$/ })).toBeTruthy();
  });

  it('tells the weeks in words too', () => {
    const week = (day: string, rate: number) => ({
      week: day,
      won: 1,
      lost: 2,
      rate: { rate, low: rate - 0.1, high: rate + 0.1 },
    });
    render(Weeks, { weeks: [week('2026-03-02', 0.2), week('2026-03-09', 0.5)] });
    expect(screen.getByRole('img').getAttribute('aria-label')).toContain('From about 2 times in 10');
    cleanup();
    expect(render(Weeks, { weeks: [week('2026-03-02', 0.2)] }).container.textContent).toBe('');
  });
});

describe('pictures by keyboard', () => {
  it('a knot is chosen by focus and let go by Escape; its roads stand out', async () => {
    const spot = { position: 'half-guard', role: 'bottom' as const };
    const shape = cutLog(
      [{ spot, family: 'half guard', visits: 3, value: -1 }],
      [{ from: spot, to: null, won: false, flow: 1 }],
      () => 0,
      () => 'Half guard',
    );
    const onchoose = vi.fn();
    const { container, rerender } = render(CutLog, {
      shape,
      chosen: null,
      says: (key: string) => `read ${key}`,
      onchoose,
    });
    const knot = screen.getByRole('button', { name: 'read half-guard:bottom' });
    await fireEvent.focus(knot);
    expect(onchoose).toHaveBeenLastCalledWith('half-guard:bottom');
    await rerender({ shape, chosen: 'half-guard:bottom', says: (key: string) => `read ${key}`, onchoose });
    expect(container.querySelectorAll('.road.on')).toHaveLength(1);
    await fireEvent.keyDown(knot, { key: 'Escape' });
    expect(onchoose).toHaveBeenLastCalledWith(null);
  });

  it('a ring is chosen by focus and lit', async () => {
    const shape = ringsShape([{ week: '2026-03-02', rolls: 3, result: 0.1 }], () => 'Mar');
    const onchoose = vi.fn();
    const { container } = render(GrowthRings, {
      shape,
      chosen: '2026-03-02',
      says: (week: string) => `week ${week}`,
      onchoose,
    });
    await fireEvent.focus(screen.getByRole('button', { name: 'week 2026-03-02' }));
    expect(onchoose).toHaveBeenCalledWith('2026-03-02');
    expect(container.querySelectorAll('.lit')).toHaveLength(1);
  });
});

describe('the head of the judging pages', () => {
  it('keeps what was asked for when going from page to page, and offers peers only where they count', async () => {
    render(JudgingHead, {
      title: 'Patterns',
      path: '/patterns',
      query: { objective: 'points', list: 'levers' },
      peers: false,
    });
    expect(screen.getByRole('link', { name: 'Ground map' }).getAttribute('href')).toBe('#/ground-map?objective=points');
    expect(screen.getByRole('link', { name: 'Patterns' }).getAttribute('aria-current')).toBe('page');
    expect(screen.queryByLabelText('What counts')).toBeNull();
    const fold = screen.getByRole('button', { name: 'control and points, gi and no-gi, all days' });
    fold.focus();
    await fireEvent.click(fold);
    expect(((await screen.findByLabelText('What counts')) as HTMLSelectElement).value).toBe('points');
    expect(screen.queryByLabelText('Against')).toBeNull();
  });
});

describe('what a spot is worth', () => {
  it('is what is usual until the log has answered, and the log’s own word after that', async () => {
    const half = { position: 'half-guard', role: 'bottom' as const };
    expect(values.worth(half)).toBe(-0.2);
    const answer = {
      values: [
        { spot: half, value: -0.4 },
        { spot: { ...half, role: 'top' }, value: 0.8 },
      ],
    };
    vi.spyOn(globalThis, 'fetch').mockResolvedValue(
      new Response(JSON.stringify(answer), { headers: { 'content-type': 'application/json' } }),
    );
    await values.load(true);
    expect(values.worth(half)).toBe(-0.5);
    expect(values.worth({ ...half, role: 'top' })).toBe(1);
  });
});

describe('cautions', () => {
  it('stand beside what hurts before it is felt, and only there', () => {
    ground.words = {
      ...(words as unknown as Vocabulary),
      cautions: [
        { id: 'twist', says: 'agree first', always: false, cares: ['twist'] },
        { id: 'joint', says: 'slowly', always: false, cares: ['slow'] },
        { id: 'spine', says: 'never at speed', always: false, cares: ['neck'] },
      ],
    };
    expect(cautionOf('twist')).toBe('agree first');
    expect(cautionOf('neck')).toBe('never at speed');
    expect(cautionOf('slow')).toBeUndefined();
    expect(cautionOf(null)).toBeUndefined();
  });
});
