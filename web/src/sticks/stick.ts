import type { Exchange, Spot } from '../lib/api/types.ts';

/** One mark on a stick. Coordinates are in the stick's own units; y grows downward. */
export interface Mark {
  exchange: number;
  moment: number;
  mine: boolean;
  /** A notch is cut for what came off; a scratch stands for what was stopped; a tap goes through. */
  kind: 'notch' | 'scratch' | 'tap';
  x: number;
  /** How deep it goes, from its own edge. */
  depth: number;
  sure: boolean;
  path: string;
}

/** The bar of one exchange. */
export interface Bar {
  exchange: number;
  x: number;
  width: number;
  /** The outline with its notches cut. */
  path: string;
  grain: string;
}

export interface StickShape {
  width: number;
  height: number;
  bars: Bar[];
  marks: Mark[];
}

/** How far a stick's marks stand apart, and how large they are, in units. */
export const measure = { step: 18, end: 10, gap: 7, bar: 26, rise: 8, half: 5.5, least: 0.16, most: 0.5 };

/** Worth changes of this much cut to the deepest. */
const fullChange = 0.9;

const round = (n: number) => Math.round(n * 100) / 100;

/** How deep a change of worth cuts, as a share of the bar's height. */
export function depthOf(change: number): number {
  const share = Math.min(1, Math.abs(change) / fullChange);
  return measure.least + (measure.most - measure.least) * share;
}

/**
 * A roll as a carved bar: time runs left to right, the owner's moments are cut from the upper edge, the partner's from the
 * lower, as deep as the worth of the spot changed; a stopped try is a scratch; a tap runs through the whole bar; exchanges
 * are parted by a gap.
 * @param exchanges the roll's exchanges, in order
 * @param worth how good a spot is for the owner, -1 to 1
 * @param finishes whether a technique ends an exchange when it comes off
 */
export function stickShape(
  exchanges: readonly Exchange[],
  worth: (spot: Spot) => number,
  finishes: (technique: string) => boolean,
): StickShape {
  const { step, end, gap, bar, rise } = measure;
  const bars: Bar[] = [];
  const marks: Mark[] = [];
  let x = 0;
  exchanges.forEach((exchange, e) => {
    const left = x;
    const own: Mark[] = [];
    let here: Spot | null = exchange.start ?? null;
    exchange.moments.forEach((moment, m) => {
      const from = moment.from ?? here;
      const mine = moment.actor === 'me';
      const done = moment.outcome === 'done';
      const tap = done && finishes(moment.technique);
      const change = done && from && moment.to ? worth(moment.to) - worth(from) : 0.3;
      const at = left + end + step * (m + 0.5);
      own.push(
        mark(e, m, at, mine, tap ? 'tap' : done ? 'notch' : 'scratch', depthOf(change) * bar, moment.sure !== false),
      );
      here = done ? (moment.to ?? null) : from;
    });
    const tapOnly = exchange.end?.kind === 'tap' && own.at(-1)?.kind !== 'tap';
    const slots = exchange.moments.length + (tapOnly ? 1 : 0);
    if (tapOnly) own.push(mark(e, -1, left + end + step * (slots - 0.5), exchange.end?.by === 'me', 'tap', bar, true));
    const width = 2 * end + step * Math.max(1, slots);
    bars.push({ exchange: e, x: left, width, path: outline(left, width, own), grain: grain(left, width, e) });
    marks.push(...own);
    x += width + gap;
  });
  return { width: round(Math.max(0, x - gap)), height: bar + 2 * rise, bars, marks };
}

function mark(
  exchange: number,
  moment: number,
  x: number,
  mine: boolean,
  kind: Mark['kind'],
  depth: number,
  sure: boolean,
): Mark {
  const { half, bar, rise } = measure;
  const edge = mine ? rise : rise + bar;
  const inward = mine ? 1 : -1;
  const path =
    kind === 'tap'
      ? `M${round(x)} ${edge - inward * rise}V${edge + inward * (bar + 3)}`
      : kind === 'notch'
        ? `M${round(x - half)} ${edge}L${round(x)} ${round(edge + inward * depth)}L${round(x + half)} ${edge}`
        : `M${round(x - 3)} ${edge + inward * 3}L${round(x + 3)} ${edge + inward * 8}`;
  return { exchange, moment, mine, kind, x: round(x), depth: round(kind === 'tap' ? bar : depth), sure, path };
}

/** The bar's outline: along the top cutting the owner's notches, back along the bottom cutting the partner's. */
function outline(left: number, width: number, marks: Mark[]): string {
  const { half, bar, rise } = measure;
  const cuts = (mine: boolean, edge: number, inward: number) =>
    marks
      .filter((m) => m.kind === 'notch' && m.mine === mine)
      .map((m) => [
        [m.x - half, edge],
        [m.x, edge + inward * m.depth],
        [m.x + half, edge],
      ]);
  const top = cuts(true, rise, 1).flat();
  const bottom = cuts(false, rise + bar, -1)
    .reverse()
    .map((c) => c.reverse())
    .flat();
  const points = [[left, rise + 2], [left + 2, rise], ...top, [left + width - 2, rise], [left + width, rise + 2]];
  points.push([left + width, rise + bar - 2], [left + width - 2, rise + bar], ...bottom, [left + 2, rise + bar]);
  points.push([left, rise + bar - 2]);
  return 'M' + points.map(([px, py]) => `${round(px!)} ${round(py!)}`).join('L') + 'Z';
}

/** Two lines of grain, a little different in each bar. */
function grain(left: number, width: number, nth: number): string {
  const { bar, rise } = measure;
  const line = (share: number, bend: number) =>
    `M${round(left + 3)} ${round(rise + bar * share)}q${round(width / 2 - 3)} ${bend} ${round(width - 6)} 0`;
  return line(0.38 + 0.03 * (nth % 3), 2.2 - (nth % 2) * 4) + line(0.64 - 0.03 * (nth % 2), (nth % 3) - 1.5);
}

/** The stick in words, for those who cannot see it. */
export function stickWords(shape: StickShape): string {
  const count = (mine: boolean, kind: Mark['kind']) =>
    shape.marks.filter((m) => m.mine === mine && m.kind === kind).length;
  const side = (mine: boolean) =>
    `${count(mine, 'notch')} done, ${count(mine, 'scratch')} stopped, ${count(mine, 'tap')} ${count(mine, 'tap') === 1 ? 'tap' : 'taps'}`;
  return `${shape.bars.length} ${shape.bars.length === 1 ? 'exchange' : 'exchanges'}. Mine: ${side(true)}. Theirs: ${side(false)}.`;
}
