import * as z from 'zod';

/** A partition as the maker delivers it; exactly one partition of a drive takes `rest`. */
export const DeliveredPartition = z.object({
  name: z.string().min(1).max(36),
  type: z.enum(['efiSystem', 'basicData', 'recovery', 'reserved', 'fileSystemData', 'swap']),
  sizeMiB: z.union([z.int().positive().max(1_000_000), z.literal('rest')]),
  fat32: z.object({
    sectorsPerCluster: z.union([
      z.literal(1),
      z.literal(2),
      z.literal(4),
      z.literal(8),
      z.literal(16),
      z.literal(32),
      z.literal(64),
      z.literal(128),
    ]),
    tables: z.union([z.literal(1), z.literal(2)]),
    /** Size in sectors up to which the tables were made; 0 where they fit the partition alone. */
    roomForSectors: z.int().nonnegative().max(0xffffffff),
    volumeLabel: z.string().regex(/^[A-Z0-9 ]{1,11}$/u),
  }),
  /** Where it holds another file system than FAT32; the stand-in drive has it where its size ships with the product. */
  volume: z.enum(['ext4', 'NTFS', 'exFAT']).optional(),
});
export type DeliveredPartition = z.infer<typeof DeliveredPartition>;
