import { routes } from '@/app/api-route';
import { respondWith } from '@/app/respond';
import { refuse } from '@/core/result';
import { factValue } from '@/core/work';
import { findJob, getRuntime } from '@/server';

/** The manifest of a verified copy, to keep with the sheet. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ params }) => {
    const { database, dock } = getRuntime();
    const found = await findJob(database, params.id!);
    if (!found.ok) return found;
    const { state } = found.value;
    // The journal may be done before the job says so; nothing is called verified before.
    const manifest =
      factValue(state.facts, 'copy.verified') !== null ? await dock.manifest(state.job.id) : null;
    return manifest === null
      ? refuse('not-found', 'No copy of this job is verified.', 'Finish it at Carry over.')
      : respondWith(manifest, 'application/json; charset=utf-8', `${state.job.id}-manifest.json`);
  },
});
