import * as z from 'zod';
import { sorts, states } from './orders';

/** What is asked of the logbook, as it stands in an address. */
export const LogbookQuery = z.object({
  q: z.string().max(120).default(''),
  state: z.enum(states).default('all'),
  profileId: z.string().max(60).default(''),
  /** Taken in from this day on, and up to this one; ISO 8601 dates. */
  from: z.iso.date().or(z.literal('')).default(''),
  to: z.iso.date().or(z.literal('')).default(''),
  sort: z.enum(sorts).default('newest'),
  page: z.coerce.number().int().min(0).max(10_000).default(0),
});
export type LogbookQuery = z.infer<typeof LogbookQuery>;
