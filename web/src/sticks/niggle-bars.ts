import type { Niggle } from '../lib/api/types.ts';

export interface NiggleBar {
  id: string;
  label: string;
  x: number;
  width: number;
  /** Thicker where it was felt more. */
  height: number;
  open: boolean;
}

const thickness = { slight: 4, clear: 8, bad: 12 } as const;

/**
 * Niggles as bars on the same days as the load: from the first to the last day, those that last run to the end. What lies
 * before the first week is cut off.
 */
export function niggleBars(
  niggles: readonly Niggle[],
  from: string,
  to: string,
  x: (share: number) => number,
): NiggleBar[] {
  const [first, last] = [Date.parse(from), Date.parse(to)];
  const share = (day: string) => Math.min(1, Math.max(0, (Date.parse(day) - first) / Math.max(1, last - first)));
  return niggles
    .filter((n) => (n.to ?? to) >= from && n.from <= to)
    .map((n) => {
      const [a, b] = [x(share(n.from)), x(share(n.to ?? to))];
      return {
        id: n.id,
        label: `${n.side ? n.side + ' ' : ''}${n.part}`,
        x: a,
        width: Math.max(4, b - a),
        height: thickness[n.howMuch ?? 'slight'],
        open: n.to == null,
      };
    });
}
