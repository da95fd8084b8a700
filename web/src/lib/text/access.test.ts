import { expect, test } from 'vitest';
import { deviceWords, tryWords } from './access.ts';

// Strings as the browsers send them, written from memory.
test.each([
  ['Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X) AppleWebKit/605.1.15 Mobile/15E148 Safari/604.1', 'A phone'],
  ['Mozilla/5.0 (Linux; Android 15; Pixel) AppleWebKit/537.36 Chrome/140.0 Mobile Safari/537.36', 'A phone'],
  ['Mozilla/5.0 (Linux; Android 15; Tab) AppleWebKit/537.36 Chrome/140.0 Safari/537.36', 'A tablet'],
  ['Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 Chrome/140.0 Safari/537.36', 'A computer'],
  ['curl/8.1', 'A program'],
  ['', 'A device'],
])('%s is said in a word', (device, word) => expect(deviceWords(device)).toBe(word));

test('what was tried is said with where it came from', () => {
  const at = '2026-06-22T18:00:00Z';
  const outcomes = ['in', 'wrong', 'waiting', 'out', 'out-everywhere'] as const;
  const said = outcomes.map((outcome) => tryWords({ at, from: '192.0.2.7', outcome }));
  expect(new Set(said).size).toBe(5);
  for (const one of said) expect(one).toContain('192.0.2.7');
});
