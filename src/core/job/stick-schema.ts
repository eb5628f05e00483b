import * as z from 'zod';

/** The stick that a job restores from, as it was when it was taken. */
export const JobStick = z.object({
  label: z.string().max(12),
  imageId: z.string().max(60),
  name: z.string().max(120),
  version: z.string().max(20),
  /** SHA-256 of what was written, unpacked. */
  sha256: z.string().regex(/^[0-9a-f]{64}$/u),
  /** Why it was taken although something speaks against it. */
  reason: z.string().max(300).nullable(),
});
export type JobStick = z.infer<typeof JobStick>;
