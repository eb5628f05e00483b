import { type Result, ok, refuse } from '@/core/result';

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

const longBytes = 2 ** 20;
const othersTurn = () => new Promise<void>((resolve) => setImmediate(resolve));

/** Nested deeper than this nothing is that a person sends. */
const deepest = 2000;

/** Whether a text can be stored: a database keeps no NUL, and no half of a character (a lone surrogate). */
export const isStorable = (text: string): boolean => !/[\0\p{Surrogate}]/u.test(text);

/** Where in a document a text stands that cannot be stored; null where there is none. */
function unstorableAt(value: unknown, path: string, depth: number): string | null {
  if (depth > deepest) return path;
  if (typeof value === 'string') return isStorable(value) ? null : path;
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, inner] of Object.entries(value)) {
    const at = isStorable(key)
      ? unstorableAt(inner, path ? `${path}.${key}` : key, depth + 1)
      : path || 'the form';
    if (at !== null) return at.slice(0, 120);
  }
  return null;
}

/** The body of a request as JSON; too long, no JSON, or with characters that cannot be kept is a fault, never an exception. */
export async function readJson(request: Request, most = mostBytes): Promise<Result<unknown>> {
  const bytes = await readBytes(request, most);
  if (!bytes)
    return refuse(
      'too-long',
      `This is more than ${Math.round(most / 1024)} KiB.`,
      'Shorten it, or split the file, and send it again.',
    );
  let value: unknown;
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    // A file of megabytes takes a while to parse: others have their turn before and behind.
    if (bytes.length > longBytes) await othersTurn();
    value = JSON.parse(text);
    if (bytes.length > longBytes) await othersTurn();
  } catch {
    return refuse('form', 'This is not JSON in UTF-8.', 'Send the form as JSON.');
  }
  const at = unstorableAt(value, '', 0);
  return at === null
    ? ok(value)
    : refuse(
        'form',
        `${at || 'The form'}: it holds a character that cannot be kept (NUL, or half of one), or is nested too deep.`,
        'Type it again, or take it out.',
      );
}
