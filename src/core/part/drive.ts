import { z } from 'zod';
import { Known } from '../margin';
import { Money } from '../units';
import { parseSizeCode } from './size-code';

/** Text from people and files: bounded, so that nothing grows without end. */
export const shortText = z.string().trim().min(1).max(120);

/** A drive of the catalogue. Sizes in bytes, rates in bytes per second, all whole numbers. */
export const Drive = z.object({
  schema: z.literal('jicara.drive/1'),
  id: z.string().regex(/^[a-z0-9-]{1,60}$/u),
  maker: shortText,
  model: shortText,
  protocol: z.enum(['NVMe', 'SATA']),
  sizeCode: z
    .string()
    .max(20)
    .superRefine((code, context) => {
      const parsed = parseSizeCode(code);
      if (!parsed.ok)
        context.addIssue({ code: 'custom', message: `${parsed.fault.sentence} ${parsed.fault.remedy}` });
    }),
  labelGB: z.int().positive().max(100_000),
  sectorBytes: z.union([z.literal(512), z.literal(4096)]),
  linkGeneration: z.int().min(1).max(6),
  lanes: z.int().min(1).max(4),
  readBytesPerS: z.int().positive(),
  writeBytesPerS: z.int().positive(),
  /** Rate once the fast cache is full. */
  sustainedWriteBytesPerS: z.int().positive(),
  /** Chip height above the board where someone stated or measured it; without it only the class maximum is known. */
  chipTopMm: Known.optional(),
  price: Money,
  source: shortText,
});
export type Drive = z.infer<typeof Drive>;
