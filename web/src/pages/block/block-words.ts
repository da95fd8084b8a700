import type { Candidate, DrillCard, Interval, Rung, Stretch, VerdictAnswer } from '../../lib/api/types.ts';
import { inTen, plural, tenthsRange } from '../../lib/text/words.ts';

/** How long until a change would show, in a sentence; for a block of so many weeks. */
export function patienceWords({ patience: p }: Pick<Candidate, 'patience'>, blockWeeks = 4): string {
  const weeks = (n: number) => plural(Math.max(1, Math.ceil(n)), 'week');
  const often =
    p.perWeek < 1
      ? `once in ${weeks(1 / Math.max(p.perWeek, 0.02))}`
      : `${plural(Math.round(p.perWeek), 'time')} a week`;
  const seen = `You are there about ${often}.`;
  const goes =
    p.weeksWithGoes == null
      ? 'Goes from the spot, before and in the block, are what would tell; the more the better.'
      : `With ${p.goesAWeek} goes from the spot each week, and as many before, about ${weeks(p.weeksWithGoes)}.`;
  if (p.weeks == null) return `${seen} Rolling alone would not tell whether it got better. ${goes}`;
  if (p.weeks > 2 * blockWeeks)
    return `${seen} Rolling alone would need about ${weeks(p.weeks)} to tell, longer than a block is worth waiting for. ${goes}`;
  return `${seen} About ${weeks(p.weeks)} of ordinary rolling would tell whether it got better. ${goes}`;
}

/** A start of a ladder in a few words. */
export function rungWords(rung: Rung, spotName: string, techniqueName: string): string {
  switch (rung.kind) {
    case 'half-done':
      return 'half done: it has begun already';
    case 'in-spot':
      return `${spotName}, settled`;
    case 'step-back': {
      const road = techniqueName
        ? `, ${rung.by === 'me' ? 'your' : 'their'} ${techniqueName.toLowerCase()} leads on`
        : '';
      return `a step before: ${spotName}${road}${rung.seen > 0 ? ` (seen ${plural(rung.seen, 'time')})` : ''}`;
    }
    default:
      return 'a full round';
  }
}

const rate = (r: Interval) => `${inTen(r.rate)} (could be ${tenthsRange(r.low, r.high)} in 10)`;

/** The verdict's first line, as a coach would say it. */
export function verdictHeading(v: Pick<VerdictAnswer, 'word'>): string {
  return {
    held: 'It held.',
    probably: 'Probably better.',
    'too-early': 'Too early to tell.',
    'no-sign': 'No sign of it.',
    worse: 'Worse, if anything.',
  }[v.word];
}

/** More rolls than a year of most people's training holds. */
const TOO_MANY_ROLLS = 300;

/** Whether nothing was told of the spot in that stretch. */
export const unseen = (s: Stretch) => s.won + s.lost + s.goes === 0;

/** The verdict as an honest note: what is believed, how sure, and what would settle it. */
export function verdictNote(v: VerdictAnswer): string[] {
  if (unseen(v.since))
    return [
      `Against somebody of your level you left it better off ${rate(v.before)} before.`,
      'Nothing has come through it since the block began, no round and no go: there is nothing yet to compare with.',
    ];
  const chance = Math.round(v.better * 100);
  const odds =
    v.better > 0.5
      ? `The odds that you are better there at all are about ${chance} in 100, that it is by at least half of what you ` +
        `hoped for about ${Math.round(v.enough * 100)} in 100.`
      : `The odds that you are better there at all are only about ${chance} in 100.`;
  const levels =
    `Against somebody of your level you left it better off ${rate(v.before)} before, and ${rate(v.after)} ` +
    `since, partners and goes allowed for.`;
  const next = {
    held: 'Close it and let the refreshers keep it, or take the next step out on the ladder.',
    probably: 'Keep the cue for some weeks yet: where nothing has changed, luck alone says this about one time in ten.',
    'too-early':
      v.rollsMore == null
        ? 'Rolling alone will hardly tell: too little is known from before. Goes from the spot would.'
        : v.rollsMore > TOO_MANY_ROLLS
          ? `Rolling alone would take long to tell, about ${v.rollsMore} rolls more: you are seldom there. Goes from the spot tell sooner.`
          : `About ${plural(v.rollsMore, 'more roll')} would tell, or fewer with goes from the spot.`,
    'no-sign': 'Enough was seen to say that what you hoped for did not come. Change the drill or the focus.',
    worse: 'Ask your coach to look at it with you before you drill on.',
  }[v.word];
  return [levels, odds, next];
}

const whyWords = {
  'easier-than-peers': 'those you met there are easier than somebody of your level',
  'harder-than-peers': 'those you met there are harder than somebody of your level',
  'easier-since': 'your partners there were easier since',
  'harder-since': 'your partners there were harder since',
  goes: 'goes are easier than rounds and are counted apart',
  few: 'so few contests swing far by luck',
  usual: 'what is usual at your level, and how you fare in places like it, is weighed in',
} as const;

/** Why the plain counts say something else than the verdict; null when they agree. */
export const whyRatesDiffer = ({ differ }: Pick<VerdictAnswer, 'differ'>): string | null =>
  differ.length > 0
    ? `The counts and the judgement differ because ${differ.map((w) => whyWords[w]).join('; ')}.`
    : null;

/** How much of what, on which side: "10 goes of 45 seconds, 6 of them on the left". */
export function doseWords(
  card: Pick<DrillCard, 'kind' | 'goes' | 'seconds' | 'firstSide' | 'onFirstSide' | 'thin'>,
): string {
  const what =
    card.kind === 'repetitions'
      ? plural(card.goes, 'repetition')
      : card.kind === 'rounds'
        ? plural(card.goes, 'round')
        : plural(card.goes, 'go', 'goes');
  const length =
    card.seconds === 0
      ? ''
      : card.seconds >= 120
        ? ` of ${Math.round(card.seconds / 60)} minutes`
        : ` of ${card.seconds} seconds`;
  if (card.kind === 'rounds') return what + length;
  return `${what}${length}, ${card.onFirstSide} of them on the ${card.firstSide}${card.thin ? ', your thin side' : ''}`;
}

export const slotWords = { before: 'before class', during: 'in class', after: 'after class' } as const;

export const kindWords = {
  repetitions: 'Repetitions',
  goes: 'Goes',
  game: 'A game',
  rounds: 'Rounds',
  refresher: 'Refresher',
} as const;

export const styleWords = {
  'repetitions-and-positional': 'repetitions, then positional goes',
  games: 'games with a task and a limit',
  'positional-only': 'positional goes only',
} as const;
