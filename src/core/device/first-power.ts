import * as z from 'zod';
import { shortText } from '../part';
import { deviceFaultIds } from './device-fault-id';

const sentence = z.string().min(1).max(240);

/** A silent phase at switching on: how long it usually lasts, and from when on one should worry. Seconds. */
export const PowerPhase = z
  .object({
    shows: shortText,
    usualS: z.number().nonnegative(),
    worryS: z.number().positive(),
  })
  .refine(({ usualS, worryS }) => usualS < worryS, 'The worry point lies behind the usual length.');
export type PowerPhase = z.infer<typeof PowerPhase>;

/** Facts about cables that go in before a device is switched on. */
export const cableFacts = ['charger.connected', 'mains.plugged', 'feeds.on', 'cables.outside'] as const;

/** A cable that goes in before the device is switched on. */
export const PowerCable = z.object({
  words: shortText,
  fact: z.enum(cableFacts),
  /** Why it has its place in the order; null where any will do. */
  why: sentence.nullable().default(null),
});
export type PowerCable = z.infer<typeof PowerCable>;

export const promptTimes = ['format', 'network', 'first-start'] as const;

/** What the device asks while it starts or restores itself, and what the hands do then. */
export const DevicePrompt = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/u),
  /** Before it formats, before the last phase of a network restore, or at the end of the first start. */
  comes: z.enum(promptTimes),
  shows: shortText,
  answer: z.enum(['accept', 'refuse', 'leave-alone']),
  why: sentence,
  /** What comes of any other answer. */
  wrong: sentence,
});
export type DevicePrompt = z.infer<typeof DevicePrompt>;

/** What a device does when it is switched on after the work. */
export const FirstPower = z.object({
  startsOnlyOnCharger: z.boolean(),
  /** From the key to the home screen, with a whole system on the drive. */
  phases: z.array(PowerPhase).min(1).max(8),
  /** In this order; the one that brings power is the last. */
  cables: z
    .array(PowerCable)
    .min(1)
    .max(6)
    .default([{ words: 'charger', fact: 'charger.connected', why: null }]),
  /** The keys that open the boot menu; null where there is none. */
  menuKeys: sentence.nullable().default(null),
  /** Restoring over the network from the firmware, to be left alone; empty where it cannot. */
  network: z.array(PowerPhase).max(6).default([]),
  /** Formatting an empty drive by itself, its own read test with it; empty where it does not. */
  format: z.array(PowerPhase).max(6).default([]),
  prompts: z.array(DevicePrompt).max(12).default([]),
  /** What a restore over the network does when the network goes: where it goes on, what to press; null where nobody has seen it. */
  afterLostNetwork: sentence.nullable().default(null),
  /** How often it goes on by itself where it was, before it begins anew; null where nobody has seen it. */
  networkRetries: z.int().min(0).max(20).nullable().default(null),
  /** How often each fault is behind a dead start of this device, against the others; a named default for what is left out. */
  faultWeights: z.partialRecord(z.enum(deviceFaultIds), z.number().positive().max(1000)).default({}),
});
export type FirstPower = z.infer<typeof FirstPower>;
