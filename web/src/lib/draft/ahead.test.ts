import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { cutOff, writeAhead } from './ahead.ts';

/** What a browser's local storage does, as far as it is used here. */
class Store {
  setItem(key: string, value: string) {
    (this as Record<string, unknown>)[key] = value;
  }
  getItem(key: string) {
    return ((this as Record<string, unknown>)[key] as string) ?? null;
  }
  removeItem(key: string) {
    delete (this as Record<string, unknown>)[key];
  }
}

beforeEach(() => vi.stubGlobal('localStorage', new Store()));

describe('what is entered just before the page goes', () => {
  it('is there before the database has it, and no longer once it has', () => {
    const arrived = writeAhead('kept', 'half a form', { weeks: 3 });
    expect(cutOff()).toEqual([{ shelf: 'kept', name: 'half a form', value: { weeks: 3 } }]);
    arrived();
    expect(cutOff()).toEqual([]);
  });

  it('is not taken away by the arrival of an older state', () => {
    const arrived = writeAhead('kept', 'form', 1);
    writeAhead('kept', 'form', 2);
    arrived();
    expect(cutOff().map((c) => c.value)).toEqual([2]);
  });

  it('is carried over by the next page, and what cannot be read is dropped', async () => {
    writeAhead('kept', 'block-form', { weeks: 5 });
    writeAhead('drafts', 's', { id: 's', dirty: true });
    localStorage.setItem('ash-notch ahead kept torn', '{"we');
    vi.resetModules();
    const { drafts, kept } = await import('./device.ts');
    expect(await kept('block-form')).toEqual({ weeks: 5 });
    expect(await drafts.get('s')).toMatchObject({ dirty: true });
    expect(cutOff()).toEqual([]);
  });
});
