/** A week as its bar is drawn from it. */
export interface LoadWeek {
  week: string;
  load: number;
  usualLow: number | null;
  usualHigh: number | null;
}

export interface LoadBars {
  bars: { week: string; x: number; y: number; width: number; height: number }[];
  /** The usual range as a band; empty before it is known. */
  band: string;
  ticks: { x: number; label: string }[];
  /** Round figures to read heights by. */
  lines: { y: number; label: string }[];
}

export const loadMeasure = { width: 1100, height: 260, left: 56, right: 8, top: 12, bottom: 26 };

const round = (n: number) => Math.round(n * 10) / 10;

/** A round step that makes about four lines. */
function stepOf(most: number): number {
  const rough = Math.max(1, most / 4);
  const power = 10 ** Math.floor(Math.log10(rough));
  return [1, 2, 5, 10].map((m) => m * power).find((s) => s >= rough)!;
}

/** Weekly loads as posts, with the usual range behind them, in so many units of width. */
export function loadBars(
  weeks: readonly LoadWeek[],
  monthName: (week: string) => string,
  width = loadMeasure.width,
): LoadBars {
  const { height, left, right, top, bottom } = loadMeasure;
  const most = Math.max(1, ...weeks.map((w) => Math.max(w.load, w.usualHigh ?? 0)));
  const slot = (width - left - right) / Math.max(1, weeks.length);
  const y = (load: number) => round(top + (height - top - bottom) * (1 - load / most));
  const known = weeks.map((w, i) => ({ ...w, i })).filter((w) => w.usualLow !== null && w.usualHigh !== null);
  const edge = (i: number) => round(left + slot * i);
  const band =
    known.length === 0
      ? ''
      : 'M' +
        [
          ...known.flatMap((w) => [`${edge(w.i)} ${y(w.usualHigh!)}`, `${edge(w.i + 1)} ${y(w.usualHigh!)}`]),
          ...[...known]
            .reverse()
            .flatMap((w) => [`${edge(w.i + 1)} ${y(w.usualLow!)}`, `${edge(w.i)} ${y(w.usualLow!)}`]),
        ].join('L') +
        'Z';
  const step = stepOf(most);
  return {
    bars: weeks.map((w, i) => ({
      week: w.week,
      x: round(left + slot * (i + 0.18)),
      y: y(w.load),
      width: round(slot * 0.64),
      height: round(height - bottom - y(w.load)),
    })),
    band,
    ticks: weeks.flatMap((w, i) =>
      i === 0 || w.week.slice(0, 7) !== weeks[i - 1]!.week.slice(0, 7)
        ? [{ x: round(left + slot * (i + 0.5)), label: monthName(w.week) }]
        : [],
    ),
    lines: Array.from({ length: Math.floor(most / step) + 1 }, (_, i) => ({ y: y(i * step), label: String(i * step) })),
  };
}
