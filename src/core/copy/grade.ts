import type { CopyGrade, ReadBackFrom } from './grade-schema';

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
