import type { FactName } from './fact-schema';
import type { LatchKind, Cable } from './cable';

/** What the hands do with each kind, by direction: off, and on again. */
export const latchWords: Readonly<Record<LatchKind, Readonly<{ off: string; on: string }>>> = Object.freeze({
  plug: {
    off: 'by the plug, left and right in turn; never by its wires',
    on: 'lined up by its keys, pushed straight in by the plug until it is flush; wires pulled lightly do not move it',
  },
  flip: {
    off: 'flip the latch up with a nail, then the ribbon comes without force',
    on: 'latch up, ribbon straight in to its line, contacts the way they faced, latch down',
  },
  slide: {
    off: 'slide the latch out at both ends, then the ribbon comes without force',
    on: 'latch out, ribbon straight in to its line, then the latch in at both ends evenly',
  },
  lift: {
    off: 'lift the latch at its middle, then the ribbon comes without force',
    on: 'latch lifted, ribbon straight in to its line, then press the latch down at its middle',
  },
  coax: {
    off: 'straight up from below its ring, with a flat tool',
    on: 'ring centred over its post, then straight down until it clicks; askew it bends the pin',
  },
  header: {
    off: 'straight up, both ends at once',
    on: 'lined up at both ends, then straight down evenly; bent pins mean it was askew',
  },
});

export const cableFact = ({ id, fact }: Pick<Cable, 'id' | 'fact'>): FactName => fact ?? `cable.${id}.on`;
