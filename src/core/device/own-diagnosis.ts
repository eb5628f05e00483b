import * as z from 'zod';
import { deviceFaultIds } from './device-fault-id';

const id = z.string().regex(/^[a-z0-9-]{1,40}$/u);
const sentence = z.string().min(1).max(240);

/** What can be wrong with this kind of device alone, beside what can be wrong with all. */
export const OwnFault = z.object({
  id,
  name: z.string().min(1).max(120),
  /** How often it is behind a dead start, against the others. */
  weight: z.number().positive().max(1000),
  remedy: sentence,
  /** Whether the device is opened for it, and minutes beside that. */
  mend: z.object({ open: z.boolean(), minutes: z.number().positive().max(600) }),
  /**
   * What checks show under it, by their ids; the others show what a sound device does, but for what follows from what it shows at the
   * key: it does not start by waiting, and what is dark opens no menu and starts from nothing else.
   */
  shows: z.record(id, id),
});
export type OwnFault = z.infer<typeof OwnFault>;

/** A check of this kind of device alone. */
export const OwnCheck = z.object({
  id,
  ask: z.string().min(1).max(160),
  outcomes: z
    .array(z.object({ id, words: z.string().min(1).max(80) }))
    .min(2)
    .max(12),
  /** What a sound device shows. */
  sound: id,
  minutes: z.number().positive().max(600),
  /** Whether the device is opened and closed for it. */
  open: z.boolean().default(false),
  /** Faults that doing it mends by the way. */
  mends: z.array(id).max(20).default([]),
  /** What it shows under faults, by their ids; under all others what a sound device shows. */
  shows: z.record(id, id).default({}),
  /** How often what is entered is not what was there; a named default where nobody knows. */
  misread: z.number().min(0).max(0.5).optional(),
});
export type OwnCheck = z.infer<typeof OwnCheck>;

/** What a profile adds to the faults and checks that all devices share, and what of those it cannot have. */
export const OwnDiagnosis = z.object({
  faults: z.array(OwnFault).max(40).default([]),
  checks: z.array(OwnCheck).max(20).default([]),
  never: z.array(z.enum(deviceFaultIds)).max(20).default([]),
});
export type OwnDiagnosis = z.infer<typeof OwnDiagnosis>;
