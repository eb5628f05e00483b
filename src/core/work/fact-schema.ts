import * as z from 'zod';
import type { KnownFact } from './known-facts';
import type { HoldCode } from './hold-code';

/** A fact of one kind of device, brought by its profile and known to its procedure only. */
export type DeviceFact = string & z.BRAND<'DeviceFact'>;

/** Every name that a fact can have: known, made from something’s id, or brought by a profile. */
export type FactName =
  | KnownFact
  | DeviceFact
  | `override.${HoldCode}`
  | `screw.${string}.${number}.in`
  | `screw.${string}.lost`
  | `cable.${string}.on`;

/** A name such as `battery.connected` or `screw.back.3.in`, as a file or the database holds it. */
export const FactName = z
  .string()
  .regex(/^[a-z0-9-]+(\.[a-z0-9-]+)+$/u)
  .max(80) as unknown as z.ZodType<FactName, FactName>;

/** Known true, known false; a fact that nobody stated is not known (undefined when looked up). */
export const FactSetting = z.object({ fact: FactName, value: z.boolean().nullable() });
export type FactSetting = z.infer<typeof FactSetting>;

/** One statement about the device, with when and by whom. `null` takes a statement back to not known. */
export const FactChange = FactSetting.extend({ at: z.iso.datetime(), by: z.string() });
export type FactChange = z.infer<typeof FactChange>;

export const FactState = z.object({ value: z.boolean(), at: z.iso.datetime(), by: z.string() });
export type FactState = z.infer<typeof FactState>;
