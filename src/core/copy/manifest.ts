import * as z from 'zod';
import { CopyProof } from './proof-schema';

const sha256 = z.string().regex(/^[0-9a-f]{64}$/u);
const side = z.object({ benchLabel: z.string(), serial: z.string(), bytes: z.int().positive() });

/**
 * What a verified copy leaves behind: which bytes went where, the SHA-256 of each block of at most `blockBytes`, in
 * order, and which bytes of the new drive were rewritten on purpose and so differ from the old one. Offsets in bytes.
 */
export const Manifest = z.object({
  schema: z.literal('jicara.manifest/3'),
  /** Of the order's text: a manifest belongs to one order. */
  orderSha256: sha256.nullable(),
  source: side,
  target: side,
  proof: CopyProof,
  /** What each partition's blocks add up to: SHA-256 over their digests, one to a line; the result's is null where it was not read back. */
  parts: z.array(
    z.object({
      number: z.int().nonnegative(),
      name: z.string(),
      bytes: z.int().nonnegative(),
      sourceSha256: sha256,
      resultSha256: sha256.nullable(),
    }),
  ),
  rewrites: z.array(
    z.object({ what: z.string(), offset: z.int().nonnegative(), bytes: z.int().positive(), sha256 }),
  ),
  spans: z.array(
    z.object({
      source: z.int().nonnegative(),
      target: z.int().nonnegative(),
      bytes: z.int().positive(),
      part: z.int().nonnegative(),
      zero: z.boolean().default(false),
    }),
  ),
  blockBytes: z.int().positive(),
  digests: z.array(sha256),
});
export type Manifest = z.infer<typeof Manifest>;

/** A proof as it was written before grades were: read back unless that was skipped. Who reads it says what was simulated. */
function withGrade(proof: unknown): unknown {
  if (typeof proof !== 'object' || proof === null || 'grade' in proof) return proof;
  const { readBack } = proof as { readBack?: { mode?: string } };
  return {
    ...proof,
    grade: readBack?.mode === 'skipped' ? 'not-read-back' : 'read-back',
    simulated: false,
  };
}

/** Reads a manifest from its text, also one of the version before. Null where it is none. */
export function readManifest(text: string): Manifest | null {
  let found: unknown;
  try {
    found = JSON.parse(text);
  } catch {
    return null;
  }
  if (typeof found !== 'object' || found === null) return null;
  const { schema, proof } = found as { schema?: unknown; proof?: unknown };
  const now =
    schema === 'jicara.manifest/2'
      ? { ...found, schema: 'jicara.manifest/3', orderSha256: null, proof: withGrade(proof) }
      : found;
  return Manifest.safeParse(now).data ?? null;
}
