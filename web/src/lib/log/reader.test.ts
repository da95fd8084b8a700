import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Reader } from './reader.svelte.ts';

type Answer = (body: { text: string }) => Response | Promise<Response>;
let answer: Answer;
const asked: string[] = [];

const reading = (text: string) =>
  new Response(JSON.stringify({ exchanges: [], positions: [], unread: [], rolls: [], takeaways: [], text }));

beforeEach(() => {
  vi.useFakeTimers();
  asked.length = 0;
  answer = ({ text }) => reading(text);
  vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
    const body = JSON.parse(init.body as string) as { text: string };
    asked.push(body.text);
    return answer(body);
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

it('asks once for a burst of typing, with the last words', async () => {
  const reader = new Reader();
  for (const text of ['h', 'he', 'he p', 'he passed']) reader.read(text, 'gi', null);
  await vi.advanceTimersByTimeAsync(500);
  expect(asked).toEqual(['he passed']);
  expect([reader.of, reader.state]).toEqual(['he passed', 'idle']);
});

it('drops an answer that is older than the words', async () => {
  const reader = new Reader();
  let release = () => {};
  const slow = new Promise<void>((resolve) => (release = resolve));
  answer = async ({ text }) => {
    if (text === 'old') await slow;
    return reading(text);
  };
  reader.read('old', null, null);
  await vi.advanceTimersByTimeAsync(200);
  reader.read('new', null, null);
  await vi.advanceTimersByTimeAsync(200);
  release();
  await vi.advanceTimersByTimeAsync(50);
  expect(reader.of).toBe('new');
});

it('asks again while the program is away, and reads when it is back', async () => {
  const reader = new Reader();
  answer = () => Promise.reject(new TypeError('gone'));
  reader.read('he passed', null, null);
  await vi.advanceTimersByTimeAsync(2500);
  expect(reader.state).toBe('away');
  answer = ({ text }) => reading(text);
  await vi.advanceTimersByTimeAsync(2500);
  expect([reader.state, reader.of]).toEqual(['idle', 'he passed']);
});

it('says in sentences why something is not read, and reads nothing from nothing', async () => {
  const reader = new Reader();
  answer = () =>
    new Response(JSON.stringify({ title: 'No', errors: { '/text': ['Too long by half.'] } }), { status: 422 });
  reader.read('x', null, null);
  await vi.advanceTimersByTimeAsync(500);
  expect([reader.state, reader.faults]).toEqual(['refused', ['Too long by half.']]);
  reader.read('  ', null, null);
  expect([reader.state, reader.told]).toEqual(['idle', null]);
});
