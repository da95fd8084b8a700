import type { Alias } from '../api/types.ts';

/** Anything with a name that can be looked for. */
export interface Named {
  id: string;
  name: string;
  aliases: string[];
}

const plain = (text: string) =>
  text
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z0-9]+/g, ' ')
    .trim();

/** How well words match a name: 0 not at all, 4 the very name; a beginning counts more than a middle. */
function fit(query: string, name: string): number {
  const text = plain(name);
  if (text === query) return 4;
  if (text.startsWith(query)) return 3;
  const parts = query.split(' ');
  const words = text.split(' ');
  if (parts.every((part) => words.some((word) => word.startsWith(part)))) return 2;
  return text.includes(query) ? 1 : 0;
}

/** What matches by name, alias or the owner's own alias, best first; all of them for an empty query. */
export function search<T extends Named>(
  query: string,
  things: readonly T[],
  own: readonly Alias[] = [],
  most = 12,
): T[] {
  const q = plain(query);
  if (q === '') return things.slice(0, most);
  return things
    .map((thing, order) => {
      const names = [...thing.aliases, ...own.filter((a) => a.means === thing.id).map((a) => a.says)];
      return { thing, order, score: Math.max(fit(q, thing.name) + 0.5, ...names.map((n) => fit(q, n))) };
    })
    .filter((m) => m.score >= 1)
    .sort((a, b) => b.score - a.score || a.order - b.order)
    .slice(0, most)
    .map((m) => m.thing);
}
