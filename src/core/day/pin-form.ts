import * as z from 'zod';

/** Whom a task is pinned to, and from when. */
export const TaskPin = z.object({ by: z.string().max(8), at: z.iso.datetime() });
export type TaskPin = z.infer<typeof TaskPin>;

/** Pins a task, moves its pin, or takes it out again (null). `was` is what the window showed: somebody else may have been quicker. */
export const PinForm = z.object({
  taskId: z.string().min(1).max(200),
  pin: TaskPin.nullable(),
  was: TaskPin.nullable(),
});
export type PinForm = z.infer<typeof PinForm>;

/** How a task is pinned from now on, and the moment from which whatever is read knows of it; ISO 8601. */
export type PinAnswer = { pin: TaskPin | null; at: string };
