import * as z from 'zod';

export const sorts = ['newest', 'oldest', 'owner', 'device'] as const;
export const states = ['all', 'open', 'through'] as const;

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

/** A job in the logbook. */
export type LogbookLine = {
  id: string;
  device: string | null;
  owner: string;
  place: string;
  serial: string;
  driveId: string | null;
  takenInAt: string;
  handedOverAt: string | null;
  /** Initials of who did anything to it. */
  who: string[];
};

export const linesOnPage = 50;

/** Each word of what was typed, lower case; ten at most, so that nothing that is pasted asks for a thousand. */
export const wordsAsked = (q: string): string[] => q.toLowerCase().split(/\s+/u).filter(Boolean).slice(0, 10);
