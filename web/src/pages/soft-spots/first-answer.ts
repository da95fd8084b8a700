import type { Objective, SpotAnswer, StandsOut } from '../../lib/api/types.ts';
import { gainRangeWords, gainWords, inTen, plural, tenthsRange, worst } from '../../lib/text/words.ts';

/** The first answer of the page: what, and how sure, worth what, surer how. */
export interface FirstAnswer {
  what: string;
  sure: string;
}

const chanceWords = (chance: number) => (chance >= 0.95 ? 'nearly certain' : `${Math.round(chance * 10)} in 10`);

/**
 * @param top the first of the list
 * @param second the next of it, if any
 * @param kind which list
 * @param nameOf a spot's name
 * @param techniqueName a technique's name
 */
export function firstAnswer(
  top: SpotAnswer,
  second: SpotAnswer | undefined,
  kind: 'spots' | 'levers' | 'heartwood',
  objective: Objective,
  enough: boolean,
  nameOf: (spot: SpotAnswer) => string,
  techniqueName: (id: string) => string,
): FirstAnswer {
  const contests = top.won + top.lost;
  const by = (tally: StandsOut | null, word: string) =>
    tally && tally.done > 0 ? `, ${word} ${techniqueName(tally.technique).toLowerCase()}` : '';
  const lead = {
    spots: enough ? 'What costs you most is' : 'So far it looks as if most is lost in',
    levers: enough ? 'Getting better pays most in' : 'So far it looks as if getting better would pay most in',
    heartwood: enough ? 'What earns you most is' : 'So far most seems to come from',
  }[kind];
  const rate =
    kind === 'heartwood'
      ? `you leave it better off ${inTen(top.rate)} (${plural(contests, 'contest')}; could be ` +
        `${tenthsRange(top.rateLow, top.rateHigh)} in 10)${by(worst(top.evidence.mine), 'most of it by the')}`
      : `a peer gets the better of you there ${inTen(1 - top.rate)} (${plural(contests, 'contest')}; could be ` +
        `${tenthsRange(1 - top.rateHigh, 1 - top.rateLow)} in 10)${by(worst(top.evidence.theirs), 'most of it by the')}`;
  const place = {
    clear: `That it is among your first three is clear (${chanceWords(top.chanceTop3)})`,
    likely: `It is likely among your first three (${chanceWords(top.chanceTop3)})`,
    'a guess yet': `Its place is a guess yet (${chanceWords(top.chanceTop3)} to be among the first three)`,
  }[top.verdict];
  const worth =
    kind === 'heartwood'
      ? `it earns ${gainWords(top.gain, objective)}`
      : kind === 'levers'
        ? `a notch better there is worth ${gainRangeWords(top.gain, top.gainLow, top.gainHigh, objective)}`
        : `winning back half of what is missing for your level is worth ${gainRangeWords(top.gain, top.gainLow, top.gainHigh, objective)}`;
  return {
    what: `${lead} ${nameOf(top)}: ${rate}.`,
    sure: `${place ?? 'Its place is a guess yet'}; ${worth}. ${surer(top, second, nameOf)}`,
  };
}

/** What would make it surer. */
function surer(top: SpotAnswer, second: SpotAnswer | undefined, nameOf: (spot: SpotAnswer) => string): string {
  const contests = top.won + top.lost;
  if (contests < 12) return `About ${plural(12 - contests, 'more visit')} would make it surer; rounds may start there.`;
  if (top.verdict !== 'clear' && second)
    return `${nameOf(second)} is close behind: rounds that start in either would part them.`;
  return top.gainHigh - top.gainLow > 0.8 * top.gain
    ? 'More rounds through it would sharpen the size.'
    : 'More rolls will sharpen it only slowly: it can be acted on.';
}
