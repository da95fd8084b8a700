import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ground } from '../lib/log/ground.svelte.ts';
import type { Exchange, NextMoment, Position, SpotAnswer, Technique, Vocabulary } from '../lib/api/types.ts';
import MomentEditor from '../pages/log/MomentEditor.svelte';
import NextButtons from '../pages/log/NextButtons.svelte';
import SpotPicker from '../pages/log/SpotPicker.svelte';
import TechniqueSearch from '../pages/log/TechniqueSearch.svelte';
import SpotRow from '../pages/soft-spots/SpotRow.svelte';
import Stick from '../sticks/Stick.svelte';
import BeltBoxes from './BeltBoxes.svelte';
import Moments from './Moments.svelte';

const position = (
  id: string,
  name: string,
  family: Position['family'],
  roles: ('even' | 'top' | 'bottom')[],
  worth: number,
): Position => ({
  id,
  name,
  family,
  roles,
  scores: 'nothing',
  gi: false,
  worth,
  level: 0,
  says: '',
  aliases: id === 'half-guard' ? ['hg'] : [],
});
const technique = (id: string, name: string, kind: Technique['kind'], more = {}) => ({
  id,
  name,
  kind,
  from: [],
  to: [],
  gi: false,
  usual: 1,
  says: '',
  aliases: [],
  ...more,
});
const words: Vocabulary = {
  cautions: [],
  positions: [
    position('half-guard', 'Half guard', 'half guard', ['top', 'bottom'], 0.2),
    position('side-control', 'Side control', 'pin', ['top', 'bottom'], 0.5),
    position('back-control', 'Back control', 'back', ['top', 'bottom'], 0.85),
    position('standing', 'Standing', 'feet', ['even'], 0),
  ],
  techniques: [
    technique('knee-cut', 'Knee cut pass', 'pass', { aliases: ['knee slice'] }),
    technique('armbar', 'Armbar', 'submission'),
    technique('bow-and-arrow', 'Bow-and-arrow choke', 'submission', { gi: true }),
    technique('heel-hook', 'Heel hook', 'submission', { care: 'twist' }),
  ],
  reasons: [{ id: 'gave-space', says: 'gave them space' }],
  aliases: [{ says: 'the gangplank', means: 'knee-cut' }],
  own: [],
};
const half = { position: 'half-guard', role: 'bottom' } as const;
const side = { position: 'side-control', role: 'bottom' } as const;

beforeEach(() => {
  ground.words = words;
});
afterEach(cleanup);

describe('words of the ground', () => {
  it('names a spot with the role as people say it', () => {
    expect(ground.spotName(half)).toBe('Half guard, bottom');
    expect(ground.spotName({ position: 'back-control', role: 'bottom' })).toBe('Back control, theirs');
    expect(ground.spotName({ position: 'standing', role: 'even' })).toBe('Standing');
    expect(ground.spotName(null)).toBe('somewhere');
    expect(ground.worth(half)).toBe(-0.2);
    expect(ground.reasonSays('wet-mat')).toBe('wet mat');
  });
});

describe('the drawn stick', () => {
  const exchanges: Exchange[] = [
    { start: half, moments: [{ actor: 'them', technique: 'knee-cut', outcome: 'done', to: side }] },
  ];

  it('says itself in words and lights the notch that is asked for', () => {
    const { container } = render(Stick, { exchanges, lit: { exchange: 0, moment: 0 } });
    expect(screen.getByRole('img').getAttribute('aria-label')).toContain('Theirs: 1 done');
    expect(container.querySelectorAll('path.lit')).toHaveLength(1);
  });

  it('shows a blank for a roll with nothing in it', () => {
    render(Stick, { exchanges: [] });
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe('Nothing cut yet');
  });
});

describe('the list of moments', () => {
  const exchanges: Exchange[] = [
    {
      start: half,
      moments: [
        {
          actor: 'them',
          technique: 'knee-cut',
          outcome: 'stopped',
          side: 'left',
          sure: false,
          clock: 61,
          reasons: ['gave-space'],
        },
        { actor: 'me', technique: 'armbar', outcome: 'done' },
      ],
      end: { kind: 'tap', by: 'me', technique: 'armbar' },
    },
  ];

  it('tells each with actor, outcome, side, doubt, clock and reason, and how it ended', () => {
    render(Moments, { exchanges, them: 'Cosmo' });
    const first = screen.getAllByRole('button')[0]!.textContent!.replace(/\s+/g, ' ');
    for (const part of ['1:01', 'Cosmo:', 'Knee cut pass', 'stopped', 'left', 'not sure', 'because: gave them space'])
      expect(first).toContain(part);
    expect(screen.getByText('Cosmo tapped to the armbar')).toBeTruthy();
  });

  it('lights one, and takes one out, by its place', async () => {
    const onlight = vi.fn();
    const onremove = vi.fn();
    render(Moments, { exchanges, them: 'Cosmo', onlight, onremove });
    await fireEvent.click(screen.getAllByRole('button', { pressed: false })[1]!);
    expect(onlight).toHaveBeenCalledWith({ exchange: 0, moment: 1 });
    await fireEvent.click(screen.getByRole('button', { name: 'Take out Knee cut pass' }));
    expect(onremove).toHaveBeenCalledWith(0, 0);
  });
});

