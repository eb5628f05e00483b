import * as z from 'zod';
import { type Result, ok, refuse } from '../result';
import { latin1 } from './bytes';
import type { Write } from './write';

const Count = z.int().nonnegative();
const Pair = z.tuple([Count, Count]);

/** What stands at the head of a packed volume: one line of JSON, then the blocks it lists, one behind the other. */
export const PackedHeader = z.object({
  schema: z.literal('jicara.packed-volume/1'),
  kind: z.enum(['ext4', 'NTFS', 'exFAT']),
  bytes: z.int().positive(),
  /** First sector of the partition that its boot sector names; null where it names none. */
  firstSector: z.int().positive().nullable(),
  blockBytes: z.literal(4096),
  /** Runs of blocks that hold bytes: first block and how many. All others read zero, but for files. */
  blocks: z.array(Pair).max(200_000),
  /** Where the bytes of files go, [start, bytes] from the start of the volume; what they hold is the caller’s business. */
  files: z.array(z.object({ path: z.string().max(200), extents: z.array(Pair).max(10_000) })).max(1000),
});
export type PackedHeader = z.infer<typeof PackedHeader>;

export type PackedVolume = { header: PackedHeader; writes: Write[] };

const mostHeaderBytes = 2 ** 23;
const broken = (what: string) =>
  refuse('packed-volume', `This packed volume ${what}.`, 'Take it anew from the product’s own files.');

/**
 * Reads a volume of which only the blocks with bytes were kept (an unpacked `demo/volumes/*.vol.gz`).
 * Fault: `packed-volume` where the header is none, a run leaves the volume, or the blocks end too soon.
 */
export function readPackedVolume(bytes: Uint8Array): Result<PackedVolume> {
  const end = bytes.subarray(0, mostHeaderBytes).indexOf(10);
  if (end < 0) return broken('has no header');
  let json: unknown = null;
  try {
    json = JSON.parse(latin1(bytes.subarray(0, end)));
  } catch {
    return broken('has a header that is no JSON');
  }
  const parsed = PackedHeader.safeParse(json);
  if (!parsed.success) return broken('has a header of another kind');
  const header = parsed.data;
  const writes: Write[] = [];
  let at = end + 1;
  for (const [first, count] of header.blocks) {
    const offset = first * header.blockBytes;
    const length = count * header.blockBytes;
    if (offset + length > header.bytes) return broken('has a block behind its end');
    if (at + length > bytes.length) return broken('ends too soon');
    writes.push({ what: 'block', offset, bytes: bytes.subarray(at, at + length) });
    at += length;
  }
  const leaves = header.files.some(({ extents }) =>
    extents.some(([start, length]) => start + length > header.bytes),
  );
  return leaves ? broken('has a file behind its end') : ok({ header, writes });
}
