import { readBytes, respond } from '@/app/respond';
import { askedBy } from '@/app/who-works';
import { addPhoto, getRuntime, jobView, mostPhotoBytes, photoTooLarge } from '@/server';

/** Adds a photo: the body is the picture itself, what is said with it stands in the address. Answers with the job. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const said = new URL(request.url).searchParams;
  const bytes = await readBytes(request, mostPhotoBytes);
  if (!bytes) return respond(photoTooLarge());
  const form = {
    stepId: said.get('step'),
    note: said.get('note') ?? '',
    forAll: said.get('for') === 'all',
  };
  const added = await addPhoto(getRuntime(), id, form, bytes, askedBy(request));
  return respond(added.ok ? { ok: true, value: await jobView(getRuntime(), id) } : added);
}
