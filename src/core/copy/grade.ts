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

/** The grades that are a proof of every block, of what was written. */
export const isProof = (grade: CopyGrade): boolean =>
  grade === 'read-back' || grade === 'read-back-later' || grade === 'written-elsewhere';

/** Whether it proves the drive that goes into the device: an image file that matches proves nothing of the drive it is written to. */
export const isProofOfDrive = ({
  grade,
  into,
}: {
  grade: CopyGrade;
  into: 'drive' | 'image-file';
}): boolean => isProof(grade) && into === 'drive';

/** Where a read-back took its bytes from, as far as this computer can tell. A drive’s own cache cannot be excluded by anyone. */
export const ReadBackFrom = z.enum(['past-the-cache', 'cache-dropped', 'perhaps-a-cache']);
export type ReadBackFrom = z.infer<typeof ReadBackFrom>;

/** The grade as a heading. */
export const gradeWords: Readonly<Record<CopyGrade, string>> = Object.freeze({
  'read-back': 'Read back and matched',
  'read-back-later': 'Read back later and matched',
  'written-elsewhere': 'Written elsewhere, read back, every stretch matches',
  'not-read-back': 'Written, not read back',
  'done-elsewhere': 'Done elsewhere, not compared',
});

/** Where a read-back came from, as part of a sentence; null where nothing was read back. */
export const readBackFromWords: Readonly<Record<ReadBackFrom, string>> = Object.freeze({
  'past-the-cache': 'past this computer’s cache',
  'cache-dropped': 'after this computer’s cache was dropped',
  'perhaps-a-cache': 'perhaps from this computer’s cache, which could not be passed here',
});
