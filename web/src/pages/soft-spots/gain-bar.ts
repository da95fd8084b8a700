/** Where a gain and its interval fall on a scale of 200 units from nothing to the most of the list. */
export interface GainBar {
  low: number;
  high: number;
  at: number;
  says: string;
}

/**
 * @param gain the expected gain
 * @param low the lower end of its interval
 * @param high the upper end
 * @param most what the whole scale stands for; gains below nothing are drawn at nothing
 */
export function gainBar(gain: number, low: number, high: number, most: number): GainBar {
  const place = (value: number) => Math.round(200 * Math.min(1, Math.max(0, value / most)) * 10) / 10;
  const figure = (value: number) => value.toFixed(3);
  return {
    low: place(low),
    high: place(high),
    at: place(gain),
    says: `Gain ${figure(gain)} a roll, likely between ${figure(low)} and ${figure(high)}.`,
  };
}
