import * as z from 'zod';
import { text, workId } from './work-id';
import { fastenerKinds } from './fastener-kinds';

export const FastenerKind = z.enum(fastenerKinds);
export type FastenerKind = z.infer<typeof FastenerKind>;

/** A group of like fasteners that come undone together; each one is a fact `screw.<group>.<n>.in`. */
export const FastenerGroup = z
  .object({
    id: workId,
    where: text(60),
    kind: FastenerKind.default('screw'),
    count: z.int().positive().max(40),
    /** Of what lies in the bowl; null where it has no length that matters. */
    lengthMm: z.number().positive().max(400).nullable().default(null),
    /** The bit or spanner; null where the fingers do. */
    bit: text(20).nullable().default(null),
    /** Stays in its place when undone: it never reaches the bowl. */
    captive: z.boolean().default(false),
    /** What lies over it, so that it is easily missed. */
    under: text(60).nullable().default(null),
    /** Holes of the same size beside them that have no screw and must get none. */
    emptyHoles: z.int().nonnegative().max(20).default(0),
    /** How far it is turned, in words that mean something. */
    tighten: text(100).nullable().default(null),
  })
  .refine(
    ({ kind, lengthMm, bit }) => kind !== 'screw' || (lengthMm !== null && bit !== null),
    'A screw has a length and a bit.',
  );
export type FastenerGroup = z.infer<typeof FastenerGroup>;
