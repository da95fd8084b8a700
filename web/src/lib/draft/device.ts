import Dexie, { type Table } from 'dexie';
import type { Partner, Session } from '../api/types.ts';
import { cutOff, forget, writeAhead } from './ahead.ts';

/** A session as it is on this device: on its way to the server, or there already. */
export interface Draft {
  id: string;
  session: Session;
  /** The server's version that this was made from; null while the server has never seen it. */
  version: number | null;
  /** Whether the server still lacks something of it. */
  dirty: boolean;
  /** Partners added while logging, which have to go up first. */
  newPartners: Partner[];
  changedAt: number;
  /** What was sent up and never answered, latest last, as canonical text. */
  sent?: string[];
}

interface Kept {
  name: string;
  value: unknown;
}

/** What this device keeps in the browser: drafts, and words that were read before. */
class Device extends Dexie {
  drafts!: Table<Draft, string>;
  kept!: Table<Kept, string>;

  constructor() {
    super('ash-notch');
    this.version(1).stores({ drafts: 'id, changedAt', kept: 'name' });
  }
}

export const device = new Device();

/** Done once what an earlier page could not finish is in the database. */
const carried: Promise<void> = carryOver();

async function carryOver(): Promise<void> {
  for (const { shelf, name, value } of cutOff()) {
    try {
      if (shelf === 'drafts') await device.drafts.put(value as Draft);
      else await device.kept.put({ name, value });
      forget(shelf, name);
    } catch {
      // It stays where it is, for the next start.
    }
  }
}

/** Drafts that a browser without a store of its own holds as long as the page stays open. */
const held = new Map<string, Draft>();

/** What the store answers, or what stands in for it where there is none: private windows, no room, forbidden. */
async function orHeld<T>(stored: () => PromiseLike<T>, otherwise: () => T): Promise<T> {
  try {
    return await stored();
  } catch {
    return otherwise();
  }
}

/** The drafts on this device. Nothing here fails: where nothing can be kept, they live as long as the page. */
export const drafts = {
  get: (id: string): Promise<Draft | undefined> =>
    orHeld(
      async () => {
        await carried;
        return held.get(id) ?? (await device.drafts.get(id));
      },
      () => held.get(id),
    ),

  /** Keeps a draft; false when it is only held by this page. */
  put: (draft: Draft): Promise<boolean> => {
    const arrived = writeAhead('drafts', draft.id, draft);
    return orHeld(
      async () => {
        await carried;
        await device.drafts.put(draft);
        arrived();
        held.delete(draft.id);
        return true;
      },
      () => {
        held.set(draft.id, draft);
        return false;
      },
    );
  },

  delete: async (id: string): Promise<void> => {
    held.delete(id);
    forget('drafts', id);
    await orHeld(
      async () => {
        await carried;
        await device.drafts.delete(id);
      },
      () => undefined,
    );
  },

  /** All that fit. */
  where: (fits: (draft: Draft) => boolean): Promise<Draft[]> =>
    orHeld(
      async () => {
        await carried;
        return [...held.values(), ...(await device.drafts.toArray()).filter((d) => !held.has(d.id))].filter(fits);
      },
      () => [...held.values()].filter(fits),
    ),
};

/** Keeps a copy of what the server has, and answers whether it is; a full or forbidden store is no reason to stop. */
export async function keep(name: string, value: unknown): Promise<boolean> {
  try {
    await carried;
    await device.kept.put({ name, value });
    return true;
  } catch {
    // Only a copy for when the server is away: the page works without it.
    return false;
  }
}

/** Keeps what somebody entered; it is safe once this is called, whether or not the page lives on. */
export async function keepEntered(name: string, value: unknown): Promise<void> {
  const arrived = writeAhead('kept', name, value);
  if (await keep(name, value)) arrived();
}

export async function kept<T>(name: string): Promise<T | null> {
  try {
    await carried;
    return ((await device.kept.get(name))?.value as T) ?? null;
  } catch {
    return null;
  }
}
