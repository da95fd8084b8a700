/**
 * How much time has passed, from what the device's clocks say. Ticks are not counted: a page that slept comes back right.
 * Two clocks are read. The wall clock goes on while the device sleeps, but may be set; the steady one is never set, but may
 * stand still in sleep. Where they part, the one that moved on more is believed.
 */
export interface Anchor {
  /** The wall clock, in milliseconds since 1970. */
  wall: number;
  /** The steady clock, in milliseconds since some moment of its own. */
  steady: number;
  /** What had passed then, in milliseconds. */
  elapsed: number;
}

/** How far the two clocks may part without either having been set or having slept, in milliseconds. */
const slack = 1500;

/** What has passed, in milliseconds, and the anchor to go on from: the same one as long as both clocks agree. */
export function reading(anchor: Anchor, wall: number, steady: number): { anchor: Anchor; elapsed: number } {
  const byWall = wall - anchor.wall;
  const bySteady = Math.max(0, steady - anchor.steady);
  if (Math.abs(byWall - bySteady) <= slack) return { anchor, elapsed: anchor.elapsed + Math.max(0, byWall) };
  const elapsed = anchor.elapsed + Math.max(byWall, bySteady);
  return { anchor: { wall, steady, elapsed }, elapsed };
}

/** The anchor of a page that was loaded anew: of the clocks of before only the wall clock is still the same. */
export function resumed(kept: { wall: number; elapsed: number }, wall: number, steady: number): Anchor {
  return { wall, steady, elapsed: kept.elapsed + Math.max(0, wall - kept.wall) };
}
