import type { WeekLoad } from '../../lib/api/types.ts';

/** What is to be said of a week; never a diagnosis. */
export function cautionWords(week: WeekLoad): string {
  if (week.caution === 'far-above')
    return 'More than one and a half times your usual week. Give the days after it some room, and tell your coach.';
  if (week.caution === 'rising')
    return 'The third week in a row that rises above the usual. An easier one would fit now; ask your coach.';
  if (week.caution === 'after-break')
    return 'The first week back after a month or more away. Begin with less than you left off with, and tell your coach.';
  return '';
}

/** The caution in the table of weeks. */
export const cautionMark = {
  rising: 'third rising week',
  'far-above': 'far above',
  'after-break': 'back after a break',
};

/** How a week stands to the usual ones. */
export function standingWords(week: WeekLoad): string {
  if (week.standing == null) return 'too early to say what is usual';
  return { above: 'above the usual', usual: 'usual', below: 'below the usual' }[week.standing];
}
