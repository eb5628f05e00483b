import { respond } from '@/app/respond';
import { ok, refuse } from '@/core/result';
import { findProfile, getRuntime } from '@/server';

/** One profile; with `?file` the document alone, as an import reads it again. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const profile = await findProfile(getRuntime().database, (await params).id);
  if (profile && new URL(request.url).searchParams.has('file'))
    return Response.json(profile, {
      headers: { 'content-disposition': `attachment; filename="${profile.id}.json"` },
    });
  return respond(
    profile ? ok(profile) : refuse('not-found', 'This device is not known here.', 'See /api/profiles.'),
  );
}
