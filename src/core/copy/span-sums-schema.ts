import * as z from 'zod';

/** One line of the list: what a used stretch of the finished image adds up to. */
export const SpanSum = z.object({
  offset: z.int().nonnegative(),
  bytes: z.int().positive(),
  sha256: z.string().regex(/^[0-9a-f]{64}$/u),
});
export type SpanSum = z.infer<typeof SpanSum>;

/** The list of one finished copy; it belongs to its manifest. */
export const SpanSums = z.object({
  schema: z.literal('jicara.span-sums/1'),
  manifestSha256: z.string(),
  driveBytes: z.int().positive(),
  sums: z.array(SpanSum),
});
export type SpanSums = z.infer<typeof SpanSums>;
