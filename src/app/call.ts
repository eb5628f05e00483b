import type { Result } from '@/core/result';

/** Asks the server, and gives back what it said; no answer at all is a fault like any other. */
async function ask<T>(path: string, init: RequestInit): Promise<Result<T>> {
  try {
    return (await (await fetch(path, init)).json()) as Result<T>;
  } catch {
    const reads = init.method === undefined;
    return {
      ok: false,
      fault: {
        code: 'offline',
        sentence: `Jicara did not answer${reads ? '.' : '; whether it was noted is not known.'}`,
        remedy: 'Is it still running? When it answers again, look at what was noted before you repeat this.',
      },
    };
  }
}

/** Sends a form. Under an id of its own it may be sent again where no answer came, and is done once. */
export const post = <T>(path: string, body: unknown, requestId?: string): Promise<Result<T>> =>
  ask(path, {
    method: 'POST',
    headers: {
      'content-type': 'application/json',
      ...(requestId === undefined ? {} : { 'idempotency-key': requestId }),
    },
    body: JSON.stringify(body),
  });

/** Sends a file as it is: its name stays here. */
export const postFile = <T>(path: string, file: Blob): Promise<Result<T>> =>
  ask(path, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', 'idempotency-key': newRequestId() },
    body: file,
  });

/** Sends the file of a backup. */
export const sendArchive = <T>(path: string, file: Blob): Promise<Result<T>> =>
  ask(path, { method: 'POST', headers: { 'content-type': 'application/zip' }, body: file });

/** An id for one act of this page; no secure context is needed for it, so that it works over plain http. */
export const newRequestId = (): string =>
  [...crypto.getRandomValues(new Uint8Array(12))].map((byte) => byte.toString(16).padStart(2, '0')).join('');

export const getJson = <T>(path: string): Promise<Result<T>> => ask(path, { cache: 'no-store' });

export const remove = <T = null>(path: string): Promise<Result<T>> => ask(path, { method: 'DELETE' });

/** The newest state of a job, or null where it cannot be had. */
export async function fetchJob<T>(jobId: string): Promise<T | null> {
  const result = await getJson<T>(`/api/jobs/${jobId}`);
  return result.ok ? result.value : null;
}
