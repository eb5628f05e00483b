import type { CopyOrder, CopyProof, Manifest, ReadBackFrom } from '@/core/copy';
import { blockBytes } from './blocks';
import type { EngineOutcome } from './copy-engine';
import { sha256 } from './digest';

type Copied = Extract<EngineOutcome, { kind: 'copied' }>;

/** Which file or area an unreadable stretch belongs to, in words; null where nobody could tell. */
export type AreaNamer = (part: number, sourceOffset: number, bytes: number) => Promise<string | null>;

/** What a copy was made between, beside its bytes. */
export type Setting = {
  simulated: boolean;
  into: CopyProof['into'];
  readBackFrom: ReadBackFrom;
  areaOf: AreaNamer;
};

/** What the copy proved, and what of the source could not be read, with the area it belongs to. */
export async function proofOf(
  order: CopyOrder,
  copied: Copied,
  { simulated, into, readBackFrom, areaOf }: Setting,
): Promise<CopyProof> {
  const unreadable: CopyProof['unreadable'] = [];
  for (const { offset, bytes } of copied.unreadable) {
    const span = order.spans.find(
      ({ source, bytes: length }) => offset >= source && offset < source + length,
    );
    const part = order.parts.find(({ number }) => number === span?.part);
    const area = span ? await areaOf(span.part, offset, bytes) : null;
    unreadable.push({ offset, bytes, part: part?.name ?? 'the drive’s beginning', area });
  }
  return {
    grade: copied.grade,
    simulated,
    into,
    blocks: copied.blocks.length,
    bytes: copied.blocks.reduce((total, block) => total + block.bytes, 0),
    mismatches: 0,
    rewrites: order.rewrites.length,
    sha256: sha256(copied.digests.join('\n')),
    seconds: copied.seconds,
    readBack: order.readBack,
    readBackFrom: copied.grade === 'not-read-back' ? null : readBackFrom,
    redoneBlocks: copied.redoneBlocks,
    unreadable,
  };
}

/** All that a copy leaves as its account: which bytes went where, and the digest of each block. */
export function manifestOf(
  order: CopyOrder,
  orderDigest: string,
  copied: Copied,
  proof: CopyProof,
): Manifest {
  const side = ({ benchLabel, serial, bytes }: CopyOrder['target']) => ({ benchLabel, serial, bytes });
  const numbers = [...new Set(copied.blocks.map(({ part }) => part))];
  return {
    schema: 'jicara.manifest/3',
    orderSha256: orderDigest,
    source: side(order.source),
    target: side(order.target),
    proof,
    parts: numbers.map((number) => {
      const digests = copied.digests.filter((_, i) => copied.blocks[i]!.part === number);
      const bytes = copied.blocks.reduce(
        (total, block) => total + (block.part === number ? block.bytes : 0),
        0,
      );
      const digest = sha256(digests.join('\n'));
      return {
        number,
        name: order.parts.find((part) => part.number === number)?.name ?? 'the drive’s beginning',
        bytes,
        sourceSha256: digest,
        // What was compared block by block has the source's digest; what was not has none.
        resultSha256: proof.grade === 'not-read-back' ? null : digest,
      };
    }),
    rewrites: order.rewrites.map(({ what, offset, base64 }) => {
      const bytes = Buffer.from(base64, 'base64');
      return { what, offset, bytes: bytes.length, sha256: sha256(bytes) };
    }),
    spans: order.spans,
    blockBytes,
    digests: copied.digests,
  };
}
