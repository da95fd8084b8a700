/** What the device's chooser offers for a recording. */
export const recordings: Record<string, string[]> = { 'video/*': [], 'audio/*': [] };
/** What it offers for captions; some devices know them by no type. */
export const captionFiles: Record<string, string[]> = {
  'text/vtt': ['.vtt'],
  'application/x-subrip': ['.srt'],
  'text/plain': ['.txt'],
};
/** The largest caption file that is read: an hour of talk is a tenth of it. */
export const largestCaptions = 2_000_000;

/** The clip that comes with the demo, to try tagging without a camera. */
export const standIn = { name: 'stand-in.webm', address: '/clips/stand-in.webm' };

/** The stand-in as a file, as if it had been chosen on the device. */
export async function fetchStandIn(): Promise<File> {
  const answer = await fetch(standIn.address);
  if (!answer.ok) throw new Error('The clip that comes with the demo is not there.');
  return new File([await answer.blob()], standIn.name, { type: 'video/webm' });
}

/** Gives the browser something to save as a file. */
export function saveFile(name: string, content: Blob): void {
  const url = URL.createObjectURL(content);
  const link = Object.assign(document.createElement('a'), { href: url, download: name });
  document.body.append(link);
  link.click();
  link.remove();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
