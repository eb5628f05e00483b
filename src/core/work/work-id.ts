import * as z from 'zod';

export const text = (most: number) => z.string().trim().min(1).max(most);

/** The name of a step, a fastener group or a cable within its procedure. */
export const workId = z.string().regex(/^[a-z0-9-]{1,40}$/u);
