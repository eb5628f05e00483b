import type { Result } from '@/core/result';

/** Posts JSON and gives back what the server said; no answer at all is a fault like any other. */
export async function post<T>(path: string, body: unknown): Promise<Result<T>> {
  try {
    const response = await fetch(path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    return (await response.json()) as Result<T>;
  } catch {
    return {
      ok: false,
      fault: {
        code: 'offline',
        sentence: 'Jicara did not answer; nothing was changed.',
        remedy: 'Is it still running? Start it again, then repeat this.',
      },
    };
  }
}

/** The newest state of a job, or null where it cannot be had. */
export async function fetchJob<T>(jobId: string): Promise<T | null> {
  try {
    const result = (await (await fetch(`/api/jobs/${jobId}`, { cache: 'no-store' })).json()) as Result<T>;
    return result.ok ? result.value : null;
  } catch {
    return null;
  }
}

/** Gets JSON and gives back what the server said; no answer at all is a fault like any other. */
export async function getJson<T>(path: string): Promise<Result<T>> {
  try {
    return (await (await fetch(path, { cache: 'no-store' })).json()) as Result<T>;
  } catch {
    return {
      ok: false,
      fault: {
        code: 'offline',
        sentence: 'Jicara did not answer.',
        remedy: 'Is it still running? Start it again, then repeat this.',
      },
    };
  }
}

/** Takes something away, and gives back what the server said. */
export async function remove(path: string): Promise<Result<null>> {
  try {
    return (await (await fetch(path, { method: 'DELETE' })).json()) as Result<null>;
  } catch {
    return {
      ok: false,
      fault: {
        code: 'offline',
        sentence: 'Jicara did not answer; nothing was changed.',
        remedy: 'Is it still running?',
      },
    };
  }
}
