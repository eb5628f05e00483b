import { z } from 'zod';

/** What the copier proved: counts and one digest over the digests of all blocks. */
export const CopyProof = z.object({
  blocks: z.int().nonnegative(),
  bytes: z.int().nonnegative(),
  mismatches: z.int().nonnegative(),
  rewrites: z.int().nonnegative(),
  sha256: z.string().regex(/^[0-9a-f]{64}$/u),
  seconds: z.number().nonnegative(),
  /** When the result was read back; anything but behind each batch has a reason. */
  readBack: z
    .object({ mode: z.enum(['each', 'last', 'skipped']), reason: z.string() })
    .default({ mode: 'each', reason: '' }),
  /** What of the old drive could not be read and was filled with zeros: offset on it, and the file or area it belongs to. */
  unreadable: z
    .array(
      z.object({
        offset: z.int().nonnegative(),
        bytes: z.int().positive(),
        part: z.string(),
        area: z.string().nullable(),
      }),
    )
    .default([]),
});
export type CopyProof = z.infer<typeof CopyProof>;

/** How a proof reads on paper: what was moved, how it was compared, and what could not be read. */
export function proofSentences(proof: CopyProof, showBytes: (bytes: number) => string): string[] {
  const { mode, reason } = proof.readBack;
  const compared =
    mode === 'each'
      ? 'all read back and compared'
      : mode === 'last'
        ? `all read back and compared after the writing (${reason})`
        : `not read back: ${reason}`;
  const matched = mode === 'skipped' ? '' : `, ${proof.mismatches} mismatches`;
  const first = `${showBytes(proof.bytes)} in ${proof.blocks} blocks, ${compared}${matched}; ${proof.rewrites} intended rewrites.`;
  const unread = proof.unreadable.map(
    ({ bytes, part, area }) =>
      `${showBytes(bytes)} of the old drive could not be read and were filled with zeros, in ${part}${area ? `: ${area}` : ''}.`,
  );
  return [first, ...unread];
}
