import createClient from 'openapi-fetch';
import type { paths } from './api-types.d.ts';
import { signedOut } from './signed-out.svelte.ts';

/** What went wrong, in sentences that can be shown. */
export class ApiFault extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly faults: Record<string, string[]> = {},
  ) {
    super(message);
  }

  /** The log was not reached: the program is not there, or this device is not signed in. It may be later. */
  get unreached(): boolean {
    return this.status === 0 || this.status === 401;
  }
}

/** Problem details (RFC 9457) as the server sends them; errors stand under JSON pointers. */
interface Problem {
  title?: string;
  detail?: string;
  errors?: Record<string, string[]>;
}

/** fetch, but a server that is not there becomes a fault with a sentence. */
export async function reach(input: RequestInfo | URL, init?: RequestInit): Promise<Response> {
  try {
    const response = await fetch(input, init);
    signedOut.here = response.status === 401;
    return response;
  } catch {
    throw new ApiFault(
      0,
      'Ash Notch does not answer. What you entered is kept on this device; it goes up when the program runs again.',
    );
  }
}

/** The API, typed by its own document. */
export const api = createClient<paths>({ fetch: (request: Request) => reach(request) });

/** A refused answer as a fault. */
export function faultOf(status: number, problem: unknown): ApiFault {
  const p = (problem ?? {}) as Problem;
  return new ApiFault(status, p.detail ?? p.title ?? `The program answered with ${status}.`, p.errors ?? {});
}

/** The data of an answer, or the fault thrown. */
export async function data<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await call;
  if (!response.ok) throw faultOf(response.status, error);
  return data as T;
}

/** What stands at an address that an answer named. */
export async function follow<T>(address: string): Promise<T> {
  const response = await reach(address);
  const body: unknown = await response.json().catch(() => undefined);
  if (!response.ok) throw faultOf(response.status, body);
  return body as T;
}

/** Sends JSON; answers with the body and the new version. */
export async function send<T>(
  method: 'POST' | 'PUT' | 'DELETE',
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<{ value: T; version: number }> {
  const response = await reach(path, {
    method,
    headers: body === undefined ? headers : { 'content-type': 'application/json', ...headers },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  const text = await response.text();
  const value = text === '' ? undefined : JSON.parse(text);
  if (!response.ok) throw faultOf(response.status, value);
  return { value: value as T, version: Number((response.headers.get('etag') ?? '0').replaceAll('"', '')) };
}

/** What to show of a fault: its sentences, each for one place, or else the one that says it all. */
export function sentences(fault: unknown): string[] {
  if (!(fault instanceof ApiFault)) throw fault;
  const all = Object.values(fault.faults).flat();
  return all.length > 0 ? all : [fault.message];
}
