import type { Candidate, DrillDay, Focus, Side } from '../../lib/api/types.ts';

export const weekDays = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'] as const;

/** What the owner changed of a focus before the block began. */
export interface FocusEdit {
  cue?: string;
  thinSide?: Side | '';
}

/** Where the form begins: two evenings a week with a few minutes at either end. */
export const usualDays = (): DrillDay[] => [
  { day: 'tuesday', before: 5, during: 0, after: 10, minutes: 15 },
  { day: 'thursday', before: 5, during: 0, after: 10, minutes: 15 },
];

/** Minutes as they were typed, within what a day may hold. */
export const minutesIn = (text: string) => Math.max(0, Math.min(120, Math.round(Number(text) || 0)));

/** The days with one of them changed, begun, or (null) left out. */
export function withDay(days: readonly DrillDay[], day: DrillDay['day'], change: Partial<DrillDay> | null): DrillDay[] {
  const others = days.filter((d) => d.day !== day);
  if (change === null) return others;
  const before: DrillDay = days.find((d) => d.day === day) ?? { day, before: 5, during: 0, after: 10, minutes: 0 };
  return [...others, { ...before, ...change }];
}

/** The days as they are sent: the sum of their minutes is the program's to make. */
export const sentDays = (days: readonly DrillDay[]) => days.map(({ minutes: _, ...d }) => d);

/** Focuses with the owner's changes. */
export function focusesOf(focuses: readonly Focus[], edits: Readonly<Record<string, FocusEdit>>): Focus[] {
  return focuses.map((focus) => {
    const edit = edits[focus.id] ?? {};
    return {
      ...focus,
      cue: (edit.cue ?? focus.cue ?? '').trim() || undefined,
      thinSide: (edit.thinSide ?? focus.thinSide) || undefined,
    };
  });
}

/** The chosen candidates as focuses of a new block; ids that stay short enough for a calendar. */
export const chosenFocuses = (chosen: readonly Candidate[], edits: Readonly<Record<string, FocusEdit>>): Focus[] =>
  focusesOf(
    chosen.map((c) => c.focus),
    edits,
  ).map((f) => ({ ...f, id: f.id.replaceAll(':', '-') }));
