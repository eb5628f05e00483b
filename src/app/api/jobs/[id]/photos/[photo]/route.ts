import { respond } from '@/app/respond';
import { askedBy } from '@/app/who-works';
import { refuse } from '@/core/result';
import { getRuntime, jobView, photoFile, removePhoto } from '@/server';

type Params = { params: Promise<{ id: string; photo: string }> };

export async function GET(_: Request, { params }: Params) {
  const { id, photo } = await params;
  const jpeg = await photoFile(getRuntime(), id, photo);
  if (!jpeg) return respond(refuse('not-found', 'There is no such photo.', 'Look at the job again.'));
  // A photo never changes under its id.
  return new Response(new Uint8Array(jpeg), {
    headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable' },
  });
}

export async function DELETE(request: Request, { params }: Params) {
  const { id, photo } = await params;
  const removed = await removePhoto(getRuntime(), id, photo, askedBy(request));
  return respond(removed.ok ? { ok: true, value: await jobView(getRuntime(), id) } : removed);
}
