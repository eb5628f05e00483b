import { routes } from '@/app/api-route';
import { respondJson } from '@/app/respond';
import { getRuntime, rawJob } from '@/server';

/** Everything of a job as the database holds it, also where it cannot be read. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ params }) => {
    const raw = await rawJob(getRuntime().database, params.id!);
    return raw.ok ? respondJson(raw.value, `${params.id}-raw.json`) : raw;
  },
});
