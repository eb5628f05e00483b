import type { CopyOrder, PartProgress } from '@/core/copy';
import type { Block } from './blocks';

/** How much of each partition is matched so far: blocks are matched in their order, so that each is looked at once. */
export class PartsMatched {
  private readonly parts = new Map<number, PartProgress>();
  private at = 0;

  constructor(
    private readonly blocks: Block[],
    order: Pick<CopyOrder, 'parts'>,
  ) {
    for (const { part, bytes } of blocks) {
      const name = order.parts.find(({ number }) => number === part)?.name;
      const known = this.parts.get(part) ?? {
        number: part,
        name: name ?? (part === 0 ? 'the drive’s beginning' : `partition ${part}`),
        bytes: 0,
        matchedBytes: 0,
      };
      this.parts.set(part, { ...known, bytes: known.bytes + bytes });
    }
  }

  /** The parts with what of them is matched, where so many blocks are. */
  upTo(matchedBlocks: number): PartProgress[] {
    for (; this.at < matchedBlocks && this.at < this.blocks.length; this.at += 1) {
      const { part, bytes } = this.blocks[this.at]!;
      const known = this.parts.get(part)!;
      this.parts.set(part, { ...known, matchedBytes: known.matchedBytes + bytes });
    }
    return [...this.parts.values()];
  }
}
