import * as z from 'zod';
import { lessonKinds } from './lesson-keys';

/** One thing that a job taught: which fault was behind a dead start, how a check was read before it was found, or what was usual, what came, and what it hangs on, coarse to fine. */
export const Lesson = z.object({
  kind: z.enum([...lessonKinds, 'fault', 'look']),
  /** As it was said before anybody had measured: minutes, bytes a second, K. */
  usual: z.number().positive(),
  actual: z.number().positive(),
  keys: z.array(z.string().min(1).max(160)).min(1).max(4),
  at: z.iso.datetime(),
});
export type Lesson = z.infer<typeof Lesson>;

/** A lesson with the job that taught it. */
export type LessonOfJob = Lesson & { jobId: string };