describe('building', () => {
  const next = (actor: 'me' | 'them', id: string): NextMoment => ({ actor, technique: id, to: [] });

  it('tells done from stopped and mine from theirs', async () => {
    const onpick = vi.fn();
    const mine = [next('me', 'armbar')];
    const theirs = [next('them', 'knee-cut')];
    render(NextButtons, { mine, theirs, them: 'Cosmo', hint: true, onpick });
    await fireEvent.click(screen.getByRole('button', { name: 'Knee cut pass, stopped' }));
    await fireEvent.click(screen.getByRole('button', { name: 'Armbar' }));
    expect(onpick.mock.calls).toEqual([
      [theirs[0], 'stopped'],
      [mine[0], 'done'],
    ]);
  });

  it('offers the side, doubt, other landings and, for a twisting leg lock, the care it asks for', async () => {
    const onchange = vi.fn();
    render(MomentEditor, {
      whole: false,
      onwhole: vi.fn(),
      moment: { actor: 'them', technique: 'heel-hook', outcome: 'done', to: side, side: 'left' },
      them: 'Anneke',
      onchange,
      onundo: vi.fn(),
      landings: () => [half, side],
    });
    await fireEvent.click(screen.getByRole('button', { name: 'left' }));
    await fireEvent.click(screen.getByRole('button', { name: 'not sure' }));
    await fireEvent.click(screen.getByRole('button', { name: 'Half guard, bottom' }));
    expect(onchange.mock.calls.map(([c]) => c)).toEqual([{ side: undefined }, { sure: false }, { to: half }]);
    expect(screen.queryByRole('button', { name: 'Side control, bottom' })).toBeNull();
    expect(screen.getByText(/tap to the position/)).toBeTruthy();
  });

  it('opens the whole of a moment: who, what became of it, clock, note and what would have been better', async () => {
    const onchange = vi.fn();
    render(MomentEditor, {
      moment: { actor: 'me', technique: 'knee-cut', outcome: 'done', clock: 75 },
      them: 'Anneke',
      whole: true,
      onchange,
      onundo: vi.fn(),
      onwhole: vi.fn(),
      landings: () => [side],
    });
    await fireEvent.click(screen.getByRole('radio', { name: 'Anneke did it' }));
    await fireEvent.click(screen.getByRole('radio', { name: 'stopped' }));
    await fireEvent.change(screen.getByDisplayValue('1:15'), { target: { value: '2:05' } });
    await fireEvent.input(screen.getByLabelText('What I should have done'), { target: { value: 'turn in' } });
    expect(onchange.mock.calls.map(([c]) => c)).toEqual([
      { actor: 'them' },
      { outcome: 'stopped' },
      { clock: 125 },
      { better: 'turn in' },
    ]);
  });

  it('finds a technique by the owner’s own name, and none that needs a jacket without one', async () => {
    const onpick = vi.fn();
    render(TechniqueSearch, { them: 'Cosmo', attire: 'no-gi', onpick, oncancel: vi.fn() });
    expect(screen.queryByText('Bow-and-arrow choke')).toBeNull();
    await fireEvent.click(screen.getByRole('radio', { name: 'Cosmo' }));
    const box = screen.getByRole('combobox');
    await fireEvent.input(box, { target: { value: 'gangplank' } });
    await waitFor(() => expect(screen.getAllByRole('option')[0]?.hasAttribute('data-highlighted')).toBe(true));
    await fireEvent.keyDown(box, { key: 'Enter' });
    expect(onpick).toHaveBeenCalledWith(expect.objectContaining({ id: 'knee-cut' }), 'them', 'done');
  });

  it('finds a spot by its short name', async () => {
    const onpick = vi.fn();
    render(SpotPicker, { onpick, oncancel: vi.fn() });
    await fireEvent.input(screen.getByRole('combobox', { name: 'Where were you?' }), { target: { value: 'hg' } });
    await fireEvent.click(await screen.findByRole('option', { name: 'Half guard, bottom' }));
    await waitFor(() => expect(onpick).toHaveBeenCalledWith(half));
  });
});

describe('belts', () => {
  it('offer as many stripes as the colour carries', async () => {
    render(BeltBoxes, { belt: 'black', stripes: 7 });
    expect(screen.getByLabelText('Degrees').children).toHaveLength(11);
    await fireEvent.change(screen.getByLabelText('Belt'), { target: { value: 'blue' } });
    expect(screen.getByLabelText('Stripes').children).toHaveLength(5);
  });
});

describe('a spot in the ranking', () => {
  const spot: SpotAnswer = {
    ...half,
    family: 'half guard',
    gain: 0.04,
    gainLow: 0.02,
    gainHigh: 0.06,
    chanceTop3: 0.9,
    visits: 12,
    won: 2,
    lost: 8,
    rate: 0.28,
    rateLow: 0.15,
    rateHigh: 0.42,
    verdict: 'clear',
    evidence: {
      theirs: [{ technique: 'knee-cut', done: 5, stopped: 1, share: 1 }],
      mine: [],
      held: 1,
      unsure: 0,
      onceMore: -0.3,
      more: '',
      contests: '',
    },
  };
  const props = {
    spot,
    nth: 1,
    objective: 'submissions',
    most: 0.06,
    open: false,
    asked: {},
    ontoggle: () => {},
  } as const;

  it('says what it costs, what beats the owner there, what it is worth and how sure that is', () => {
    const { container } = render(SpotRow, { ...props, kind: 'spots' });
    const text = container.textContent!.replace(/\s+/g, ' ');
    expect(text).toContain('worse off about 7 times in 10 (10 contests: 2 won, 8 lost; could be 6 to 9 in 10)');
    expect(text).toContain('What costs most there: their knee cut pass (5 times).');
    expect(text).toContain('Worth one tap in your favour in about 25 rolls.');
    expect(screen.getByRole('button').getAttribute('aria-expanded')).toBe('false');
  });

  it('speaks of what is earned where it stands among the heartwood', () => {
    const { container } = render(SpotRow, { ...props, kind: 'heartwood' });
    expect(container.textContent).toContain('better off about 3 times in 10');
    expect(container.textContent).toContain('It earns one tap');
  });
});
