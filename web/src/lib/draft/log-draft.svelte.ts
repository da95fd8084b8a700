import { api, ApiFault, data, reach, send, sentences } from '../api/api.ts';
import { drafts, keep, keepEntered, kept, type Draft } from './device.ts';
import type { Partner, Session, SessionRead } from '../api/types.ts';
import { canonical } from './canonical.ts';
import { today } from '../text/words.ts';

/** How a draft stands with the server. */
export type SaveState = 'empty' | 'saved' | 'saving' | 'kept' | 'refused' | 'conflict';

/** How many unanswered writes of a draft are remembered. */
const sentKept = 8;

/** The session as it was written, without what the server says of it. */
function written(read: SessionRead): Session {
  const { version: _, decided: __, ...session } = read;
  return session as Session;
}

/** Session defaults: today, and the rest as on the same weekday last time. */
export function defaultsFrom(past: readonly Session[], id: string, date: string): Session {
  const weekday = (d: string) => new Date(`${d}T00:00:00Z`).getUTCDay();
  const like = past.find((s) => weekday(s.date) === weekday(date)) ?? past[0];
  const usual = like && like.kind !== 'tournament' ? like : past.find((s) => s.kind !== 'tournament');
  return {
    id,
    date,
    startTime: usual?.startTime,
    kind: usual?.kind ?? 'class',
    attire: usual?.attire ?? 'gi',
    minutes: usual?.minutes ?? 90,
    rolls: [],
  };
}

/** When a draft is changed now: later than the change before, whatever the clock says, so that none is taken for the one on its way. */
const after = (draft: Draft): number => Math.max(Date.now(), draft.changedAt + 1);

/**
 * The session that is being logged. Every change is first kept on the device, then goes to the server by itself; whatever
 * fails there, nothing is lost here.
 */
class LogDraft {
  draft = $state.raw<Draft | null>(null);
  state = $state<SaveState>('empty');
  faults = $state.raw<string[]>([]);
  private pushing = false;
  private leftovers: Promise<void> = Promise.resolve();
  private turns: Promise<void> = Promise.resolve();
  private timer: ReturnType<typeof setTimeout> | undefined;

  get session(): Session | null {
    return this.draft?.session ?? null;
  }

  /** Opens what was being logged, or begins anew. */
  async resume(): Promise<void> {
    const open = await kept<string>('open-session');
    if (open && this.draft?.id === open) return;
    if (open && (await this.open(open).catch(() => false))) return;
    await this.begin();
  }

  /** Begins a session; the server hears of it with the first change. */
  async begin(day = today()): Promise<void> {
    await this.settle();
    let past = (await kept<Session[]>('past-sessions')) ?? [];
    try {
      past = (await data(api.GET('/api/sessions', { params: { query: { size: '10' } } }))).items;
      await keep(
        'past-sessions',
        past.map((s) => ({ ...s, rolls: [] })),
      );
    } catch (fault) {
      if (!(fault instanceof ApiFault)) throw fault;
    }
    const id = crypto.randomUUID();
    this.show(
      { id, session: defaultsFrom(past, id, day), version: null, dirty: false, newPartners: [], changedAt: 0 },
      'empty',
    );
  }

  /** Opens a session by its id: from the device if it has something newer, else from the server. */
  async open(id: string): Promise<boolean> {
    if (this.draft?.id === id) return true;
    await this.settle();
    const local = await drafts.get(id);
    if (local?.dirty) {
      this.show(local, 'kept');
      void this.push();
      return true;
    }
    const answer = await api.GET('/api/sessions/{id}', { params: { path: { id } } }).catch((fault: unknown) => {
      if (!(fault instanceof ApiFault && fault.unreached && local)) throw fault;
      return null;
    });
    if (!answer) {
      // The server is away: what was last seen of it goes on being logged here.
      this.show(local!, 'saved');
      return true;
    }
    const { data: read, response } = answer;
    if (!response.ok || !read) return false;
    const draft = {
      id,
      session: written(read),
      version: read.version,
      dirty: false,
      newPartners: [],
      changedAt: 0,
    };
    this.show(draft, 'saved');
    await drafts.put(draft);
    for (const old of await drafts.where((d) => !d.dirty && d.id !== id)) await drafts.delete(old.id);
    await keepEntered('open-session', id);
    return true;
  }

