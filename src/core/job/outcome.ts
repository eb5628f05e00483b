import * as z from 'zod';

/** What a device can come to when it is switched on. */
export const Outcome = z.enum(['started', 'dark', 'no-start-device', 'does-not-finish']);
export type Outcome = z.infer<typeof Outcome>;
