import * as z from 'zod';
import { Operation } from './operation-schema';

const Sectors = z.object({ firstSector: z.int().nonnegative(), lastSector: z.int().nonnegative() });

/** A layout as it goes out: for other programs, and for whoever does it by hand. */
export const LayoutDocument = z.object({
  schema: z.literal('jicara.layout/1'),
  table: z.enum(['gpt', 'record', 'none']),
  diskGuid: z.string(),
  source: z.object({ sectors: z.int().positive(), sectorBytes: z.int().positive() }),
  target: z.object({ sectors: z.int().positive(), sectorBytes: z.int().positive() }),
  parts: z.array(
    z.object({
      number: z.int().positive(),
      name: z.string(),
      typeGuid: z.string(),
      partGuid: z.string(),
      from: Sectors.nullable(),
      to: Sectors,
      change: z.string(),
      /** Who makes the file system as large as its grown partition. */
      grownBy: z.enum(['rewrite', 'device']).nullable(),
    }),
  ),
  operations: z.array(Operation),
});
export type LayoutDocument = z.infer<typeof LayoutDocument>;
