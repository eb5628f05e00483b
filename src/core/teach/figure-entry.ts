import * as z from 'zod';
import { PictureSum } from '../picture-sum';

const short = z.string().trim().min(1, 'Say where it is from.').max(200);

/** A figure as it is entered: readings by a tool, a figure from a paper, or taken back. */
export const FigureEntry = z.discriminatedUnion('way', [
  z
    .object({
      way: z.literal('measured'),
      figureId: z.string().max(60),
      placeId: z.string().max(40),
      /** Each reading, in the figure’s own unit. */
      readings: z.array(z.number()).min(1, 'Type one reading at least.').max(20),
      /** What the tool itself can be off, in the same unit. */
      toolPlusMinus: z.number().min(0).max(1e9),
      tool: short,
      /** The photo that they were read from, where they were. */
      photo: PictureSum.optional(),
    })
    .strict(),
  z
    .object({
      way: z.literal('paper'),
      figureId: z.string().max(60),
      placeId: z.string().max(40),
      value: z.number(),
      minus: z.number().min(0),
      plus: z.number().min(0),
      source: short,
      /** The paper’s own date. */
      at: z.iso.date(),
    })
    .strict(),
  z
    .object({
      way: z.literal('answer'),
      figureId: z.string().max(60),
      placeId: z.string().max(40),
      /** One of the answer’s options; null where nobody knows. */
      value: z.string().max(60).nullable(),
    })
    .strict(),
  z.object({ way: z.literal('unknown'), figureId: z.string().max(60), placeId: z.string().max(40) }).strict(),
]);
export type FigureEntry = z.infer<typeof FigureEntry>;
