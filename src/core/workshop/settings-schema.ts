import * as z from 'zod';
import { MoneySettings } from '../money';
import { parseHours } from './hours';
import { locales, benchAirs } from './setting-choices';

/** Zones that were found good: asking takes the system a fraction of a millisecond, and settings are read with every request. */
const goodZones = new Set<string>();

const isTimeZone = (zone: string) => {
  if (goodZones.has(zone)) return true;
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    goodZones.add(zone);
    return true;
  } catch {
    return false;
  }
};

/** How fast the stand-in dock runs: as at a bench, sixty times that, or as fast as the machine goes. */
export const Pace = z.enum(['true', 'x60', 'free']);
export type Pace = z.infer<typeof Pace>;

export const Settings = z.object({
  workshop: z.string().trim().min(1, 'Name the workshop.').max(120, 'Keep the name under 120 characters.'),
  currency: z.string().regex(/^[A-Z]{3}$/u, 'Use the three letters of the currency, such as EUR.'),
  locale: z.enum(locales),
  timeZone: z
    .string()
    .max(60)
    .refine(isTimeZone, 'This time zone is not known; use one such as Europe/Lisbon.'),
  pace: Pace,
  /** Single letters as keys; off for those who dictate or type with one hand. */
  singleKeys: z.boolean(),
  /** Makers that the technician prefers where all else is equal, the most liked first. */
  prefersMakers: z.array(z.string().trim().min(1).max(120)).max(20),
  /** Days after hand-over for which the simulated drives of a job are kept. */
  keepDrivesDays: z.int('Type whole days.').min(0).max(3650, 'Keep them for ten years at most.'),
  /** Months after which a source is called old: its figures count on, and say so. */
  sourcesOldAfterMonths: z.int('Type whole months.').min(1, 'At least a month.').max(240).default(24),
  /** The air at the bench: dry air charges whoever works in it. By the season, or as it is the whole year. */
  benchAir: z.enum(benchAirs).default('season-north'),
  /** What work costs and what is added to it; left out until somebody said. */
  money: MoneySettings.nullable().optional(),
  /** Views of the logbook that somebody kept under a name: what stands in its address. */
  logbookViews: z
    .array(
      z.object({
        name: z.string().trim().min(1, 'Name the view.').max(40, 'Keep the name under 40 characters.'),
        params: z.string().max(600),
      }),
    )
    .max(20, 'Twenty views at most: forget one first.')
    .default([]),
  /** Initials of who is working; null until somebody is picked. */
  working: z.string().max(8).nullable(),
});
export type Settings = z.infer<typeof Settings>;

export const Technician = z.object({
  initials: z
    .string()
    .trim()
    .toUpperCase()
    .regex(/^[\p{L}\d]{1,4}$/u, 'Initials are one to four letters or digits.'),
  name: z.string().trim().min(1, 'Say the name.').max(80, 'Keep the name under 80 characters.'),
  /** Trained for mains supplies and allowed by local rules to open them. */
  mains: z.boolean().default(false),
  /** When they work on a usual day, as typed; null: the usual hours; empty: not here. */
  hours: z
    .string()
    .trim()
    .max(80)
    .refine((text) => parseHours(text).ok, 'Type hours such as 08:00-12:00, 12:30-17:00.')
    .nullable()
    .default(null),
});
export type Technician = z.infer<typeof Technician>;
