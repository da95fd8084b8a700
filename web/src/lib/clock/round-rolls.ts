import { canonical } from '../draft/canonical.ts';
import type { Exchange, Partner, Roll, Session } from '../api/types.ts';
import { partnerOf, startOf, type ClockState, type Round, type Setting } from './rounds.ts';

/** One run of the clock, as far as the rolls that it leaves behind go. */
export interface RunOf {
  id: string;
  setting: Setting;
}

const seconds = (ms: number) => Math.round(ms / 1000);

/** The exchanges of a round: each tap and each reset ends one at its clock; a round without either leaves them open. */
function exchangesOf(round: Round, start: Exchange['start'], offset: number, last: boolean): Exchange[] {
  const from = start ? { start } : {};
  if (round.marks.length === 0 && !start) return [];
  const parted = round.marks.map((mark): Exchange => ({
    ...from,
    moments: [],
    end:
      mark.what === 'tap'
        ? { kind: 'tap', by: mark.by, clock: offset + seconds(mark.at) }
        : { kind: 'reset', clock: offset + seconds(mark.at) },
  }));
  const clock = offset + seconds(round.worked);
  return [...parted, { ...from, moments: [], end: last ? { kind: 'time', clock } : { kind: 'reset', clock } }];
}

/** The rounds that make one roll: short goes with the same partner stand together, all else by itself. */
function together(setting: Setting, state: ClockState): Round[][] {
  const mine = state.rounds.filter((r) => r.ended && !state.notMine.has(r.number));
  const rolls: Round[][] = [];
  for (const round of mine) {
    const before = rolls.at(-1)?.at(-1);
    const joins =
      setting.kind === 'positional' &&
      before?.number === round.number - 1 &&
      partnerOf(setting, state, before.number) === partnerOf(setting, state, round.number);
    if (joins) rolls.at(-1)!.push(round);
    else rolls.push([round]);
  }
  return rolls;
}

/**
 * The draft rolls of the rounds that are over: partner, minutes, kind, where each began, and each tap and reset as an exchange
 * that ends at its clock. What happened in between is told or built afterwards.
 */
export function rollsOf(run: RunOf, state: ClockState, partners: readonly Partner[]): Roll[] {
  const { setting } = run;
  return together(setting, state).map((rounds): Roll => {
    const first = rounds[0]!;
    const partner = partners.find((p) => p.id === partnerOf(setting, state, first.number));
    const exchanges: Exchange[] = [];
    let offset = 0;
    for (const [i, round] of rounds.entries()) {
      const start = startOf(setting, state, round.number) ?? undefined;
      exchanges.push(...exchangesOf(round, start, offset, i === rounds.length - 1));
      offset += seconds(round.worked);
    }
    const match = setting.kind === 'match';
    return {
      id: `${run.id}-${first.number}`,
      kind: match ? 'match' : setting.kind === 'positional' ? 'positional' : 'roll',
      partnerId: partner?.id,
      partnerBelt: partner?.belt,
      partnerStripes: partner?.stripes,
      partnerWeightKg: partner?.weightKg,
      minutes: Math.round(offset / 6) / 10,
      intensity: match ? 'match' : 'hard',
      intent: 'own-game',
      ...(match && setting.ruleset ? { ruleset: setting.ruleset } : {}),
      ...(match && setting.work ? { length: setting.work } : {}),
      exchanges,
    };
  });
}

/** Whether nothing of what happened in a roll has been told yet: it is a draft, to be told or built. */
export function isDraft(roll: Roll): boolean {
  return (
    !roll.goes &&
    !roll.result &&
    ![roll.told, roll.notes].some((text) => text?.trim()) &&
    !roll.takeaways?.length &&
    roll.exchanges.every((e) => e.moments.length === 0)
  );
}

/** The rolls that a run has put into the session before, by their id, as text: what of them changed since then is seen by it. */
export type Written = Readonly<Record<string, string>>;

/**
 * The session with the rolls of a run. A roll that is new is put behind the others; one that the run now sees differently (an
 * undo, a partner named later) follows as long as it is a draft; one that is gone from the run goes as long as it is a draft.
 * What the owner has deleted or told is left alone.
 */
export function withRolls(
  session: Session,
  rolls: readonly Roll[],
  written: Written,
): { session: Session; written: Written } {
  const now: Record<string, string> = Object.fromEntries(rolls.map((r) => [r.id, canonical(r)]));
  const own = new Map(rolls.map((r) => [r.id, r]));
  const kept = session.rolls.flatMap((stands): Roll[] => {
    const before = written[stands.id];
    if (before === undefined || before === now[stands.id] || !isDraft(stands)) return [stands];
    const roll = own.get(stands.id);
    return roll ? [{ ...stands, ...roll }] : [];
  });
  const fresh = rolls.filter((r) => written[r.id] === undefined && !session.rolls.some((s) => s.id === r.id));
  const all = [...kept, ...fresh].map((r, i) => ({ ...r, order: i + 1 }));
  const same = canonical(all) === canonical(session.rolls);
  return { session: same ? session : { ...session, rolls: all }, written: now };
}
