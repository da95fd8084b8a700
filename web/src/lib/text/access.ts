import type { SignInTry } from '../api/types.ts';

/** Kinds of devices by a word that stands in what their browsers call themselves; the first that fits counts. */
const kinds: readonly [RegExp, string][] = [
  [/iphone/i, 'A phone'],
  [/android.*mobile/i, 'A phone'],
  [/ipad|android|tablet/i, 'A tablet'],
  [/mozilla|windows|macintosh|linux/i, 'A computer'],
];

/** What a device is, as far as its browser tells. */
export const deviceWords = (device: string): string =>
  kinds.find(([sign]) => sign.test(device))?.[1] ?? (device ? 'A program' : 'A device');

/** A try to sign in or out, in words. */
export function tryWords({ outcome, from }: SignInTry): string {
  switch (outcome) {
    case 'in':
      return `Signed in from ${from}`;
    case 'wrong':
      return `A wrong passphrase from ${from}`;
    case 'waiting':
      return `Too many tries from ${from}`;
    case 'out':
      return `Signed out from ${from}`;
    case 'out-everywhere':
      return `Signed out everywhere, from ${from}`;
  }
}
