import type { Try } from '../lib/api/types.ts';

export interface GoMark {
  /** Where the notch begins and ends, and how deep it is cut. */
  path: string;
  kept: boolean;
}

export const goesMeasure = { width: 320, height: 34, top: 4, bottom: 30 };

/**
 * Goes as notches in one bar, in the order in which they were done: a go that was kept is cut from the upper edge, one that
 * was not from the lower. Places for goes that are still to come stay whole.
 */
export function goesStick(tries: readonly Try[], planned: number): GoMark[] {
  const { width, top, bottom } = goesMeasure;
  const places = Math.max(planned, tries.length, 1);
  const step = width / places;
  const half = Math.min(6, step * 0.35);
  const depth = (bottom - top) * 0.55;
  return tries.map(({ kept }, i) => {
    const x = (i + 0.5) * step;
    const [edge, tip] = kept ? [top, top + depth] : [bottom, bottom - depth];
    return { kept, path: `M${(x - half).toFixed(1)} ${edge}L${x.toFixed(1)} ${tip}L${(x + half).toFixed(1)} ${edge}` };
  });
}
