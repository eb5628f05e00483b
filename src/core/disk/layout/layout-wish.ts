import * as z from 'zod';

const PartNumber = z.int().min(1).max(256);

/** What a person wishes of the new drive; everything left out follows from the old one. */
export const LayoutWish = z.object({
  /** Share of the new drive kept unpartitioned, percent 0 to 50. */
  holdBackPercent: z.number().min(0).max(50),
  /** Numbers of the partitions that stay behind. */
  dropped: z.array(PartNumber).max(128).default([]),
  /** Sizes by hand, MiB by partition number; the partition that grows takes the rest where it has none. */
  sizesMiB: z
    .record(
      z.string().regex(/^\d{1,3}$/u),
      z
        .int()
        .positive()
        .max(2 ** 33),
    )
    .default({}),
  /** Room for a second system beside the first, which shares its EFI partition. */
  secondSystemMiB: z
    .int()
    .positive()
    .max(2 ** 33)
    .nullable()
    .default(null),
});
export type LayoutWish = z.infer<typeof LayoutWish>;
