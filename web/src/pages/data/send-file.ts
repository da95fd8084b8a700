/** A file on its way up. */
export interface Sending<T> {
  answer: Promise<{ value: T | null; faults: [string, string][] }>;
  stop: () => void;
}

/**
 * Sends a file and tells how much of it the server has read; it reads as it comes, so this is real progress. Stopping
 * leaves the server as it was.
 */
export function sendFile<T>(path: string, file: Blob, onprogress: (share: number) => void): Sending<T> {
  const request = new XMLHttpRequest();
  const answer = new Promise<{ value: T | null; faults: [string, string][] }>((resolve) => {
    const failed = (sentence: string) => resolve({ value: null, faults: [['', sentence]] });
    request.upload.onprogress = (e) => onprogress(e.total > 0 ? e.loaded / e.total : 0);
    request.onerror = () => failed('Ash Notch does not answer. Start it again and bring the file in once more.');
    request.onabort = () => failed('Stopped. Nothing was changed.');
    request.onload = () => resolve(readAnswer<T>(request.status, request.responseText));
    request.open('POST', path);
    request.setRequestHeader('content-type', 'application/json');
    request.send(file);
  });
  return { answer, stop: () => request.abort() };
}

/** What the server said, as a value or as pairs of place and sentence. */
export function readAnswer<T>(status: number, text: string): { value: T | null; faults: [string, string][] } {
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    return { value: null, faults: [['', `The program answered with ${status} and nothing readable.`]] };
  }
  if (status < 300) return { value: body as T, faults: [] };
  const problem = body as { detail?: string; errors?: Record<string, string[]> };
  const faults = Object.entries(problem.errors ?? {}).flatMap(([where, says]) =>
    says.map((s): [string, string] => [where, s]),
  );
  return {
    value: null,
    faults: faults.length > 0 ? faults : [['', problem.detail ?? `The program answered with ${status}.`]],
  };
}
