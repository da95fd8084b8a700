import { describe, expect, it } from 'vitest';
import type { Moment, Roll } from '../api/types.ts';
import { readCues } from './cues.ts';
import { proposalsOf } from './marks.ts';
import { readVtt, writeVtt } from './vtt.ts';
import { spotOf } from '../log/spots.ts';

const names = {
  technique: (id: string) => id.replaceAll('-', ' '),
  spot: (spot: { position: string; role: string }) => `${spot.position} ${spot.role}`,
  end: (end: { kind: string; by?: string | null }) => (end.kind === 'tap' ? `tap for ${end.by}` : end.kind),
};
const nasty: Moment = {
  actor: 'me',
  technique: 'armbar',
  outcome: 'stopped',
  side: 'left',
  clock: 33.3,
  from: spotOf('mount:top'),
  reasons: ['gave-space', 'own words'],
  note: 'he said "-->" & <b>laughed</b>\n\nNOTE nothing',
  sure: false,
  held: 4.5,
};
const roll: Roll = {
  id: 'r',
  video: { name: 'evening.mp4', size: 12, length: 400, start: 61.2 },
  exchanges: [
    {
      start: spotOf('standing'),
      moments: [
        { actor: 'them', technique: 'single-leg', outcome: 'done', clock: 12.5, to: spotOf('half-guard:bottom') },
        { actor: 'me', technique: 'sweep', outcome: 'done', to: spotOf('mount:top') },
        nasty,
      ],
      end: { kind: 'reset', clock: 50 },
    },
    { moments: [], end: { kind: 'tap', by: 'them', clock: 71 } },
    { start: spotOf('standing'), moments: [] },
  ],
};
const file = writeVtt(roll, 'Ash Notch: with Odalys B. --> & co', names);

describe('moments as WebVTT', () => {
  it('has a chapter for each exchange and a cue for each moment that has a clock, at the time of the recording', () => {
    const { cues, faults } = readCues(file);
    expect(faults).toEqual([]);
    expect(cues.map((c) => [c.id, c.from, c.to])).toEqual([
      ['exchange 1', 61.2, 111.2],
      ['moment 1.1', 73.7, 77.7],
      ['moment 1.3', 94.5, 98.5],
      ['exchange 2', 111.2, 132.2],
    ]);
    expect(cues[0]!.text).toBe('Exchange 1; from standing even; reset');
    expect(cues[1]!.text).toBe('Theirs: single leg: half-guard bottom');
    expect(cues[2]!.text).toBe('Mine: armbar, left, stopped');
  });

  it('holds what the format asks for: its head, an empty line between the blocks, no arrow inside a text', () => {
    const blocks = file.split(/\n\n+/);
    expect(blocks[0]).toMatch(/^WEBVTT /);
    for (const block of blocks) {
      const arrows = block.split('\n').filter((line) => line.includes('-->'));
      expect(arrows.length).toBeLessThanOrEqual(1);
      for (const line of arrows) expect(line).toMatch(/^\d\d:\d\d:\d\d\.\d{3} --> \d\d:\d\d:\d\d\.\d{3}$/);
    }
  });

  it('comes back without loss, words that look like the format included', () => {
    expect(readVtt(file)).toEqual({ zero: 61.2, faults: [], exchanges: roll.exchanges });
    expect(readVtt(file.replaceAll('\n', '\r\n'))!.exchanges).toEqual(roll.exchanges);
  });

  it('takes a moment along whose cue was put elsewhere in another program', () => {
    const shifted = file.replace('00:01:13.700 --> 00:01:17.700', '00:01:15.200 --> 00:01:19.200');
    expect(readVtt(shifted)!.exchanges[0]!.moments.map((m) => m.clock)).toEqual([14, undefined, 33.3]);
  });

  it('leaves out what was broken and says so', () => {
    const broken = file.replace('ash-notch {"exchange"', 'ash-notch {"exchan').replace('00:01:34.500', '00:01:xx');
    const read = readVtt(broken)!;
    expect(read.exchanges).toHaveLength(2);
    expect(read.faults.length).toBeGreaterThan(0);
  });

  it('is told from captions that somebody spoke', () => {
    expect(readVtt('WEBVTT\n\n00:05.000 --> 00:09.000\nI pulled guard')).toBeNull();
  });

  it('writes hours, and rounds to thousandths', () => {
    const late = {
      ...roll,
      video: { name: 'x', start: 3600.0004 },
      exchanges: [{ moments: [{ ...nasty, clock: 59.9996 }] }],
    };
    expect(writeVtt(late, 'x', names)).toContain('01:01:00.000 --> 01:01:04.000');
  });
});

describe('what a file proposes', () => {
  it('stands at the time of the recording, the end with the last moment', () => {
    const proposals = proposalsOf(roll.exchanges, 61.2);
    expect(proposals.map((p) => [Math.round(p.seconds * 10) / 10, p.moment?.technique, p.end?.kind])).toEqual([
      [73.7, 'single-leg', undefined],
      [73.7, 'sweep', undefined],
      [94.5, 'armbar', 'reset'],
      [132.2, undefined, 'tap'],
    ]);
    expect(proposals[0]!.start).toEqual(spotOf('standing'));
  });
});
