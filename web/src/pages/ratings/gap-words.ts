import type { PartStanding } from '../../lib/api/types.ts';

const nth = (n: number) => `${n}${n === 1 ? 'st' : n === 2 ? 'nd' : n === 3 ? 'rd' : 'th'}`;

/** Where the log puts a part among the parts that it knows. */
export function rankWords(part: PartStanding, known: number): string {
  if (part.rank == null)
    return part.contests === 0 ? 'not seen in the log yet' : `too little yet (${part.contests} contests)`;
  return `${nth(part.rank)} of ${known} by the log (${part.contests} contests)`;
}

/** How the owner's rating stands to it, when they differ by two places or more. */
export function gapWords(part: PartStanding): string {
  if (part.ratedAs == null) return part.rank == null || part.rated != null ? '' : 'not rated yet';
  return {
    higher: 'You rate it well above what the log shows: watch it in the next rolls.',
    lower: 'The log thinks better of it than you do.',
    'the-same': 'You and the log agree.',
  }[part.ratedAs];
}
