import { api, data, faultOf, reach, send } from '../../lib/api/api.ts';
import type {
  Diary,
  DiaryEntry,
  Evening,
  Intake,
  NewPartner,
  Session,
  SheetColumn,
  SheetRead,
} from '../../lib/api/types.ts';
import { dayWords, plural } from '../../lib/text/words.ts';

/** What a column can hold, with what to call it. */
export const columnNames: readonly { value: SheetColumn | ''; name: string }[] = [
  { value: '', name: 'nothing of use' },
  { value: 'date', name: 'the day' },
  { value: 'partner', name: 'partner' },
  { value: 'belt', name: 'their belt' },
  { value: 'weight', name: 'their weight' },
  { value: 'attire', name: 'gi or no-gi' },
  { value: 'minutes', name: 'length in minutes' },
  { value: 'result', name: 'won or lost' },
  { value: 'submission-for', name: 'submissions I got' },
  { value: 'submission-against', name: 'submissions they got' },
  { value: 'position', name: 'where it started' },
  { value: 'notes', name: 'notes' },
];

export interface SheetSettings {
  columns: (SheetColumn | '')[] | null;
  order: 'day-first' | 'month-first' | null;
  attire: 'gi' | 'no-gi';
  told: boolean;
}

/** What a table would bring; nothing is written. */
export async function lookAtSheet(file: Blob, how: SheetSettings): Promise<SheetRead> {
  const query = new URLSearchParams({ attire: how.attire, notes: how.told ? 'told' : 'notes' });
  if (how.columns) query.set('columns', how.columns.join(','));
  if (how.order) query.set('order', how.order);
  const answer = await reach(`/api/intake/table?${query}`, {
    method: 'POST',
    headers: { 'content-type': 'text/csv' },
    body: file,
  });
  const body: unknown = await answer.json().catch(() => undefined);
  if (!answer.ok) throw faultOf(answer.status, body);
  return body as SheetRead;
}

export const cutDiary = async (text: string, order: string | null): Promise<Diary> =>
  (await send<Diary>('POST', '/api/intake/diary', { text, order })).value;

export const readEvening = async (text: string, entry: DiaryEntry, attire: string): Promise<Evening> =>
  (
    await send<Evening>('POST', '/api/intake/diary/day', {
      text: text.slice(entry.body.start, entry.body.start + entry.body.length),
      date: entry.date,
      nth: entry.nth,
      attire,
    })
  ).value;

export const take = async (
  says: string,
  partners: readonly NewPartner[],
  sessions: readonly Session[],
): Promise<Intake> => (await send<Intake>('POST', '/api/intake', { says, partners, sessions })).value;

export const takeBack = (id: string) => send('DELETE', `/api/intake/${encodeURIComponent(id)}`);

export const intakes = () => data(api.GET('/api/intakes'));

/** What an import brought, or would bring: "12 sessions with 31 rolls, 4 new partners". */
export function countWords(sessions: number, rolls: number, partners: number): string {
  const people = partners > 0 ? `, ${plural(partners, 'new partner')}` : '';
  return `${plural(sessions, 'session')} with ${plural(rolls, 'roll')}${people}`;
}

/** Each partner once: evenings that were read one by one name the same new people again. */
export const once = (partners: readonly NewPartner[]): NewPartner[] => [
  ...new Map(partners.map((p) => [p.id, p])).values(),
];

/** A session in a line: its day, and each round with whom and the taps. */
export function sessionLine(session: Session, nameOf: (id: string) => string, now: Date = new Date()): string {
  const taps = (by: 'me' | 'them') =>
    session.rolls.flatMap((r) => r.exchanges).filter((e) => e.end?.kind === 'tap' && e.end.by === by).length;
  const people = session.rolls.map((r) => (r.partnerId ? nameOf(r.partnerId) : 'somebody'));
  const rounds = people.length === 0 ? 'no rounds' : people.join(', ');
  const ends = taps('me') + taps('them') > 0 ? ` · taps ${taps('me')} to ${taps('them')}` : '';
  return `${dayWords(session.date, now)}, ${session.attire === 'gi' ? 'gi' : 'no-gi'}: ${rounds}${ends}`;
}
