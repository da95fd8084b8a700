import type { Stamp } from './telling.ts';
import { readCues } from '../video/cues.ts';

/** The words of a caption file, with the time at which each piece begins. */
export interface Spoken {
  text: string;
  stamps: Stamp[];
  /** What could not be read, each with its line. */
  faults: { line: number; says: string }[];
}

/**
 * Reads captions of a spoken review: lines that repeat the one before, as live captions do, are kept once.
 * @returns null when the file holds no captions
 */
export function readCaptions(file: string): Spoken | null {
  const { cues, faults } = readCues(file);
  let text = '';
  let last = '';
  const stamps: Stamp[] = [];
  for (const cue of cues) {
    for (const words of cue.text.split('\n')) {
      if (words === '' || words === last) continue;
      last = words;
      if (text !== '') text += ' ';
      stamps.push({ at: text.length, seconds: cue.from });
      text += words;
    }
  }
  return stamps.length > 0 ? { text, stamps, faults } : null;
}

/** What of a caption file could not be read, in a sentence: each by its line, the first few of them. */
export function unreadWords(name: string, faults: Spoken['faults']): string {
  const most = 5;
  const listed = faults.slice(0, most).map((f) => (f.line > 0 ? `line ${f.line}: ${f.says}` : f.says));
  const more = faults.length > most ? ` And ${faults.length - most} more.` : '';
  return `Not all of ${name} could be read; the rest is there. ${listed.join(' ')}${more}`;
}
