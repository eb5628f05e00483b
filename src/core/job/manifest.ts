import { z } from 'zod';
import { CopyProof } from './job';

const sha256 = z.string().regex(/^[0-9a-f]{64}$/u);
const side = z.object({ benchLabel: z.string(), serial: z.string(), bytes: z.int().positive() });

/**
 * What a verified copy leaves behind: which bytes went where, the SHA-256 of each block of at most `blockBytes`, in
 * order, and which bytes of the new drive were rewritten on purpose and so differ from the old one. Offsets in bytes.
 */
export const Manifest = z.object({
  schema: z.literal('jicara.manifest/1'),
  source: side,
  target: side,
  proof: CopyProof,
  rewrites: z.array(
    z.object({ what: z.string(), offset: z.int().nonnegative(), bytes: z.int().positive(), sha256 }),
  ),
  spans: z.array(
    z.object({ source: z.int().nonnegative(), target: z.int().nonnegative(), bytes: z.int().positive() }),
  ),
  blockBytes: z.int().positive(),
  digests: z.array(sha256),
});
export type Manifest = z.infer<typeof Manifest>;
