import * as z from 'zod';
import { routes } from '@/app/api-route';
import { refuse } from '@/core/result';
import { doAct, getRuntime, jobChange } from '@/server';

/** Longer than other acts: a line for each stretch of the drive. */
const mostBytes = 6 * 2 ** 20;

const Read = z.object({
  version: z.int().nonnegative(),
  printed: z.string(),
  requestId: z.string().optional(),
});

/** What was read from the new drive, as an act of its own route because of its length; answers as acts do. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ params, json, by }) => {
    const body = await json(mostBytes);
    if (!body.ok) return body;
    const read = Read.safeParse(body.value);
    if (!read.success)
      return refuse('form', 'This is nothing that was read from a drive.', 'Paste what the lines printed.');
    const { version, printed, requestId } = read.data;
    const request = { version, act: { kind: 'drive-read', printed }, requestId };
    const done = await doAct(getRuntime(), params.id!, request, by);
    return done.ok ? jobChange(getRuntime(), params.id!, version) : done;
  },
});
