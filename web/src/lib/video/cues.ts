/** A piece of a caption file: when it is shown, and what it says, its tags taken off. Seconds. */
export interface Cue {
  id: string;
  from: number;
  to: number;
  text: string;
}

/** A caption file as far as it could be read. */
export interface CueFile {
  cues: Cue[];
  /** The texts of its comments, in order, each with the number of cues before it. */
  notes: { before: number; text: string }[];
  /** What could not be read, each with its line. */
  faults: { line: number; says: string }[];
}

const timing = /^(?:(\d+):)?(\d{1,2}):(\d{2})[.,](\d{1,3})\s+-->\s+(?:(\d+):)?(\d{1,2}):(\d{2})[.,](\d{1,3})(?:\s|$)/;

/** The most faults that are listed; a file that is none at all would list every line. */
const mostFaults = 50;

const seconds = (hours: string | undefined, minutes: string, whole: string, parts: string) =>
  3600 * Number(hours ?? 0) + 60 * Number(minutes) + Number(whole) + Number(parts.padEnd(3, '0')) / 1000;

const plain = (line: string) =>
  line
    .replace(/<[^>]*>/g, '')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&nbsp;/g, ' ')
    .replace(/&amp;/g, '&')
    .trim();

/**
 * Reads captions: WebVTT (W3C, Candidate Recommendation of 2019) or SRT, which differs by its commas and numbers. What cannot be
 * read is listed and passed over: the rest is there all the same.
 */
export function readCues(file: string): CueFile {
  const lines = file
    .replace(/^\uFEFF/, '')
    .replaceAll('\r\n', '\n')
    .replaceAll('\r', '\n')
    .split('\n');
  const read: CueFile = { cues: [], notes: [], faults: [] };
  const fault = (line: number, says: string) => {
    if (read.faults.length < mostFaults) read.faults.push({ line: line + 1, says });
  };
  for (let at = 0; at < lines.length;) {
    if (lines[at]!.trim() === '') {
      at++;
      continue;
    }
    const first = at;
    while (at < lines.length && lines[at]!.trim() !== '') at++;
    const block = lines.slice(first, at);
    if (/^NOTE(\s|$)/.test(block[0]!)) {
      read.notes.push({ before: read.cues.length, text: block.join('\n').slice(4).trim() });
      continue;
    }
    const when = block.findIndex((line) => line.includes('-->'));
    // The head of the file, its styles and regions.
    if (when < 0) continue;
    const found = timing.exec(block[when]!.trim());
    if (!found) {
      fault(
        first + when,
        `“${block[when]!.trim().slice(0, 60)}” is no time; it is written as 00:01:15.000 --> 00:01:18.000.`,
      );
      continue;
    }
    const [, h1, m1, s1, f1, h2, m2, s2, f2] = found;
    const [from, to] = [seconds(h1, m1!, s1!, f1!), seconds(h2, m2!, s2!, f2!)];
    if ([m1, s1, m2, s2].some((n) => Number(n) > 59) || to < from) {
      fault(first + when, to < from ? 'It ends before it begins.' : 'Minutes and seconds go up to 59.');
      continue;
    }
    const text = block
      .slice(when + 1)
      .map(plain)
      .filter((line) => line !== '')
      .join('\n');
    read.cues.push({ id: block.slice(0, when).join('\n').trim(), from, to, text });
  }
  return read;
}
