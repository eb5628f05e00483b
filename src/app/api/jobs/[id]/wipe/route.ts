import { routes } from '@/app/api-route';
import { ok } from '@/core/result';
import { findJob, getRuntime, wipeState } from '@/server';

/** How far overwriting the old drive of a job is. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ params }) => {
    const runtime = getRuntime();
    const found = await findJob(runtime.database, params.id!);
    return found.ok ? ok(await wipeState(runtime, found.value.state.job)) : found;
  },
});
