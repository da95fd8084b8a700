import type { Roll, Video } from '../api/types.ts';

/** A file as the browser knows it. */
export interface FileLike {
  name: string;
  size: number;
}

/** How far two lengths of one file may lie apart, in seconds: players round differently. */
const slack = 0.5;

/** Whether a file is the one that a roll was tagged in: by its name, its size and how long it plays, as far as both are known. */
export function isFileOf(video: Video, file: FileLike, length: number | null): boolean {
  return (
    video.name === file.name &&
    (video.size == null || video.size === file.size) &&
    (video.length == null || length === null || Math.abs(video.length - length) <= slack)
  );
}

/** Why a file is not the one of a roll, in a sentence; nothing when it is. */
export function otherFile(video: Video, file: FileLike, length: number | null): string {
  if (isFileOf(video, file, length)) return '';
  if (video.name !== file.name)
    return `This roll was tagged in “${video.name}”, and this is “${file.name}”. Its moments may stand elsewhere in it.`;
  return (
    `“${file.name}” is not as long or as large as when this roll was tagged: it was changed since. Its moments may ` +
    `stand elsewhere in it.`
  );
}

/** To a tenth of a second, as the log keeps clocks of recordings. */
export const tenth = (seconds: number): number => Math.round(seconds * 10) / 10;

/** The roll's clock at a place of its recording, in seconds; below zero before the roll starts. */
export const clockOf = (roll: Roll, seconds: number): number => tenth(seconds - (roll.video?.start ?? 0));

/** Where in the recording a clock of the roll lies, in seconds. */
export const secondsOf = (roll: Roll, clock: number): number => (roll.video?.start ?? 0) + clock;

/** The largest clock that a roll names, in seconds; 0 without any. */
export function lastClock(roll: Roll): number {
  const clocks = roll.exchanges.flatMap((e) => [...e.moments.map((m) => m.clock), e.end?.clock]);
  return Math.max(0, ...clocks.filter((c) => c != null));
}

/**
 * The roll with its clock's zero at a place of the recording. What was tagged in it before stays where it stands in the picture:
 * its clocks move against it.
 * @returns a sentence when something would then lie before the start
 */
export function withStart(roll: Roll, video: Video, seconds: number): Roll | string {
  const start = tenth(Math.max(0, seconds));
  const before = roll.video?.start;
  if (before == null || before === start) return { ...roll, video: { ...video, start } };
  const by = before - start;
  const clocks = roll.exchanges.flatMap((e) => [...e.moments.map((m) => m.clock), e.end?.clock]);
  if (clocks.some((c) => c != null && c + by < -0.05))
    return 'Some moments lie before this place. Take the start earlier, or move those moments first.';
  const moved = (clock: number | null | undefined) => (clock == null ? clock : Math.max(0, tenth(clock + by)));
  return {
    ...roll,
    video: { ...video, start },
    exchanges: roll.exchanges.map((e) => ({
      ...e,
      moments: e.moments.map((m) => (m.clock == null ? m : { ...m, clock: moved(m.clock) })),
      ...(e.end ? { end: e.end.clock == null ? e.end : { ...e.end, clock: moved(e.end.clock) } } : {}),
    })),
  };
}

/** What is wrong with writing something at a clock, in a sentence; nothing when all is well. */
export function clockFault(clock: number): string {
  if (clock < 0) return 'This is before the roll starts. Mark where it starts with “m”, or go further on.';
  return clock > 86_400 ? 'A roll of more than a day is none: mark where it starts with “m” first.' : '';
}

/** Minutes of a roll that reaches so far, if it now says less: rounded up to half a minute; nothing when it fits. */
export function longerMinutes(roll: Roll): number | null {
  const needs = lastClock(roll) / 60;
  return roll.minutes != null && needs > roll.minutes + 1 / 60 ? Math.min(240, Math.ceil(needs * 2) / 2) : null;
}
