import { dayWords, figure, plural, today } from './words.ts';

/** How long ago something was, as people say it: "5 minutes ago", "yesterday at 18:30", "on Tue 3 Mar at 18:30". */
export function ageWords(made: string, now: Date = new Date()): string {
  const then = new Date(made);
  const minutes = Math.floor((now.getTime() - then.getTime()) / 60_000);
  if (minutes < 1) return 'just now';
  if (minutes < 60) return `${plural(minutes, 'minute')} ago`;
  const time = `${String(then.getHours()).padStart(2, '0')}:${String(then.getMinutes()).padStart(2, '0')}`;
  const midnight = (date: Date) => new Date(date.getFullYear(), date.getMonth(), date.getDate()).getTime();
  const days = Math.round((midnight(now) - midnight(then)) / 86_400_000);
  if (days === 0) return `today at ${time}`;
  if (days === 1) return `yesterday at ${time}`;
  return `on ${dayWords(today(then), now)} at ${time}`;
}

/** A size in kilobytes or megabytes, of a thousand each. */
export function sizeWords(bytes: number): string {
  if (bytes < 1_000_000) return `${figure(Math.max(1, Math.round(bytes / 1000)))} kB`;
  return `${figure(bytes / 1_000_000, bytes < 10_000_000 ? 1 : 0)} MB`;
}
