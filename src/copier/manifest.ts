import { join } from 'node:path';
import type { CopyProof, Manifest } from '@/core/copy';
import { writeDurably } from '@/files';
import { type EngineOutcome, blockBytes, sha256 } from './copy-engine';
import type { CopyOrder } from '@/core/copy';

type Copied = Extract<EngineOutcome, { kind: 'copied' }>;

/** Which file or area an unreadable stretch belongs to, in words; null where nobody could tell. */
export type AreaNamer = (part: number, sourceOffset: number, bytes: number) => Promise<string | null>;

/** What the copy proved, and what of the source could not be read, with the area it belongs to. */
export async function proofOf(order: CopyOrder, copied: Copied, areaOf: AreaNamer): Promise<CopyProof> {
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
    blocks: copied.blocks.length,
    bytes: copied.blocks.reduce((total, block) => total + block.bytes, 0),
    mismatches: 0,
    rewrites: order.rewrites.length,
    sha256: sha256(copied.digests.join('\n')),
    seconds: copied.seconds,
    readBack: order.readBack,
    unreadable,
  };
}

function manifestOf(order: CopyOrder, copied: Copied, proof: CopyProof): Manifest {
  const numbers = [...new Set(copied.blocks.map(({ part }) => part))];
  return {
    schema: 'jicara.manifest/2',
    source: order.source,
    target: order.target,
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
        resultSha256: order.readBack.mode === 'skipped' ? null : digest,
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

/** Writes the manifest whole or not at all, on the disk before this returns. */
export async function writeManifest(
  folder: string,
  order: CopyOrder,
  copied: Copied,
  proof: CopyProof,
): Promise<Manifest> {
  const manifest = manifestOf(order, copied, proof);
  await writeDurably(join(folder, 'manifest.json'), JSON.stringify(manifest));
  return manifest;
}
