import * as z from 'zod';
import { BuildIds } from '../fit';

/** The build that was chosen, with the reason where it was chosen although something is not known. */
export const Choice = BuildIds.extend({ reason: z.string().trim().min(3).max(300).nullable().default(null) });
export type Choice = z.infer<typeof Choice>;
