import * as z from 'zod';
import { routes } from '@/app/api-route';
import { doAct, getRuntime, jobChange } from '@/server';

const Seen = z.object({ version: z.int().nonnegative() });

/** Does an act and answers with what changed of the job since the version that was seen. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ params, json, by }) => {
    const body = await json();
    if (!body.ok) return body;
    const done = await doAct(getRuntime(), params.id!, body.value, by);
    if (!done.ok) return done;
    return jobChange(getRuntime(), params.id!, Seen.safeParse(body.value).data?.version ?? 0);
  },
});
