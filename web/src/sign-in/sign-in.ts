/** Sends a passphrase; answers what is wrong, in a sentence, or null when the device is signed in. */
export async function signIn(passphrase: string): Promise<string | null> {
  try {
    const response = await fetch('/api/sign-in', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ passphrase }),
    });
    if (response.ok) return null;
    const problem = (await response.json().catch(() => ({}))) as { detail?: string };
    return problem.detail ?? `The program answered with ${response.status}.`;
  } catch {
    return 'Ash Notch does not answer. Look whether it runs, and whether this device is in the same network.';
  }
}