  /** Opens the session of a day: the one being logged, one that stands there, or a new one; also with the server away. */
  async onDay(day: string): Promise<void> {
    if (this.session?.date === day) return;
    await this.resume();
    if (this.session?.date === day) return;
    const local = (await drafts.where((d) => d.session.date === day))[0];
    let id = local?.id;
    try {
      id ??= (await data(api.GET('/api/sessions', { params: { query: { size: '20' } } }))).items.find(
        (s) => s.date === day,
      )?.id;
    } catch (fault) {
      if (!(fault instanceof ApiFault)) throw fault;
    }
    if (!id || !(await this.open(id).catch(() => false))) await this.begin(day);
  }

  /**
   * Changes the session of a day, whatever is open: that one if it is of the day, else the day's own beside it, which goes up by
   * itself. Nobody who writes in another session is led away from it.
   */
  async changeOn(day: string, how: (session: Session) => Session): Promise<void> {
    if (!this.session || this.session.date === day) {
      await this.onDay(day);
      await this.change(how);
      return;
    }
    await this.alone(async () => {
      const beside = (await drafts.where((d) => d.session.date === day))[0] ?? (await this.fetched(day));
      const session = how(beside.session);
      if (session === beside.session) return;
      await drafts.put({ ...beside, session, dirty: true, changedAt: after(beside) });
    });
    void this.pushLeftovers();
  }

  /** The session of a day as the server has it, or a new one; it is not opened. */
  private async fetched(day: string): Promise<Draft> {
    const fresh = { version: null, dirty: false, newPartners: [], changedAt: 0 };
    try {
      const { items } = await data(api.GET('/api/sessions', { params: { query: { size: '20' } } }));
      const found = items.find((s) => s.date === day);
      if (found) return { ...fresh, id: found.id, session: written(found), version: found.version };
    } catch (fault) {
      if (!(fault instanceof ApiFault)) throw fault;
    }
    const id = crypto.randomUUID();
    return { ...fresh, id, session: defaultsFrom((await kept<Session[]>('past-sessions')) ?? [], id, day) };
  }

  /** Changes the session. */
  async change(how: (session: Session) => Session): Promise<void> {
    if (!this.draft) return;
    await this.store({ ...this.draft, session: how(this.draft.session), dirty: true, changedAt: after(this.draft) });
  }

  /** Adds a partner who goes up before the session does. */
  async addPartner(partner: Partner): Promise<void> {
    if (!this.draft) return;
    await this.store({
      ...this.draft,
      newPartners: [...this.draft.newPartners, partner],
      dirty: true,
      changedAt: after(this.draft),
    });
  }

  /** Ends logging this session; what is not up yet still goes. */
  async finish(): Promise<void> {
    await this.settle();
    if (this.draft && !this.draft.dirty) await drafts.delete(this.draft.id);
    await keepEntered('open-session', null);
    this.draft = null;
    this.state = 'empty';
  }

  /** Writes the owner's version over the one that stands; rolls that only the other has go to the bin. */
  async keepMine(): Promise<void> {
    if (!this.draft) return;
    const read = await data(api.GET('/api/sessions/{id}', { params: { path: { id: this.draft.id } } }));
    await this.store({ ...this.draft, version: read.version, dirty: true, changedAt: after(this.draft) });
  }

  /** The session as it stands on the server, for seeing both. */
  theirs(): Promise<SessionRead> {
    return data(api.GET('/api/sessions/{id}', { params: { path: { id: this.draft!.id } } }));
  }

  /** Writes what was made of both over the version that was seen. */
  async keep(session: Session, version: number): Promise<void> {
    if (!this.draft) return;
    await this.store({
      ...this.draft,
      session: written(session as SessionRead),
      version,
      dirty: true,
      changedAt: after(this.draft),
    });
  }

  /** Drops the draft for what the server has. */
  async takeTheirs(): Promise<void> {
    if (!this.draft) return;
    const id = this.draft.id;
    await drafts.delete(id);
    this.draft = null;
    await this.open(id);
  }

  /**
   * Sends up what is on the device and not open: from before, such as after a crash, or written beside. What cannot go now waits
   * until it is opened or the next time. One after the other, so that no two send the same.
   */
  pushLeftovers(): Promise<void> {
    return (this.leftovers = this.leftovers.then(() => this.pushEach()));
  }

