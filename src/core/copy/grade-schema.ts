import * as z from 'zod';

/**
 * What is known of a copy, in one word everywhere: read back and compared with what was read on the source, while it was made
 * or later; written by other means and each span's checksum the same; or none of these.
 */
export const CopyGrade = z.enum([
  'read-back',
  'read-back-later',
  'written-elsewhere',
  'not-read-back',
  'done-elsewhere',
]);
export type CopyGrade = z.infer<typeof CopyGrade>;

/** Where a read-back took its bytes from, as far as this computer can tell. A drive’s own cache cannot be excluded by anyone. */
export const ReadBackFrom = z.enum(['past-the-cache', 'cache-dropped', 'perhaps-a-cache']);
export type ReadBackFrom = z.infer<typeof ReadBackFrom>;
