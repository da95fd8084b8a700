import type { Actor, Board, EventTally, Lead, Score, ScoreLine, ToldResult } from '../api/types.ts';
import { clockWords, plural } from '../text/words.ts';

/** An event's name for people. */
const names: Record<string, string> = {
  takedown: 'takedown',
  'takedown-past': 'takedown past the guard',
  sweep: 'sweep',
  'sweep-past': 'sweep past the guard',
  'guard-pass': 'guard pass',
  'knee-on-belly': 'knee on belly',
  mount: 'mount',
  'back-mount': 'back mount',
  'back-control': 'back',
  submission: 'submission',
  'guard-pull': 'guard pulled',
  penalty: 'penalty',
};

export function eventName(event: string): string {
  return event.startsWith('near-') ? `near ${eventName(event.slice(5))}` : (names[event] ?? event.replaceAll('-', ' '));
}

/** Several events in a sentence; mounts and backs of one worth are named once. */
export function eventList(events: readonly string[]): string {
  const all = [...new Set(events.filter((e) => e !== 'back-mount' || !events.includes('back-control')).map(eventName))];
  return all.length < 2 ? (all[0] ?? '') : `${all.slice(0, -1).join(', ')} or ${all.at(-1)}`;
}

/** A board in words: "7 points, an advantage". */
export function boardWords(board: Board): string {
  const parts = [plural(board.points, 'point')];
  if (board.advantages > 0) parts.push(plural(board.advantages, 'advantage'));
  if (board.penalties > 0) parts.push(plural(board.penalties, 'penalty', 'penalties'));
  return parts.join(', ');
}

/** The running score in short: "2 to 0", with advantages where there are any. */
export function scoreShort(me: Board, them: Board): string {
  const advantages = me.advantages + them.advantages > 0 ? ` (advantages ${me.advantages} to ${them.advantages})` : '';
  return `${me.points} to ${them.points}${advantages}`;
}

const how: Record<Score['result']['by'], string> = {
  submission: 'by a tap',
  points: 'on points',
  advantages: 'on advantages',
  penalties: 'on penalties',
  disqualification: 'by disqualification',
  decision: 'by the referee’s decision',
  draw: '',
};

/** A result in words: "Won on points". */
export function resultWords(result: { winner?: Actor | null; by: Score['result']['by'] }): string {
  if (!result.winner) return result.by === 'decision' ? 'The referee decides' : 'A draw';
  return `${result.winner === 'me' ? 'Won' : 'Lost'} ${how[result.by]}`;
}

/** Whether what was announced is what the rules make of it. */
export const agrees = (told: ToldResult, score: Score): boolean =>
  score.result.by === 'decision' || (told.winner ?? null) === (score.result.winner ?? null);

/** What a line brought: "3", "an advantage", "marked". */
export function broughtWords(line: ScoreLine): string {
  if (line.points !== 0) return `${line.points > 0 ? '+' : '−'}${Math.abs(line.points)}`;
  if (line.advantages > 0) return line.advantages === 1 ? 'an advantage' : `${line.advantages} advantages`;
  return 'marked';
}

/** A stretch of the match in words: who leads, and what the other needs. */
export function leadWords(lead: Lead, them: string): string {
  const when = lead.from == null ? '' : `From ${clockWords(lead.from)}: `;
  if (lead.ahead === 'level')
    return `${when}level.${lead.takes.length > 0 ? ` A ${eventList(lead.takes.slice(0, 3))} puts either ahead.` : ''}`;
  const by = plural(
    lead.by,
    lead.on === 'points' ? 'point' : lead.on === 'advantages' ? 'advantage' : 'penalty',
    lead.on === 'penalties' ? 'penalties' : undefined,
  );
  const who = lead.ahead === 'me' ? 'you lead' : `${them} leads`;
  const other = lead.ahead === 'me' ? 'theirs' : 'yours';
  const level = lead.loses.filter((e) => !lead.takes.includes(e));
  const parts = [
    ...(level.length > 0 ? [`a ${eventList(level)} of ${other} levels it`] : []),
    ...(lead.takes.length > 0 ? [`a ${eventList(lead.takes)} of ${other} takes it`] : []),
  ];
  return `${when}${who} by ${by}${parts.length > 0 ? `; ${parts.join(', ')}` : '; no one move takes it away'}.`;
}

/** An event of one's own with how often it comes off. */
export const tallyWords = (t: EventTally): string => `${eventName(t.event)} (${t.done} of ${t.tried})`;
