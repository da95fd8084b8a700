import type { Stamp } from './telling.ts';

/** The words of a caption file, with the time at which each piece begins. */
export interface Spoken {
  text: string;
  stamps: Stamp[];
}

const timing = /^(?:(\d+):)?(\d{1,2}):(\d{2})[.,](\d{1,3})\s+-->/;

/**
 * Reads captions of a spoken review: WebVTT (W3C) or SRT. Tags, settings, notes and styles are left out; lines that repeat
 * the one before, as live captions do, are kept once.
 * @returns null when the file holds no captions
 */
export function readCaptions(file: string): Spoken | null {
  const blocks = file
    .replace(/^\uFEFF/, '')
    .replaceAll('\r\n', '\n')
    .replaceAll('\r', '\n')
    .split(/\n{2,}/);
  let text = '';
  let last = '';
  const stamps: Stamp[] = [];
  for (const block of blocks) {
    const lines = block.split('\n');
    const at = lines.findIndex((line) => timing.test(line.trim()));
    if (at < 0) continue;
    const [, hours, minutes, seconds] = timing.exec(lines[at]!.trim())!;
    const begins = 3600 * Number(hours ?? 0) + 60 * Number(minutes) + Number(seconds);
    for (const line of lines.slice(at + 1)) {
      const words = line
        .replace(/<[^>]*>/g, '')
        .replace(/&lt;/g, '<')
        .replace(/&gt;/g, '>')
        .replace(/&nbsp;/g, ' ')
        .replace(/&amp;/g, '&')
        .trim();
      if (words === '' || words === last) continue;
      last = words;
      if (text !== '') text += ' ';
      stamps.push({ at: text.length, seconds: begins });
      text += words;
    }
  }
  return stamps.length > 0 ? { text, stamps } : null;
}
