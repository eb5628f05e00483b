import { type Job, isOnSheet } from '@/core/job';

/** What a job is found by, from its document: lower case, each word once it stands there. */
export function wordsOf(job: Job, deviceName: string): string {
  const { takeIn, choice, dock, installed, stick } = job;
  const drives = [dock?.old, dock?.new, installed].flatMap((drive) =>
    drive ? [drive.benchLabel, drive.serial] : [],
  );
  return [
    job.id,
    takeIn.owner,
    takeIn.profileId,
    deviceName,
    takeIn.serial,
    takeIn.place,
    takeIn.note,
    takeIn.more?.reason ?? '',
    choice?.driveId ?? '',
    choice?.sinkId ?? '',
    ...(choice?.padIds ?? []),
    ...drives,
    stick?.label ?? '',
    ...job.quotes.map(({ number }) => number ?? ''),
    job.handedOver?.sheet.number ?? '',
    takeIn.promisedAt?.slice(0, 10) ?? '',
  ]
    .filter(Boolean)
    .join(' ')
    .toLowerCase();
}

/** Whether what a line of history says is among what a job is found by: notes, findings, faults, overrides. */
export const isFoundBy = (kind: string): boolean => isOnSheet(kind);
