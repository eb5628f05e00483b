import { routes } from '@/app/api-route';
import { respondWith } from '@/app/respond';
import { sumsText, usedList } from '@/core/copy';
import { ok, refuse } from '@/core/result';
import { findJob, getRuntime, startSums, sumsOf, sumsState } from '@/server';

/** The list of checksums that the new drive is held against: how far it is, and with `?as=txt` the list itself. POST makes it. */
export const { GET, POST, PUT, PATCH, DELETE } = routes(
  {
    GET: async ({ params, url }) => {
      const runtime = getRuntime();
      const found = await findJob(runtime.database, params.id!);
      if (!found.ok) return found;
      if (url.searchParams.get('as') !== 'txt') return ok(await sumsState(runtime, params.id!));
      const sums = await sumsOf(runtime, params.id!);
      return sums
        ? respondWith(sumsText(sums.sums), 'text/plain; charset=utf-8', usedList(params.id!))
        : refuse('not-found', 'No list of this copy was made yet.', 'Make it first.');
    },
    POST: async ({ params }) => {
      const runtime = getRuntime();
      const found = await findJob(runtime.database, params.id!);
      return found.ok ? startSums(runtime, params.id!) : found;
    },
  },
  'nothing',
);
