import type { Role, Spot } from '../lib/api/types.ts';

/** A spot of the owner's ground, as far as the picture asks. */
export interface Knot {
  spot: Spot;
  family: string;
  visits: number;
  value: number;
}

export interface Road {
  from: Spot;
  to: Spot | null;
  won: boolean;
  flow: number;
}

export interface KnotShape {
  key: string;
  x: number;
  y: number;
  r: number;
  /** How good it is for the owner, -1 to 1 of the best and worst drawn. */
  value: number;
  label: string[];
  labelX: number;
  labelY: number;
  anchor: 'start' | 'middle' | 'end';
}

export interface RoadShape {
  /** One of the most taken, which are drawn at rest; the others show with their knots. */
  main: boolean;
  from: string;
  to: string;
  won: boolean;
  width: number;
  path: string;
}

export interface CutLogShape {
  knots: KnotShape[];
  roads: RoadShape[];
  /** The grain between bark and heart: the half axes of each ring. */
  rings: { rx: number; ry: number }[];
}

export const cutLogMeasure = { width: 900, height: 572, heart: 0.11, most: 34, roads: 28 };

/** From the bark inwards: how near a family lies to a finish. */
const depths: Record<string, number> = {
  feet: 0,
  'open guard': 1,
  butterfly: 1,
  'under legs': 1,
  'closed guard': 2,
  'half guard': 2,
  passing: 2,
  turtle: 2,
  'leg tangle': 2,
  pin: 3,
  control: 3,
  mount: 4,
  back: 4,
};
const shares = [0.93, 0.73, 0.545, 0.385, 0.235];

export const keyOf = (spot: { position: string; role: Role }): string => `${spot.position}:${spot.role}`;
export const finishKey = (mine: boolean): string => (mine ? 'finish:mine' : 'finish:theirs');

/**
 * The sided positions of a ring from left to right, the busiest apart from each other: the first a quarter in from one end,
 * the second from the other, and so on outward and inward; the next ring begins at the other end.
 */
function spread(here: readonly Knot[], order: (position: string) => number, fromRight: boolean): string[] {
  const visits = new Map<string, number>();
  for (const s of here)
    if (s.spot.role !== 'even') visits.set(s.spot.position, (visits.get(s.spot.position) ?? 0) + s.visits);
  const busiestFirst = [...visits]
    .sort((a, b) => b[1] - a[1] || order(a[0]) - order(b[0]))
    .map(([position]) => position);
  const n = busiestFirst.length;
  const quarters = [Math.floor(n / 4), Math.ceil((3 * n) / 4) - 1];
  const free = Array.from({ length: n }, (_, i) => i);
  const slots: string[] = [];
  busiestFirst.forEach((position, rank) => {
    const wanted = quarters[(rank + (fromRight ? 1 : 0)) % 2]!;
    const slot = free.reduce((best, i) => (Math.abs(i - wanted) < Math.abs(best - wanted) ? i : best), free[0]!);
    free.splice(free.indexOf(slot), 1);
    slots[slot] = position;
  });
  return slots;
}

const round = (n: number) => Math.round(n * 10) / 10;

/** A name in at most two lines, parted where the halves come out most alike. */
export function lines(name: string): string[] {
  const words = name.split(' ');
  if (words.length === 1 || name.length <= 11) return [name];
  const cuts = words.slice(1).map((_, i) => [words.slice(0, i + 1).join(' '), words.slice(i + 1).join(' ')]);
  return cuts.sort((a, b) => Math.max(...a.map((t) => t.length)) - Math.max(...b.map((t) => t.length)))[0]!;
}

/**
 * The owner's ground as the slanted cut of a log. The feet lie at the bark and finishes at the heart; where the owner is on
 * top lies in the upper half, where they are below in the lower, each place above its own mirror; even places lie on the line
 * between. Knots grow with visits, roads with how often they are taken.
 * @param spots the spots to draw; only the most visited are
 * @param roads roads between them, most taken first; only those between drawn spots are
 * @param order the place of a position in the order of the ground
 * @param nameOf the position's name
 */
