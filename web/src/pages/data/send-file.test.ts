import { describe, expect, it } from 'vitest';
import { readAnswer } from './send-file.ts';

describe('the answer to a file', () => {
  it('is the report when it was taken', () => {
    expect(readAnswer(200, '{"words": 2}')).toEqual({ value: { words: 2 }, faults: [] });
  });

  it('names every fault with its place when it was refused', () => {
    const text = JSON.stringify({ detail: 'x', errors: { '/a': ['One.', 'Two.'], '/b/0': ['Three.'] } });
    expect(readAnswer(422, text).faults).toEqual([
      ['/a', 'One.'],
      ['/a', 'Two.'],
      ['/b/0', 'Three.'],
    ]);
  });

  it('has a sentence even when the program said nothing of use', () => {
    expect(readAnswer(413, '{"detail": "Too large."}').faults).toEqual([['', 'Too large.']]);
    expect(readAnswer(502, '<html>').faults[0]![1]).toContain('502');
    expect(readAnswer(500, '{}').faults[0]![1]).toContain('500');
  });
});
