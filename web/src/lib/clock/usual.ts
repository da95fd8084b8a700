import type { Partner } from '../api/types.ts';

/** Monday is 0, as the log counts. */
export const weekdayOf = (day: string): number => (new Date(`${day}T00:00:00Z`).getUTCDay() + 6) % 7;

/** Everyone, those first who are usually there on the weekday of this day; the rest as they came. */
export function usualOn(day: string, partners: readonly Partner[]): Partner[] {
  const weekday = weekdayOf(day);
  const times = (p: Partner) => p.weekdays?.[weekday] ?? 0;
  return [...partners].sort((a, b) => times(b) - times(a));
}
