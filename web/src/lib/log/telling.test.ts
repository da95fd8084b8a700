import { describe, expect, it } from 'vitest';
import { clockAt, doubtWords, nextDoubtful, pieces, settle, shifted, type Fix, type Leads } from './telling.ts';
import type { Told, ToldMoment } from '../api/types.ts';

const leads: Leads = {
  to: (technique, actor) =>
    technique === 'armbar' ? [] : [{ position: 'side-control', role: actor === 'me' ? 'top' : 'bottom' }],
  finishes: (technique) => technique === 'armbar',
};

const moment = (technique: string, start: number, more: Partial<ToldMoment> = {}): ToldMoment => ({
  actor: 'me',
  technique,
  outcome: 'done',
  side: null,
  clock: null,
  from: { position: 'half-guard', role: 'top' },
  to: technique === 'armbar' ? null : { position: 'side-control', role: 'top' },
  reasons: null,
  sure: false,
  likely: null,
  source: { start, length: 5 },
  others: [{ actor: 'them', technique, outcome: 'done' }],
  ...more,
});

const told = (moments: ToldMoment[], end: Told['exchanges'][0]['end'] = null): Told => ({
  exchanges: [{ roll: 0, start: { position: 'half-guard', role: 'top' }, moments, end }],
  positions: [],
  unread: [],
  rolls: [],
  takeaways: [],
});

const kept = (fixes: Fix[], reading = told([moment('knee-cut', 0), moment('armbar', 20)])) =>
  settle(reading, fixes, [], leads);

describe('marks on the words', () => {
  it('move with an edit before them, stay before it, and go when they are written over', () => {
    const marks = [
      { at: 0, length: 3 },
      { at: 4, length: 3 },
      { at: 8, length: 4 },
    ];
    expect(shifted(marks, 'one two four', 'one and two four').map((m) => m.at)).toEqual([0, 8, 12]);
    expect(shifted(marks, 'one two four', 'one four').map((m) => m.at)).toEqual([0, 4]);
    expect(shifted(marks, 'one two four', 'one two four five').map((m) => m.at)).toEqual([0, 4, 8]);
  });

  it('give the time of the last stamp before a place', () => {
    const stamps = [
      { at: 0, seconds: 12 },
      { at: 30, seconds: 100 },
    ];
    expect([clockAt(stamps, 5), clockAt(stamps, 30), clockAt([], 3)]).toEqual([12, 100, undefined]);
  });
});

