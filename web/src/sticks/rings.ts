/** A week as a ring is drawn from it. */
export interface Week {
  week: string;
  rolls: number;
  /** How the week went against what was to be expected, per roll; null without contests. */
  result: number | null;
}

export type Shade = 'best' | 'better' | 'usual' | 'worse' | 'worst' | 'none';

export interface RingShape {
  week: string;
  /** Mean radius and thickness, in the picture's units. */
  radius: number;
  thickness: number;
  shade: Shade;
  /** The ring as a band, and its outer edge alone. */
  path: string;
  outer: string;
}

export interface RingsShape {
  rings: RingShape[];
  /** Where a month begins: the radius of its first week's inner edge. */
  months: { radius: number; label: string }[];
  /** The outer edge. */
  edge: number;
}

export const ringsMeasure = { size: 560, heart: 16, bark: 12 };

export const shadeWords: Record<Shade, string> = {
  best: 'much better than usual',
  better: 'better than usual',
  usual: 'about as usual',
  worse: 'worse than usual',
  worst: 'much worse than usual',
  none: 'nothing told',
};

/** How a week compares: by the spread of the log's own weeks, so that the words fit every objective. */
export function shades(weeks: readonly Week[]): Shade[] {
  const results = weeks.flatMap((w) => (w.result === null ? [] : [w.result]));
  const spread = Math.sqrt(results.reduce((sum, r) => sum + r * r, 0) / Math.max(1, results.length)) || 1;
  return weeks.map(({ result }) => {
    if (result === null) return 'none';
    const z = result / spread;
    return z > 1.2 ? 'best' : z > 0.4 ? 'better' : z >= -0.4 ? 'usual' : z >= -1.2 ? 'worse' : 'worst';
  });
}

/** A closed line at about this radius: no trunk is round, and every ring follows the one within. */
export function ringLine(radius: number, centre: number): string {
  const points = Array.from({ length: 60 }, (_, i) => {
    const a = (i / 60) * 2 * Math.PI;
    const r = radius * (0.965 + 0.022 * Math.sin(2 * a + 0.7) + 0.013 * Math.sin(3 * a + 2.1));
    return `${(centre + r * Math.cos(a)).toFixed(1)} ${(centre + r * Math.sin(a)).toFixed(1)}`;
  });
  return `M${points.join('L')}Z`;
}

/**
 * Weeks as the rings of a trunk, the first at the heart: as thick as the week had rounds, shaded by how it went. A week
 * without rounds leaves a thin pale ring.
 */
export function ringsShape(weeks: readonly Week[], monthName: (week: string) => string): RingsShape {
  const { size, heart, bark } = ringsMeasure;
  const room = size / 2 - heart - bark;
  const share = (w: Week) => Math.max(1.5, w.rolls);
  const all = weeks.reduce((sum, w) => sum + share(w), 0);
  const unit = all > 0 ? Math.min(room / all, 4) : 0;
  const tones = shades(weeks);
  let inner = heart;
  const rings: RingShape[] = [];
  const months: RingsShape['months'] = [];
  weeks.forEach((w, i) => {
    const thickness = share(w) * unit;
    if (i === 0 || w.week.slice(0, 7) !== weeks[i - 1]!.week.slice(0, 7))
      months.push({ radius: inner, label: monthName(w.week) });
    const outer = ringLine(inner + thickness, size / 2);
    rings.push({
      week: w.week,
      radius: inner + thickness / 2,
      thickness,
      shade: tones[i]!,
      path: outer + ringLine(inner, size / 2),
      outer,
    });
    inner += thickness;
  });
  return { rings, months, edge: inner };
}
