import * as z from 'zod';

/** Whether the data to keep of the old drive is part of the list; null where nobody said. */
const holdsKept = z.boolean().nullable().optional();

/** What the owner wants to have on the drive: items with their sizes, or a count and a typical size. */
export const Library = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('count'),
    count: z.int().positive().max(100_000),
    typicalBytes: z.int().positive(),
    holdsKept,
  }),
  z.object({
    kind: z.literal('items'),
    items: z
      .array(z.object({ name: z.string().trim().min(1).max(120), bytes: z.int().positive() }))
      .min(1)
      .max(2000),
    holdsKept,
  }),
]);
export type Library = z.infer<typeof Library>;

/** A build by the ids of its parts: how it is kept with a job and sent by programs. */
export const BuildIds = z.object({
  driveId: z.string().max(60),
  placeId: z.string().max(40).nullable().default(null),
  adapterId: z.string().max(60).nullable().default(null),
  sinkId: z.string().max(60).nullable().default(null),
  padIds: z.array(z.string().max(60)).max(2).default([]),
  padBelowId: z.string().max(60).nullable().default(null),
  caseChangeIds: z.array(z.string().max(40)).max(8).default([]),
});
export type BuildIds = z.infer<typeof BuildIds>;
