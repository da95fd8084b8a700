import { cleanup, fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ground } from '../../lib/log/ground.svelte.ts';
import type { Read, Settled } from '../../lib/log/telling.ts';
import type { Moment, Vocabulary } from '../../lib/api/types.ts';
import ToldMoments from './ToldMoments.svelte';
import ToldWords from './ToldWords.svelte';

const text = 'he sliced me and then the arm thing';
const named = (id: string, name: string, kind: string) =>
  ({ id, name, kind, from: [], to: [], gi: false, usual: 1, says: '', aliases: [] }) as Vocabulary['techniques'][0];

beforeEach(() => {
  ground.words = {
    positions: [],
    cautions: [],
    techniques: [named('knee-cut', 'Knee cut pass', 'pass'), named('armbar', 'Armbar', 'submission')],
    reasons: [],
    aliases: [],
    own: [],
  };
});
afterEach(cleanup);

const read = (start: number, length: number, moment: Moment, more: Partial<Read> = {}): Read => ({
  moment,
  source: { start, length },
  others: [],
  roll: 0,
  was: moment.technique,
  ...more,
});
const cut = read(3, 6, { actor: 'them', technique: 'knee-cut', outcome: 'done', sure: false });
const finish = read(26, 9, { actor: 'me', technique: 'armbar', outcome: 'stopped', clock: 75 }, { was: 'knee-cut' });
const settled: Settled = {
  exchanges: [{ moments: [cut.moment, finish.moment], end: { kind: 'reset' } }],
  rolls: [0],
  reads: [[cut, finish]],
};

function show(chosen = -1) {
  const told = {
    onlight: vi.fn(),
    onchoose: vi.fn(),
    onfix: vi.fn(),
    onmove: vi.fn(),
    onadd: vi.fn(),
    onalias: vi.fn(),
  };
  render(ToldMoments, {
    props: { settled, rolls: [], text, them: 'Odalys', attire: 'gi', lit: -1, chosen, ...told },
  });
  return told;
}

describe('the moments as read', () => {
  it('says who did what, what became of it, when, and what is not sure', () => {
    show();
    expect(screen.getByRole('button', { name: /Odalys: Knee cut pass.*not sure/ })).toBeTruthy();
    expect(screen.getByRole('button', { name: /1:15 I: Armbar ?, stopped/ })).toBeTruthy();
    expect(screen.getByText('Reset')).toBeTruthy();
    expect(screen.getByText('Where it started was not told')).toBeTruthy();
  });

  it('lights its words under the pointer and under the keyboard', async () => {
    const told = show();
    const button = screen.getByRole('button', { name: /Armbar/ });
    await fireEvent.pointerEnter(button);
    await fireEvent.focus(button);
    await fireEvent.blur(button);
    expect(told.onlight.mock.calls).toEqual([[1], [1], [-1]]);
  });

  it('is set right by one tap each', async () => {
    const told = show(0);
    await fireEvent.click(screen.getByRole('button', { name: 'I did it' }));
    await fireEvent.click(screen.getByRole('button', { name: 'it was stopped' }));
    await fireEvent.click(screen.getByRole('button', { name: 'take it out' }));
    await fireEvent.click(screen.getByRole('button', { name: 'it is right' }));
    expect(told.onfix.mock.calls.map(([, change]) => change)).toEqual([
      { actor: 'me' },
      { outcome: 'stopped' },
      { gone: true },
      {},
    ]);
    expect(screen.queryByRole('button', { name: /always read/ })).toBeNull();
  });

  it('goes earlier or later in its exchange by a tap or by a key, and not past the ends', async () => {
    const told = show(0);
    expect(screen.queryByRole('button', { name: /it was earlier/ })).toBeNull();
    await fireEvent.click(screen.getByRole('button', { name: /it was later/ }));
    const [first, second] = [
      screen.getByRole('button', { name: /Knee cut/ }),
      screen.getByRole('button', { name: /I: Armbar/ }),
    ];
    await fireEvent.keyDown(second, { key: 'ArrowUp', altKey: true });
    await fireEvent.keyDown(second, { key: 'ArrowDown', altKey: true });
    await fireEvent.keyDown(first, { key: 'ArrowUp', altKey: true });
    await fireEvent.keyDown(first, { key: 'ArrowDown' });
    expect(told.onmove.mock.calls).toEqual([
      [0, 1],
      [1, -1],
    ]);
  });

  it('offers to keep words that were set right as the owner’s own', async () => {
    const told = show(1);
    await fireEvent.click(screen.getByRole('button', { name: 'always read “arm thing” as Armbar' }));
    expect(told.onalias).toHaveBeenCalledWith(finish, 'armbar');
  });
});

it('marks the words where they stand and gives every change of them', async () => {
  const ontext = vi.fn();
  const pieces = [
    { text: 'he ', kind: 'plain', moment: -1 },
    { text: 'sliced', kind: 'unsure', moment: 0 },
    { text: ' me', kind: 'plain', moment: -1 },
  ] as const;
  const { container } = render(ToldWords, {
    props: { text: 'he sliced me', pieces, lit: 0, ontext, onlight: vi.fn(), oncaret: vi.fn(), onselected: vi.fn() },
  });
  expect(container.querySelector('.unsure.lit')?.textContent).toBe('sliced');
  const box = screen.getByLabelText('Tell it, in your own words');
  expect((box as HTMLTextAreaElement).value).toBe(container.querySelector('.behind')?.textContent?.trimEnd());
  await fireEvent.input(box, { target: { value: 'he sliced me twice' } });
  expect(ontext).toHaveBeenCalledWith('he sliced me twice');
});

it('tells which words are selected', async () => {
  const onselected = vi.fn();
  render(ToldWords, {
    props: {
      text: 'he sliced me',
      pieces: [{ text: 'he sliced me', kind: 'plain', moment: -1 }],
      lit: -1,
      ontext: vi.fn(),
      onlight: vi.fn(),
      oncaret: vi.fn(),
      onselected,
    },
  });
  const box = screen.getByLabelText<HTMLTextAreaElement>('Tell it, in your own words');
  box.setSelectionRange(3, 9);
  await fireEvent.select(box);
  expect(onselected).toHaveBeenLastCalledWith(3, 6);
});