export function cutLog(
  spots: readonly Knot[],
  roads: readonly Road[],
  order: (position: string) => number,
  nameOf: (position: string) => string,
): CutLogShape {
  const { width, height, heart, most } = cutLogMeasure;
  const drawn = [...spots].sort((a, b) => b.visits - a.visits).slice(0, most);
  const full = Math.max(1e-9, ...drawn.map((s) => Math.abs(s.value)));
  const busiest = Math.max(1, ...drawn.map((s) => s.visits));
  const [cx, cy, rx, ry] = [width / 2, height / 2, width / 2 - 40, height / 2 - 26];
  const knots: KnotShape[] = [];

  shares.forEach((share, depth) => {
    const here = drawn.filter((s) => (depths[s.family] ?? 2) === depth);
    const sided = spread(here, order, depth % 2 === 1);
    const even = here
      .filter((s) => s.spot.role === 'even')
      .sort((a, b) => order(a.spot.position) - order(b.spot.position));
    // Every other ring is turned a little, so that few names stand straight above each other.
    const aside = sided.length > 1 ? (depth % 2 === 1 ? 0.2 : -0.2) : 0;
    for (const s of here) {
      const isEven = s.spot.role === 'even';
      // Even places share the line through the middle: the first at the left, the next at the right, then further in.
      const nth = isEven ? even.indexOf(s) : sided.indexOf(s.spot.position);
      const angle = isEven
        ? nth % 2 === 0
          ? Math.PI
          : 0
        : Math.PI * (1 - (nth + 1 + aside) / (sided.length + 1)) * 0.94 + Math.PI * 0.03;
      // Neighbours in a crowded ring stand a little in and a little out, so that their names have room.
      const stagger = isEven ? -0.14 * Math.floor(nth / 2) : sided.length > 5 ? (nth % 2 === 0 ? 0.035 : -0.04) : 0;
      const x = cx + Math.cos(angle) * rx * (share + stagger);
      const up = s.spot.role === 'bottom' ? 1 : -1;
      const y = isEven ? cy : cy + up * Math.sin(angle) * ry * (share + stagger);
      const r = 5 + 13 * Math.sqrt(s.visits / busiest);
      knots.push({
        key: keyOf(s.spot),
        x: round(x),
        y: round(y),
        r: round(r),
        value: round((s.value / full) * 100) / 100,
        label: lines(nameOf(s.spot.position)),
        labelX: 0,
        labelY: 0,
        anchor: 'middle',
      });
    }
  });
  for (const mine of [true, false])
    knots.push({
      key: finishKey(mine),
      x: cx,
      y: round(cy + (mine ? -1 : 1) * ry * heart * 0.55),
      r: 24,
      value: mine ? 1 : -1,
      label: [mine ? 'I finish' : 'they finish'],
      labelX: 0,
      labelY: 0,
      anchor: 'middle',
    });
  name(knots, cy);

  const at = new Map(knots.map((k) => [k.key, k]));
  const flows = roads.flatMap((road) => {
    const from = at.get(keyOf(road.from));
    const to = at.get(road.to ? keyOf(road.to) : finishKey(road.won));
    return from && to && from !== to ? [{ road, from, to }] : [];
  });
  const widest = Math.max(1e-9, ...flows.map((f) => f.road.flow));
  return {
    knots,
    roads: flows.map(({ road, from, to }, i) => ({
      main: i < cutLogMeasure.roads,
      from: from.key,
      to: to.key,
      won: road.won,
      width: round(1 + 6 * Math.sqrt(road.flow / widest)),
      path: bow(from, to, cx, cy),
    })),
    rings: [1, 0.83, 0.64, 0.465, 0.31, heart + 0.05].map((s) => ({ rx: round(rx * s + 14), ry: round(ry * s + 14) })),
  };
}

interface Box {
  x: number;
  y: number;
  w: number;
  h: number;
}

const overlap = (a: Box, b: Box) =>
  Math.max(0, Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x)) *
  Math.max(0, Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y));

/** Gives every knot's name the place, away from the middle, at a side or toward it, where it covers least. */
function name(knots: KnotShape[], cy: number): void {
  const line = 14;
  const taken: Box[] = knots.map((k) => ({ x: k.x - k.r, y: k.y - k.r, w: 2 * k.r, h: 2 * k.r }));
  for (const k of [...knots].sort((a, b) => b.r - a.r)) {
    const w = 6.7 * Math.max(...k.label.map((t) => t.length));
    const h = line * k.label.length;
    const above = { x: k.x - w / 2, y: k.y - k.r - 4 - h, anchor: 'middle' as const };
    const below = { x: k.x - w / 2, y: k.y + k.r + 3, anchor: 'middle' as const };
    const right = { x: k.x + k.r + 4, y: k.y - h / 2, anchor: 'start' as const };
    const left = { x: k.x - k.r - 4 - w, y: k.y - h / 2, anchor: 'end' as const };
    const places = k.y <= cy ? [above, right, left, below] : [below, right, left, above];
    const covers = (p: { x: number; y: number }) =>
      taken.reduce((sum, box) => sum + overlap({ x: p.x, y: p.y, w, h }, box), 0);
    const best = places.reduce((a, b) => (covers(b) < covers(a) - 1 ? b : a));
    taken.push({ x: best.x, y: best.y, w, h });
    k.anchor = best.anchor;
    k.labelX = round(best.anchor === 'middle' ? k.x : best.anchor === 'start' ? best.x : best.x + w);
    k.labelY = round(best.y + 11);
  }
}

/** A road bends a little toward the heart, and there and back do not lie on each other. */
function bow(from: KnotShape, to: KnotShape, cx: number, cy: number): string {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const long = Math.hypot(dx, dy) || 1;
  const inward = { x: (cx - (from.x + to.x) / 2) * 0.18, y: (cy - (from.y + to.y) / 2) * 0.18 };
  const aside = Math.min(30, long * 0.12);
  const mx = (from.x + to.x) / 2 + inward.x - (dy / long) * aside;
  const my = (from.y + to.y) / 2 + inward.y + (dx / long) * aside;
  const out = from.r / long;
  const into = (to.r + 2) / long;
  return (
    `M${round(from.x + dx * out)} ${round(from.y + dy * out)}Q${round(mx)} ${round(my)} ${round(to.x - dx * into)} ` +
    `${round(to.y - dy * into)}`
  );
}
