import * as z from 'zod';
import { FactName } from './facts';
import { text, workId } from './work-id';

/** How a cable is held, and so how it comes off. */
export const latchKinds = ['plug', 'flip', 'slide', 'lift', 'coax', 'header'] as const;
export const LatchKind = z.enum(latchKinds);
export type LatchKind = z.infer<typeof LatchKind>;

/** What the hands do with each kind; the way on is the same, backwards. */
export const latchWords: Readonly<Record<LatchKind, string>> = Object.freeze({
  plug: 'by the plug, left and right in turn; never by its wires',
  flip: 'flip the latch up with a nail, then the ribbon comes without force',
  slide: 'slide the latch out at both ends, then the ribbon comes without force',
  lift: 'lift the latch at its middle, then the ribbon comes without force',
  coax: 'straight up from below its ring, with a flat tool',
  header: 'straight up, both ends at once',
});

/** A cable or ribbon of a device; on or off is a fact. */
export const Cable = z.object({
  id: workId,
  where: text(80),
  latch: LatchKind,
  /** Where it lies while it is off. */
  restsWhere: text(100).nullable().default(null),
  /** The fact that says that it is on; `cable.<id>.on` where left out. */
  fact: FactName.optional(),
});
export type Cable = z.infer<typeof Cable>;

export const cableFact = ({ id, fact }: Pick<Cable, 'id' | 'fact'>): FactName => fact ?? `cable.${id}.on`;
