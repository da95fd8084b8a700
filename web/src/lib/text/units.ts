import type { Units } from '../api/types.ts';
import { figure } from './words.ts';

/** The international pound in kilograms, exact (NIST SP 811; value from memory). */
export const kilogramsPerPound = 0.45359237;

/** A weight as it is shown: kilograms to the half, pounds to the whole. */
export function showWeight(kilograms: number | null | undefined, units: Units = 'kg'): string {
  if (kilograms == null) return '';
  return units === 'lb'
    ? `${figure(Math.round(kilograms / kilogramsPerPound))} lb`
    : `${(Math.round(kilograms * 2) / 2).toLocaleString(navigator.language || 'en-GB')} kg`;
}

/** What the weight box shows for a stored weight. */
export function weightToBox(kilograms: number | null | undefined, units: Units = 'kg'): string {
  if (kilograms == null) return '';
  const value = units === 'lb' ? kilograms / kilogramsPerPound : kilograms;
  return String(Math.round(value * 10) / 10);
}

/** What a person typed, in kilograms to the tenth of a gram; undefined for an empty box, NaN for no number. */
export function weightFromBox(text: string, units: Units = 'kg'): number | undefined {
  const clean = text.trim().replace(',', '.');
  if (clean === '') return undefined;
  const value = Number(clean);
  return units === 'lb' ? Math.round(value * kilogramsPerPound * 10000) / 10000 : value;
}
