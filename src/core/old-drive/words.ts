import type { OldDriveAfter, Wiped } from './after';

/** What an old drive is called here: the label that it got on the dock, else the job's number. */
export const oldDriveLabel = (job: { id: string; dock: { old: { benchLabel: string } } | null }): string =>
  job.dock?.old.benchLabel ?? `${job.id}-OLD`;

/** Whether the term of a drive that still lies here is over. `at` is now, ISO 8601; the last day counts as a whole. */
export const isDue = (after: OldDriveAfter | null, at: string): boolean =>
  after !== null && after.end === null && after.until !== null && after.until < at.slice(0, 10);

const readWords = {
  all: 'all of it was read back: zeros',
  sampled: 'places by chance were read back: zeros. A sample can miss what is left',
  none: 'nothing was read back',
} as const;

/** How a drive was wiped, in a sentence that says who saw it. */
export const wipedWords = ({ method, seen, readBack, words }: Wiped): string =>
  seen
    ? `Wiped (${method}); all that was ever written to it was overwritten and read back: zeros. Jicara did and read it.`
    : `Wiped (${method}); ${readWords[readBack]}. Done elsewhere, as was told${words ? `: ${words}` : ''}.`;

/** What the square on a label says: its number and the job's, nothing of the owner. */
export const labelText = (label: string, jobId: string): string => `${label} ${jobId}`;
