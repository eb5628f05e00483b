import { type BlockReader, WindowReader } from '../block-reader';
import { latin1 } from '../bytes';
import { type AnyFileSystem, markedBytes, readerFor } from './drivers';
import { namedAtEnd, namedAtStart, namedBytes } from './named-by-mark';

export type { AnyFileSystem } from './drivers';

/** What stands in one partition: a file system, something encrypted as a whole, or bytes that are not read further. */
export type PartitionContent =
  | { kind: 'file-system'; fileSystem: AnyFileSystem }
  | { kind: 'sealed'; by: string }
  | {
      kind: 'unread';
      /** What its mark names; null where no mark explains it. */
      name: string | null;
      why: string;
      /** A mark is there, and what it promises is not. */
      isDamaged: boolean;
    };

function sealedBy(head: Uint8Array): string | null {
  if (latin1(head.subarray(0, 6)) === 'LUKS\xba\xbe') return 'LUKS';
  return latin1(head.subarray(3, 11)) === '-FVE-FS-' ? 'full-volume encryption' : null;
}

const unread = (why: string): PartitionContent => ({ kind: 'unread', name: null, why, isDamaged: true });

/** Tells what a partition holds and reads it as far as size, label, free and used blocks. A file system that claims more than the partition is not trusted. */
export async function readContent(partition: BlockReader): Promise<PartitionContent> {
  const window = new WindowReader(partition);
  const head = await partition.read(0, Math.max(markedBytes, namedBytes));
  const by = sealedBy(head);
  if (by) return { kind: 'sealed', by };
  // A member of an array may look like an ordinary file system from its start; grown by itself it would be torn out of its array.
  const name = namedAtStart(head) ?? (await namedAtEnd(partition));
  const read = readerFor(head);
  if (name !== null && (!read || name.includes('member')))
    return { kind: 'unread', name, why: `what is inside a ${name} is not read`, isDamaged: false };
  if (!read)
    return {
      kind: 'unread',
      name: null,
      why: 'no mark of a known file system was found',
      isDamaged: false,
    };
  const reading = await read(window);
  if (!reading.ok) return unread(reading.why);
  const { fileSystem } = reading;
  // An NTFS may lack the one sector behind it that holds the copy of its boot sector.
  const least = fileSystem.bytes - (fileSystem.family === 'ntfs' ? fileSystem.ntfs.sectorBytes : 0);
  return least > partition.length
    ? unread(`Its ${fileSystem.kind} claims more than the partition holds.`)
    : { kind: 'file-system', fileSystem };
}
