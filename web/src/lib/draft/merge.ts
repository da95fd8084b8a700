import type { Roll, Session } from '../api/types.ts';
import { canonical } from './canonical.ts';

/** Which of two versions of something stands: that of this device, the other one, or both. */
export type Pick = 'mine' | 'theirs' | 'both';

/** Something in which two versions of a session differ. */
export interface Difference {
  /** What it is, for the choice. */
  key: string;
  /** The member of the session; or the roll's id when it is a roll. */
  field: keyof Session | null;
  roll: string | null;
  mine: unknown;
  theirs: unknown;
  /** What can be chosen, the first being what stands unless something else is. */
  picks: readonly Pick[];
}

const fields = [
  'date',
  'startTime',
  'kind',
  'attire',
  'minutes',
  'effort',
  'aim',
  'notes',
  'taught',
  'event',
] as const satisfies readonly (keyof Session)[];
/** Words of the owner's can stand behind one another. */
const words: ReadonlySet<string> = new Set(['aim', 'notes']);

/** Nothing said, an empty text and an empty list say the same: nothing. */
const said = (value: unknown): string => {
  if (value === undefined || value === null || value === '' || (Array.isArray(value) && value.length === 0)) return '';
  return canonical(value);
};

const rollOf = (session: Session, id: string): Roll | undefined => session.rolls.find((r) => r.id === id);
/** A roll without its place in the session, which follows from the rolls around it. */
const bare = (roll: Roll | undefined) => (roll ? { ...roll, order: null } : undefined);

/** In what two versions of a session differ; a roll that only one of them has is kept unless the owner says otherwise. */
export function differences(mine: Session, theirs: Session): Difference[] {
  const found: Difference[] = [];
  for (const field of fields) {
    if (said(mine[field]) === said(theirs[field])) continue;
    const both = words.has(field) && said(mine[field]) !== '' && said(theirs[field]) !== '';
    // What only one of them says is no quarrel, but it is shown.
    const first: Pick = said(mine[field]) === '' ? 'theirs' : 'mine';
    // Words that hold the other's words whole are the later ones.
    const longer: Pick | null = !both
      ? null
      : String(mine[field]).includes(String(theirs[field]))
        ? 'mine'
        : String(theirs[field]).includes(String(mine[field]))
          ? 'theirs'
          : 'both';
    const order: Pick[] = both ? ['both', 'mine', 'theirs'] : ['mine', 'theirs'];
    const lead = longer ?? first;
    const picks = [lead, ...order.filter((p) => p !== lead)];
    found.push({ key: field, field, roll: null, mine: mine[field], theirs: theirs[field], picks });
  }
  for (const id of new Set([...theirs.rolls, ...mine.rolls].map((r) => r.id))) {
    const [here, there] = [rollOf(mine, id), rollOf(theirs, id)];
    if (said(bare(here)) === said(bare(there))) continue;
    const picks: Pick[] = !here ? ['theirs', 'mine'] : !there ? ['mine', 'theirs'] : ['both', 'mine', 'theirs'];
    found.push({ key: `roll ${id}`, field: null, roll: id, mine: here, theirs: there, picks });
  }
  return found;
}

/** What stands of a difference. */
export const pickOf = (one: Difference, picks: ReadonlyMap<string, Pick>): Pick => picks.get(one.key) ?? one.picks[0]!;

/**
 * The two versions made one by what the owner picked. Both versions of a roll stand side by side, the other one under an id of its
 * own; rolls come in the order of the other version, those that only this device has behind them.
 */
export function merged(
  mine: Session,
  theirs: Session,
  picks: ReadonlyMap<string, Pick>,
  newId: () => string = () => crypto.randomUUID(),
): Session {
  const all = differences(mine, theirs);
  const session: Record<string, unknown> = { ...theirs };
  for (const one of all) {
    if (!one.field) continue;
    const pick = pickOf(one, picks);
    session[one.field] =
      pick === 'both' ? `${String(one.theirs)}\n${String(one.mine)}` : pick === 'mine' ? one.mine : one.theirs;
  }
  const byRoll = new Map(all.filter((d) => d.roll).map((d) => [d.roll!, d]));
  const ids = [...new Set([...theirs.rolls, ...mine.rolls].map((r) => r.id))];
  const rolls = ids.flatMap((id): Roll[] => {
    const one = byRoll.get(id);
    const [here, there] = [rollOf(mine, id), rollOf(theirs, id)];
    if (!one) return [there!];
    const pick = pickOf(one, picks);
    if (pick === 'both' && here && there) return [there, { ...here, id: newId() }];
    const stands = pick === 'mine' ? here : there;
    return stands ? [stands] : [];
  });
  return { ...(session as unknown as Session), id: mine.id, rolls: rolls.map((r, i) => ({ ...r, order: i + 1 })) };
}
