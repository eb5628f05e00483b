import type { CopyOrder } from '@/core/copy';
import { type Unreadable, readWithCare } from './careful-read';
import type { SourceDrive } from './drives';

export const blockBytes = 2 ** 20;

export type Block = { source: number; target: number; bytes: number; part: number; zero: boolean };

/**
 * The order's spans in blocks of at most 1 MiB. Those that are known to read zero on both drives are left out of the copy:
 * a new run looks whether the target still reads zero there.
 */
export function blocksOf(
  order: Pick<CopyOrder, 'spans'>,
  source: Pick<SourceDrive, 'isHole'>,
  targetBlank: boolean,
): { blocks: Block[]; leftOut: Block[] } {
  const blocks: Block[] = [];
  const leftOut: Block[] = [];
  for (const span of order.spans) {
    for (let at = 0; at < span.bytes; at += blockBytes) {
      const bytes = Math.min(blockBytes, span.bytes - at);
      const { part, zero } = span;
      const block = { source: span.source + at, target: span.target + at, bytes, part, zero };
      const isHole = targetBlank && (zero || source.isHole?.(block.source, bytes));
      (isHole ? leftOut : blocks).push(block);
    }
  }
  return { blocks, leftOut };
}

/** Reads what a block carries, as carefully as any; nothing is read for one that only clears. Resolves to what could not be read. */
export async function readBlock(
  source: SourceDrive,
  block: Block,
  into: Uint8Array,
  sectorBytes: number,
): Promise<Unreadable[]> {
  if (!block.zero) return readWithCare(source, block.source, into, sectorBytes);
  into.fill(0);
  return [];
}

/** Where a rewrite of the order falls into a block: the stretch of the block, and the same stretch on the source. */
export const rewritesIn = (block: Block, rewrites: { offset: number; bytes: number }[]) =>
  rewrites.flatMap(({ offset, bytes }) => {
    const start = Math.max(offset, block.target);
    const end = Math.min(offset + bytes, block.target + block.bytes);
    return start < end
      ? [{ at: start - block.target, bytes: end - start, source: block.source + start - block.target }]
      : [];
  });
