import type { Learned } from '../api/types.ts';

type Proposal = Learned['proposals'][number];

const place = 'ash-notch-not-these';
const most = 200;
const keyOf = (one: Proposal) => `${one.says}\n${one.means}`;

function kept(): string[] {
  try {
    const known: unknown = JSON.parse(localStorage.getItem(place) ?? '[]');
    return Array.isArray(known) ? known.filter((k): k is string => typeof k === 'string') : [];
  } catch {
    return [];
  }
}

/** Whether the owner of this device said that these words are no word of theirs. */
export const isRefused = (one: Proposal): boolean => kept().includes(keyOf(one));

/** Does not propose these words again on this device. */
export function refuse(one: Proposal): void {
  try {
    localStorage.setItem(place, JSON.stringify([...kept(), keyOf(one)].slice(-most)));
  } catch {
    // A device that keeps nothing asks again.
  }
}
