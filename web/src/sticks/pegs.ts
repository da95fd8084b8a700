import type { ScoreLine } from '../lib/api/types.ts';

/** A peg in the edge: mine above, theirs below; as long as it brought points, a short open one for an advantage. */
export interface Peg {
  x: number;
  /** How far it stands out, in units of the picture; above the edge is positive. */
  reach: number;
  open: boolean;
  line: ScoreLine;
}

export interface PegShape {
  width: number;
  edge: number;
  height: number;
  pegs: Peg[];
  /** Minutes along the edge; none when clocks are not known. */
  ticks: { x: number; label: string }[];
}

const width = 640;
const margin = 24;
const unit = 9;
const advantage = 10;
const apart = 13;

/**
 * Pegs driven into the edge of a stick. They stand at their time when all clocks are known, else one after the other; pegs that
 * would hide each other move apart.
 */
export function pegShape(lines: readonly ScoreLine[], length: number | null | undefined): PegShape {
  const timed = length != null && lines.every((l) => l.clock != null);
  const room = width - 2 * margin;
  const at = (line: ScoreLine, i: number) =>
    margin + (timed ? (line.clock! / length) * room : ((i + 1) / (lines.length + 1)) * room);
  /** Room above or below: the longest peg with its figure, or a little where there is none. */
  const space = (actor: 'me' | 'them') =>
    Math.max(
      12,
      ...lines.filter((l) => l.actor === actor).map((l) => (l.points !== 0 ? Math.abs(l.points) * unit + 30 : 22)),
    );
  const edge = space('me') + 5;
  const pegs: Peg[] = [];
  lines.forEach((line, i) => {
    const last = pegs.findLast((p) => (p.line.actor === 'me') === (line.actor === 'me'));
    const x = Math.min(width - margin / 2, Math.max(at(line, i), last ? last.x + apart : 0));
    const size = line.points !== 0 ? Math.abs(line.points) * unit + 6 : advantage;
    pegs.push({ x, reach: line.actor === 'me' ? size : -size, open: line.points <= 0, line });
  });
  const minutes = timed ? Math.floor(length / 60) : 0;
  return {
    width,
    edge,
    height: edge + 5 + space('them'),
    pegs,
    ticks: Array.from({ length: minutes + 1 }, (_, m) => ({
      x: margin + ((m * 60) / (length ?? 1)) * room,
      label: String(m),
    })).slice(0, timed ? undefined : 0),
  };
}
