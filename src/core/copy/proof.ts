import { readBackFromWords } from './grade';
import type { CopyProof } from './proof-schema';

/** How the result was compared, by its grade, as the middle of a sentence. */
function comparedWords({ grade, readBack, mismatches, readBackFrom }: CopyProof): string {
  const from = readBackFrom ? ` ${readBackFromWords[readBackFrom]}` : '';
  const matched = `, ${mismatches} mismatches`;
  switch (grade) {
    case 'read-back':
      return readBack.mode === 'last'
        ? `all read back${from} and compared after the writing (${readBack.reason})${matched}`
        : `all read back${from} and compared${matched}`;
    case 'read-back-later':
      return `all read back${from} later and compared by checksums${matched}`;
    case 'written-elsewhere':
      return `written to the drive elsewhere and read back there: the checksum of every stretch matches`;
    case 'not-read-back':
      return `not read back: ${readBack.reason}`;
    case 'done-elsewhere':
      return `done elsewhere, nothing compared: ${readBack.reason}`;
  }
}

/** What is known of a copy that was made by other means: what it was made with, and nothing else. */
export const doneElsewhere = (means: string): CopyProof => ({
  grade: 'done-elsewhere',
  simulated: false,
  into: 'drive',
  blocks: 0,
  bytes: 0,
  mismatches: 0,
  rewrites: 0,
  // Of no block at all (FIPS 180-4, the empty message).
  sha256: 'e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855',
  seconds: 0,
  readBack: { mode: 'skipped', reason: means },
  readBackFrom: null,
  redoneBlocks: 0,
  unreadable: [],
});

/** How a proof reads on paper: what was moved, how it was compared, what could not be read, and what was simulated. */
export function proofSentences(proof: CopyProof, showBytes: (bytes: number) => string): string[] {
  if (proof.grade === 'done-elsewhere')
    return [`Copied by other means: ${proof.readBack.reason}. Nothing of it was compared here.`];
  const first = `${showBytes(proof.bytes)} in ${proof.blocks} blocks, ${comparedWords(proof)}; ${proof.rewrites} intended rewrites.`;
  const redone =
    proof.redoneBlocks > 0
      ? [`${proof.redoneBlocks} blocks were not as an earlier run had left them, and were done again.`]
      : [];
  const unread = proof.unreadable.map(
    ({ bytes, part, area }) =>
      `${showBytes(bytes)} of the old drive could not be read and were filled with zeros, in ${part}${area ? `: ${area}` : ''}.`,
  );
  const onlyFile =
    proof.into === 'image-file'
      ? ['That is the image file; a drive that it is written to is not compared by this.']
      : [];
  const simulated = proof.simulated ? ['Between simulated drives: it proves nothing of a real one.'] : [];
  return [first, ...onlyFile, ...redone, ...unread, ...simulated];
}
