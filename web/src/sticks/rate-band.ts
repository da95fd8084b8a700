import type { StretchWith } from '../lib/api/types.ts';

export interface BandShape {
  width: number;
  height: number;
  band: string;
  line: string;
  points: { x: number; y: number }[];
  levels: { y: number; label: string; half: boolean }[];
  months: { x: number; label: string }[];
}

const width = 520;
const height = 190;
const left = 44;
const right = 18;
const top = 12;
const bottom = 30;

/** A line through the rates with its band, from 0 to 10 in 10; months are named where there is room. */
export function bandShape(steps: readonly StretchWith[], month: (date: string) => string): BandShape {
  const room = width - left - right;
  const x = (i: number) => Math.round(left + (steps.length === 1 ? room / 2 : (i / (steps.length - 1)) * room));
  const y = (rate: number) => Math.round(top + (1 - rate) * (height - top - bottom));
  const points = steps.map((s, i) => ({ x: x(i), y: y(s.rate.rate) }));
  const along = (ys: number[]) => ys.map((v, i) => `${x(i)} ${v}`);
  const high = along(steps.map((s) => y(s.rate.high)));
  const low = along(steps.map((s) => y(s.rate.low))).reverse();
  const every = Math.max(1, Math.ceil(steps.length / 8));
  return {
    width,
    height,
    points,
    line: `M${points.map((p) => `${p.x} ${p.y}`).join('L')}`,
    band: `M${[...high, ...low].join('L')}Z`,
    levels: [0, 5, 10].map((n) => ({ y: y(n / 10), label: String(n), half: n === 5 })),
    months: steps.flatMap((s, i) => (i % every === 0 ? [{ x: x(i), label: month(s.until) }] : [])),
  };
}
