import * as z from 'zod';

/** What a person reads on the device, or the simulated one gives. */
export const ReadingName = z.enum(['size-shown', 'read-test', 'parts-shown']);
export type ReadingName = z.infer<typeof ReadingName>;

/** What a device can come to when it is switched on. */
export const Outcome = z.enum(['started', 'dark', 'no-start-device', 'does-not-finish']);
export type Outcome = z.infer<typeof Outcome>;
