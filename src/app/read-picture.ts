import { type Result, ok, refuse } from '@/core/result';
import { mostPhotoBytes, photoTooLarge } from '@/server';
import type { Ask } from './api-route';
import { readBytes } from './read-body';

/** The picture of a request: its body, or the one file of a form. Faults: `photo-large`, `form`. */
export async function readPicture({ request }: Ask): Promise<Result<Buffer>> {
  const bytes = await readBytes(request, mostPhotoBytes);
  if (!bytes) return photoTooLarge();
  const type = request.headers.get('content-type') ?? '';
  if (!type.startsWith('multipart/')) return ok(bytes);
  try {
    const form = await new Response(new Uint8Array(bytes), { headers: { 'content-type': type } }).formData();
    const file = [...form.values()].find((value) => typeof value !== 'string');
    if (file) return ok(Buffer.from(await file.arrayBuffer()));
  } catch {
    // Not a form after all: told below.
  }
  return refuse('form', 'There is no picture in this form.', 'Send one file.');
}
