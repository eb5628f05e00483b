import type { Result } from '@/core/result';

const statusOf: Record<string, number> = {
  'no-job': 404,
  'not-found': 404,
  stale: 409,
  busy: 409,
  form: 400,
  'too-long': 413,
  'photo-large': 413,
};

/** A result as JSON: 200, or the status that fits its code (422 where the rules of the work refuse). */
export const respond = (result: Result<unknown>): Response =>
  Response.json(result, { status: result.ok ? 200 : (statusOf[result.fault.code] ?? 422) });

const mostBytes = 256 * 1024;

/** Files of parts are larger than forms, and still bounded. */
export const mostFileBytes = 12 * 1024 * 1024;

/** The body of a request; null where it is longer, and then no more of it is read. */
export async function readBytes(request: Request, most: number): Promise<Buffer | null> {
  const reader = request.body?.getReader();
  const chunks: Uint8Array[] = [];
  let length = 0;
  for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
    length += part.value.length;
    if (length > most) {
      await reader?.cancel();
      return null;
    }
    chunks.push(part.value);
  }
  return Buffer.concat(chunks);
}

/** The body of a request as JSON; too long or no JSON is a fault, never an exception. */
export async function readJson(request: Request, most = mostBytes): Promise<Result<unknown>> {
  const bytes = await readBytes(request, most);
  if (!bytes)
    return fault(
      'too-long',
      `This is more than ${Math.round(most / 1024)} KiB.`,
      'Shorten it, or split the file, and send it again.',
    );
  try {
    return { ok: true, value: JSON.parse(bytes.toString('utf8')) };
  } catch {
    return fault('form', 'This is not JSON.', 'Send the form as JSON.');
  }
}

const fault = (code: string, sentence: string, remedy: string): Result<never> => ({
  ok: false,
  fault: { code, sentence, remedy },
});
