/** A rate of one week with its band, each 0 to 1. */
export interface WeekRate {
  week: string;
  rate: number;
  low: number;
  high: number;
  /** Contests in that week alone. */
  seen: number;
}

export interface WeeksShape {
  line: string;
  band: string;
  dots: { x: number; y: number; r: number; week: string }[];
  ticks: { x: number; label: string }[];
}

export const weeksMeasure = { width: 460, height: 132, left: 64, right: 8, top: 8, bottom: 24 };

const round = (n: number) => Math.round(n * 10) / 10;

/**
 * Rates over weeks: a line with its band, a dot for each week with contests (larger for more), and a tick where a month
 * begins.
 */
export function weeksShape(weeks: readonly WeekRate[], monthName: (week: string) => string): WeeksShape {
  const { width, height, left, right, top, bottom } = weeksMeasure;
  const x = (i: number) => round(left + ((width - left - right) * (i + 0.5)) / Math.max(1, weeks.length));
  const y = (rate: number) => round(top + (height - top - bottom) * (1 - Math.min(1, Math.max(0, rate))));
  const along = (of: (w: WeekRate) => number) => weeks.map((w, i) => `${x(i)} ${y(of(w))}`);
  const months = weeks.map((w) => w.week.slice(0, 7));
  return {
    line: weeks.length > 0 ? 'M' + along((w) => w.rate).join('L') : '',
    band:
      weeks.length > 0
        ? `M${along((w) => w.high).join('L')}L${along((w) => w.low)
            .reverse()
            .join('L')}Z`
        : '',
    dots: weeks.flatMap((w, i) =>
      w.seen > 0 ? [{ x: x(i), y: y(w.rate), r: round(Math.min(6, 1.6 + Math.sqrt(w.seen))), week: w.week }] : [],
    ),
    ticks: weeks.flatMap((w, i) =>
      i === 0 || months[i] !== months[i - 1] ? [{ x: x(i), label: monthName(w.week) }] : [],
    ),
  };
}
