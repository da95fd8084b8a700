import { replace } from 'svelte-spa-router';
import type { Objective } from '../api/types.ts';

/** What a judgement is asked under; all of it stands in the address, so that a page can be left and come back to. */
export const askedNames = ['objective', 'attire', 'from', 'to', 'peer'] as const;
export type Asked = Partial<Record<(typeof askedNames)[number], string>>;

/** What an address asks for. */
export const queryOf = (querystring: string | undefined): Record<string, string> =>
  Object.fromEntries(new URLSearchParams(querystring ?? ''));

export function askedOf(query: Record<string, string>): Asked {
  return Object.fromEntries(askedNames.filter((n) => query[n]).map((n) => [n, query[n]]));
}

/** The same address with something changed; what is empty is left out. */
export function changed(path: string, query: Record<string, string>, change: Record<string, string>): string {
  const next = new URLSearchParams({ ...query, ...change });
  for (const [name, value] of [...next]) if (value === '') next.delete(name);
  return `${path}${next.size > 0 ? '?' + next : ''}`;
}

export const go = (path: string, query: Record<string, string>, change: Record<string, string>): void =>
  void replace(changed(path, query, change));

export const objectiveName: Record<Objective, string> = {
  submissions: 'submissions',
  points: 'control and points',
  survival: 'not being finished',
};

/** What is counted, of which part of the log, and against whom: "submissions, gi and no-gi, all days, against my own level". */
export function settingsWords(
  asked: Asked,
  usual: Objective,
  peers: boolean,
  dayWords: (day: string) => string,
): string {
  const days =
    asked.from && asked.to
      ? `${dayWords(asked.from)} to ${dayWords(asked.to)}`
      : asked.from
        ? `from ${dayWords(asked.from)}`
        : asked.to
          ? `up to ${dayWords(asked.to)}`
          : 'all days';
  return [
    objectiveName[(asked.objective as Objective | undefined) ?? usual] ?? asked.objective,
    asked.attire ?? 'gi and no-gi',
    days,
    ...(peers ? [asked.peer ? `against ${asked.peer} belts` : 'against my own level'] : []),
  ].join(', ');
}
