import { z } from 'zod';
import { Known } from '../margin';
import { Money } from '../units';
import { shortText } from './drive';

/** A thermal pad on the shelf: free thickness and the squeeze window its maker wants. */
export const Pad = z.object({
  schema: z.literal('jicara.pad/1'),
  id: z.string().regex(/^[a-z0-9-]{1,60}$/u),
  maker: shortText,
  model: shortText,
  freeThicknessMm: Known,
  squeezePercent: z.object({ from: z.number().min(0).max(90), to: z.number().min(1).max(95) }),
  conductivityWPerMK: z.number().positive(),
  price: Money,
  source: shortText,
});
export type Pad = z.infer<typeof Pad>;
