import { z } from 'zod';
import type { CopyPlan, Layout } from '@/core/disk';

const Side = z.object({ benchLabel: z.string(), serial: z.string(), bytes: z.int() });

/** When what was written is read back: behind each batch, after all of it, or not at all; the last two with a reason. */
export const ReadBack = z.object({
  mode: z.enum(['each', 'last', 'skipped']),
  reason: z.string().max(300),
});
export type ReadBack = z.infer<typeof ReadBack>;

/** What the copier is told to do: all of it in a file, so that a resumed copy does the same. */
export const CopyOrder = z.object({
  schema: z.enum(['jicara.copy-order/1', 'jicara.copy-order/2']),
  source: Side,
  target: Side,
  sectorBytes: z.int().positive().default(512),
  readBack: ReadBack.default({ mode: 'each', reason: '' }),
  /** Names of the parts that spans speak of; 0 is the drive's own beginning. */
  parts: z.array(z.object({ number: z.int().nonnegative(), name: z.string() })).default([]),
  spans: z.array(
    z.object({
      source: z.int().nonnegative(),
      target: z.int().nonnegative(),
      bytes: z.int().positive(),
      part: z.int().nonnegative().default(0),
    }),
  ),
  rewrites: z.array(z.object({ what: z.string(), offset: z.int().nonnegative(), base64: z.string() })),
});
export type CopyOrder = z.infer<typeof CopyOrder>;

/** Puts a plan into an order for the drives of these identities. */
export function orderFrom(
  source: z.infer<typeof Side>,
  target: z.infer<typeof Side>,
  layout: Layout,
  plan: CopyPlan,
  readBack: ReadBack,
): CopyOrder {
  const side = ({ benchLabel, serial, bytes }: z.infer<typeof Side>) => ({ benchLabel, serial, bytes });
  return {
    schema: 'jicara.copy-order/2',
    source: side(source),
    target: side(target),
    sectorBytes: layout.sourceSectorBytes,
    readBack,
    parts: layout.parts.map(({ number, name }) => ({ number, name: name || `part ${number}` })),
    spans: plan.spans,
    rewrites: plan.rewrites.map(({ what, offset, bytes }) => ({
      what,
      offset,
      base64: Buffer.from(bytes).toString('base64'),
    })),
  };
}