  private async pushEach(): Promise<void> {
    for (const left of await drafts.where((d) => d.dirty && d.id !== this.draft?.id)) {
      try {
        for (const partner of left.newPartners) await sendPartner(partner);
        const version = await sendSession(left);
        await this.alone(async () => {
          const now = await drafts.get(left.id);
          // Changed while it was on its way: what came later still has to go.
          if (now && now.changedAt !== left.changedAt) await drafts.put({ ...now, version });
          else await drafts.delete(left.id);
        });
      } catch (fault) {
        if (!(fault instanceof ApiFault)) throw fault;
      }
    }
  }

  /** Reads and writes a draft that is not open with nobody else at it in between. */
  private alone(work: () => Promise<void>): Promise<void> {
    const turn = this.turns.then(work);
    this.turns = turn.catch(() => undefined);
    return turn;
  }

  private show(draft: Draft, state: SaveState): void {
    this.draft = draft;
    this.state = state;
    this.faults = [];
  }

  private async store(draft: Draft): Promise<void> {
    this.draft = draft;
    this.state = 'saving';
    if (!(await drafts.put($state.snapshot(draft))))
      this.faults = [
        'This browser keeps nothing on the device (private window or no room), so stay on this page until it says saved.',
      ];
    await keepEntered('open-session', draft.id);
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.push(), 250);
  }

  /** Waits until what is pending has been tried. */
  private async settle(): Promise<void> {
    clearTimeout(this.timer);
    if (this.draft?.dirty) await this.push();
  }

  /** Sends the draft up, again while it changes meanwhile, and later if the server is away. */
  async push(): Promise<void> {
    if (this.pushing || !this.draft?.dirty) return;
    this.pushing = true;
    try {
      while (this.draft?.dirty) {
        this.state = 'saving';
        await this.pushOnce(this.draft);
      }
      this.state = 'saved';
      this.faults = [];
    } catch (fault) {
      this.failed(fault);
    } finally {
      this.pushing = false;
    }
  }

  private async pushOnce(draft: Draft): Promise<void> {
    for (const partner of draft.newPartners) await sendPartner(partner);
    // Noted before it goes: if its answer is lost, even by a closed page, it is known again by what was sent.
    await this.remember({ sent: [...new Set([...(draft.sent ?? []), canonical(draft.session)])].slice(-sentKept) });
    const version = await sendSession(draft);
    const now = this.draft;
    if (now?.id !== draft.id) return;
    const same = now.changedAt === draft.changedAt;
    const sent = new Set(draft.newPartners.map((p) => p.id));
    this.draft = {
      ...now,
      version,
      dirty: !same,
      sent: [],
      newPartners: now.newPartners.filter((p) => !sent.has(p.id)),
    };
    // It stays here as it stands there, for the next time it is opened with the server away.
    await drafts.put($state.snapshot(this.draft));
  }

  /** Notes something about the draft that is no change of the session. */
  private async remember(note: Partial<Draft>): Promise<void> {
    if (!this.draft) return;
    this.draft = { ...this.draft, ...note };
    await drafts.put($state.snapshot(this.draft));
  }

  private failed(fault: unknown): void {
    if (!(fault instanceof ApiFault)) throw fault;
    if (fault.status === 412) {
      this.state = 'conflict';
    } else if (fault.unreached || fault.status >= 500) {
      this.state = 'kept';
      this.timer = setTimeout(() => void this.push(), 1500);
    } else {
      this.state = 'refused';
      this.faults = sentences(fault);
    }
  }
}

async function sendPartner(partner: Partner): Promise<void> {
  try {
    await send('POST', '/api/partners', partner);
  } catch (fault) {
    // There already: an earlier answer was lost on the way.
    if (!(fault instanceof ApiFault && fault.status === 409)) throw fault;
  }
}

/** Writes the session; answers with its version. An answer that was lost on the way is noticed by what the server has. */
async function sendSession(draft: Draft): Promise<number> {
  const path = `/api/sessions/${encodeURIComponent(draft.id)}`;
  const put = (headers: Record<string, string>) => send('PUT', path, draft.session, headers);
  try {
    const headers: Record<string, string> =
      draft.version === null ? { 'if-none-match': '*' } : { 'if-match': `"${draft.version}"` };
    return (await put(headers)).version;
  } catch (fault) {
    if (!(fault instanceof ApiFault && fault.status === 412)) throw fault;
    const response = await reach(path);
    if (!response.ok) throw fault;
    const read = (await response.json()) as SessionRead;
    // What stands there is what was sent before: the own write got through, and only its answer was lost.
    if (!draft.sent?.includes(canonical(written(read)))) throw fault;
    return (await put({ 'if-match': `"${read.version}"` })).version;
  }
}

export const logDraft = new LogDraft();
