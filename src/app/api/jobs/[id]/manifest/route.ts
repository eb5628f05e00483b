import { respond } from '@/app/respond';
import { refuse } from '@/core/result';
import { isTrue } from '@/core/work';
import { findJob, getRuntime } from '@/server';

/** The manifest of a verified copy, to keep with the sheet. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { database, dock } = getRuntime();
  const stored = await findJob(database, id);
  // The journal may be done before the job says so; nothing is called verified before.
  const manifest = stored && isTrue(stored.state.facts, 'copy.verified') ? await dock.manifest(id) : null;
  if (manifest === null)
    return respond(refuse('not-found', 'No copy of this job is verified.', 'Finish it at Carry over.'));
  return new Response(manifest, {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename="${id}-manifest.json"`,
    },
  });
}
