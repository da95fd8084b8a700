import type { Spot } from '../api/types.ts';

export const sameSpot = (a: Spot | null | undefined, b: Spot | null | undefined): boolean =>
  a?.position === b?.position && a?.role === b?.role;

/** A spot as the other one has it. */
export const mirror = (spot: Spot): Spot => ({
  ...spot,
  role: spot.role === 'top' ? 'bottom' : spot.role === 'bottom' ? 'top' : 'even',
});

/** A spot as the API writes it in short: `half-guard:bottom`. */
export const spotOf = (text: string): Spot => {
  const [position, role] = text.split(':');
  return { position: position!, role: (role ?? 'even') as Spot['role'] };
};
