import { expect, it } from 'vitest';
import { readCaptions } from './captions.ts';

// The shapes of both formats: WebVTT after the W3C's text, SRT as commonly written (no source).
it('reads WebVTT with settings, notes, voices and hours', () => {
  const file = [
    'WEBVTT - a review',
    '',
    'NOTE nothing to see',
    '',
    'first',
    '00:05.000 --> 00:09.000 align:start position:0%',
    '<v Runa>i pulled <c.loud>guard</c>',
    '',
    '01:00:02.500 --> 01:00:04.000',
    'and &amp; then &amp;lt;he passed',
  ];
  expect(readCaptions(file.join('\n'))).toEqual({
    text: 'i pulled guard and & then &lt;he passed',
    stamps: [
      { at: 0, seconds: 5 },
      { at: 15, seconds: 3602.5 },
    ],
    faults: [],
  });
});

it('reads SRT with a byte order mark and Windows line ends, and keeps repeated lines once', () => {
  const file =
    '\uFEFF1\r\n00:00:01,200 --> 00:00:03,000\r\nhe shot\r\n\r\n2\r\n00:00:03,000 --> 00:00:05,000\r\nhe shot\r\ni sprawled\r\n';
  expect(readCaptions(file)).toEqual({
    text: 'he shot i sprawled',
    stamps: [
      { at: 0, seconds: 1.2 },
      { at: 8, seconds: 3 },
    ],
    faults: [],
  });
});

it('reads what can be read and lists the rest with its line', () => {
  const file = [
    'WEBVTT',
    '',
    '00:05.000 --> 00:09.000',
    'I shot',
    '',
    '00:xx.000 --> 00:12.000',
    'lost',
    '',
    '00:75.000 --> 01:20.000',
    'lost too',
    '',
    '00:20.000 --> 00:14.000',
    'backward',
    '',
    '00:30.000 --> 00:31.000',
    'she sprawled',
  ].join('\n');
  const read = readCaptions(file)!;
  expect(read.text).toBe('I shot she sprawled');
  expect(read.faults.map((f) => f.line)).toEqual([6, 9, 12]);
  for (const { says } of read.faults) expect(says).toMatch(/[.]$/);
});

it('lists a bounded number of faults of a file that is none', () => {
  const file = 'x --> y\n\n'.repeat(100_000);
  expect(readCaptions(`${file}\n\n00:01.000 --> 00:02.000\nhe passed`)!.faults).toHaveLength(50);
});

it('says when a file holds no captions', () => {
  expect(readCaptions('dear diary, today I rolled')).toBeNull();
});
