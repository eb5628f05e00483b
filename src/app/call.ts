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
        sentence: `Jicara did not answer${reads ? '.' : '; nothing was changed.'}`,
        remedy: 'Is it still running? Start it again, then repeat this.',
      },
    };
  }
}

export const post = <T>(path: string, body: unknown): Promise<Result<T>> =>
  ask(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

export const getJson = <T>(path: string): Promise<Result<T>> => ask(path, { cache: 'no-store' });

export const remove = (path: string): Promise<Result<null>> => ask(path, { method: 'DELETE' });

/** The newest state of a job, or null where it cannot be had. */
export async function fetchJob<T>(jobId: string): Promise<T | null> {
  const result = await getJson<T>(`/api/jobs/${jobId}`);
  return result.ok ? result.value : null;
}
