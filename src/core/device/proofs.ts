import * as z from 'zod';
import { shortText } from '../part';

/** What a person reads on the device, or the simulated one gives. */
export const ReadingName = z.enum([
  'size-shown',
  'read-test',
  'parts-shown',
  'write-test',
  'timed-copy',
  'drive-temperature',
]);
export type ReadingName = z.infer<typeof ReadingName>;

/** Something that must still work after the device was open, and how one sees that it does. */
export const ProofFunction = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/u),
  what: shortText,
  how: z.string().min(1).max(240),
});
export type ProofFunction = z.infer<typeof ProofFunction>;

/** What this kind of device can show of itself: nothing else is asked of it at Prove. */
export const Proofs = z.object({
  readings: z
    .array(ReadingName)
    .max(6)
    .refine((names) => new Set(names).size === names.length, 'Each reading once.'),
  functions: z
    .array(ProofFunction)
    .max(12)
    .refine(
      (functions) => new Set(functions.map(({ id }) => id)).size === functions.length,
      'Each function has an id of its own.',
    ),
});
export type Proofs = z.infer<typeof Proofs>;
