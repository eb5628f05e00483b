import * as z from 'zod';
import { FactName } from './fact-schema';
import { text, workId } from './work-id';
import { latchKinds } from './latch-kinds';

export const LatchKind = z.enum(latchKinds);
export type LatchKind = z.infer<typeof LatchKind>;

/** A cable or ribbon of a device; on or off is a fact. */
export const Cable = z.object({
  id: workId,
  where: text(80),
  latch: LatchKind,
  /** Where it lies while it is off. */
  restsWhere: text(100).nullable().default(null),
  /** The fact that says that it is on; `cable.<id>.on` where left out. */
  fact: FactName.optional(),
  /** What the device does when it is switched on without it; left out where it starts and only that part does nothing. */
  without: z
    .object({ what: z.enum(['works', 'no-picture', 'goes-out', 'dark', 'no-storage']), sentence: text(160) })
    .optional(),
});
export type Cable = z.infer<typeof Cable>;