describe('a reading that is set right', () => {
  it('is put in another order, and what now follows something else starts where that led', () => {
    const reading = told([
      moment('sweep', 0),
      moment('knee-cut', 20, { to: { position: 'mount', role: 'top' } }),
      moment('armbar', 40),
    ]);
    const order = (moves: { at: number; length: number; by: number }[]) =>
      settle(reading, [], [], leads, moves).exchanges[0]!.moments;
    const names = (moves: Parameters<typeof order>[0]) => order(moves).map((m) => m.technique);
    const up = { at: 20, length: 5, by: -1 };
    expect(names([])).toEqual(['sweep', 'knee-cut', 'armbar']);
    expect(names([up])).toEqual(['knee-cut', 'sweep', 'armbar']);
    expect(order([up])[1]!.from).toEqual({ position: 'mount', role: 'top' });
    // Moves are made one after the other, each on what the one before it left.
    expect(names([up, { at: 40, length: 5, by: -1 }, { at: 40, length: 5, by: -1 }])).toEqual([
      'armbar',
      'knee-cut',
      'sweep',
    ]);
    // Past the ends, and of words that are gone: nothing breaks.
    expect(
      names([
        { at: 0, length: 5, by: -3 },
        { at: 7, length: 5, by: 1 },
        { at: 0, length: 5, by: 9 },
      ]),
    ).toEqual(['knee-cut', 'armbar', 'sweep']);
  });

  it('is kept as it was read when nothing was fixed', () => {
    const { exchanges } = kept([]);
    expect(exchanges[0]!.moments.map((m) => [m.actor, m.technique, m.sure])).toEqual([
      ['me', 'knee-cut', false],
      ['me', 'armbar', false],
    ]);
    expect(exchanges[0]!.start).toEqual({ position: 'half-guard', role: 'top' });
  });

  it('changes hands, and where it led turns with it', () => {
    const { exchanges } = kept([{ at: 0, length: 5, actor: 'them' }]);
    expect(exchanges[0]!.moments[0]).toMatchObject({
      actor: 'them',
      sure: true,
      to: { position: 'side-control', role: 'bottom' },
    });
  });

  it('leads nowhere once it was stopped', () => {
    expect(kept([{ at: 0, length: 5, outcome: 'stopped' }]).exchanges[0]!.moments[0]).not.toHaveProperty('to');
  });

  it('ends the exchange when the finish came off after all, and opens it again when it did not', () => {
    const open = told([moment('armbar', 0, { outcome: 'stopped' })]);
    expect(settle(open, [{ at: 0, length: 5, outcome: 'done' }], [], leads).exchanges[0]!.end).toEqual({
      kind: 'tap',
      by: 'me',
      technique: 'armbar',
    });
    const ended = told([moment('armbar', 0)], { kind: 'tap', by: 'me', technique: 'armbar' });
    expect(settle(ended, [{ at: 0, length: 5, outcome: 'stopped' }], [], leads).exchanges[0]!.end).toBeUndefined();
  });

  it('loses what was taken out and gains what was put in, in the place of its words', () => {
    const { exchanges, reads } = kept([
      { at: 0, length: 5, gone: true },
      { at: 12, length: 0, added: true, actor: 'them', technique: 'pass', outcome: 'done' },
    ]);
    expect(exchanges[0]!.moments.map((m) => m.technique)).toEqual(['pass', 'armbar']);
    expect(exchanges[0]!.moments[0]!.to).toEqual({ position: 'side-control', role: 'bottom' });
    expect(reads[0]![1]!.was).toBe('armbar');
  });

  it('keeps a moment that was put in where nothing was read', () => {
    const empty: Told = { ...told([]), exchanges: [] };
    const fix: Fix = { at: 3, length: 0, added: true, actor: 'me', technique: 'pass', outcome: 'stopped' };
    expect(settle(empty, [fix], [], leads).exchanges).toEqual([
      { moments: [{ actor: 'me', technique: 'pass', outcome: 'stopped', sure: true }] },
    ]);
  });
});

describe('the account in pieces', () => {
  it('gives back the whole text, each piece with its moment', () => {
    const text = 'cut it and flim then armbar it was';
    const reads = kept([], told([moment('knee-cut', 0), moment('armbar', 20, { sure: true })])).reads.flat();
    const cut = pieces(text, reads, [{ start: 11, length: 4 }]);
    expect(cut.map((p) => p.text).join('')).toBe(text);
    expect(cut.filter((p) => p.kind !== 'plain').map((p) => [p.text, p.kind, p.moment])).toEqual([
      ['cut i', 'unsure', 0],
      ['flim', 'unread', -1],
      [text.slice(20, 25), 'read', 1],
    ]);
  });

  it('passes over spans of a text that has changed meanwhile', () => {
    const reads = kept([]).reads.flat();
    expect(pieces('short', reads, [{ start: 90, length: 4 }]).map((p) => p.text)).toEqual(['short']);
  });
});

describe('doubt', () => {
  const read = (likely: number | null, sure: boolean, fixes: Fix[] = []) =>
    kept(fixes, told([moment('knee-cut', 0, { likely, sure })])).reads[0]![0]!;

  it('is said in words, and nothing is said of what is sure', () => {
    expect(doubtWords(read(0.95, true))).toBe('');
    expect(doubtWords(read(0.8, false))).toBe('likely');
    expect(doubtWords(read(0.31, false))).toBe('doubtful: right about 3 times in 10');
    expect(doubtWords(read(0.01, false))).toBe('doubtful: right hardly ever');
    expect(doubtWords(read(null, false))).toBe('not sure');
  });

  it('goes when the owner has said that it is right', () => {
    const right = read(0.3, false, [{ at: 0, length: 5 }]);
    expect([right.likely, doubtWords(right)]).toEqual([undefined, '']);
  });

  it('is gone through in order and round again', () => {
    const reads = [read(0.9, true), read(0.3, false), read(0.7, false), read(0.5, false)];
    expect([-1, 1, 3].map((at) => nextDoubtful(reads, at))).toEqual([1, 3, 1]);
    expect(nextDoubtful([read(0.9, true)], -1)).toBe(-1);
  });
});
