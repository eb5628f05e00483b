import { routes, type Ask } from '@/app/api-route';
import { readBytes } from '@/app/read-body';
import { type Result, ok, refuse } from '@/core/result';
import { addPhoto, getRuntime, jobView, mostPhotoBytes, photoTooLarge } from '@/server';

/** The picture of a request: its body, or the one file of a form. */
async function pictureOf({ request }: Ask): Promise<Result<Buffer>> {
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

/** Adds a photo; what is said with it stands in the address. Answers with the job. */
export const { GET, POST, PUT, PATCH, DELETE } = routes(
  {
    POST: async (ask) => {
      const picture = await pictureOf(ask);
      if (!picture.ok) return picture;
      const said = ask.url.searchParams;
      const form = {
        stepId: said.get('step'),
        note: said.get('note') ?? '',
        forAll: said.get('for') === 'all',
      };
      const runtime = getRuntime();
      const added = await addPhoto(runtime, ask.params.id!, form, picture.value, ask.by, ask.requestId);
      return added.ok ? jobView(runtime, ask.params.id!) : added;
    },
  },
  'photo',
);
