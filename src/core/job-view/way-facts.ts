import type { DeviceProfile } from '../device';
import { type Connection, type CopyAsked, connections, oldDriveOf, writingOf } from '../link';
import { type DockCaseHere, type Drive, forecastSectors } from '../part';
import { type WayFacts, usualRates } from '../route';
import { factValue } from '../work';
import type { Job, JobState } from '../job';
import type { SourceSummary } from './view';

/**
 * Bytes that a copy is forecast for: what was read of a real drive, else what was stated. A simulated drive holds far less than its
 * owner stated, so that in practice what was stated counts. Null where nobody knows, and where the place is empty.
 */
export function bytesToCopy({ takeIn }: Job, source: Pick<SourceSummary, 'usedBytes'> | null): number | null {
  const stated = takeIn.oldDrive?.usedBytes ?? null;
  if (!takeIn.oldDrive) return null;
  return takeIn.practice ? (stated ?? source?.usedBytes ?? null) : (source?.usedBytes ?? stated);
}

/** All that the old drive holds, by its label; 0 where there is none. */
const oldBytesOf = ({ oldDrive }: Job['takeIn']): number =>
  oldDrive ? forecastSectors(oldDrive.labelGB, 512) * 512 : 0;

/** What a forecast of a job's copy asks: its drives, what they hold, and the cases that are here. */
export function copyAskedOf(
  { takeIn, dock }: Pick<Job, 'takeIn' | 'dock'>,
  profile: DeviceProfile,
  { drive, cases, bytes }: { drive: Drive | null; cases: DockCaseHere[]; bytes: number },
): CopyAsked {
  const way = profile.ways?.['copy-on-dock'];
  const writing = drive && writingOf(drive);
  return {
    bytes,
    driveBytes: oldBytesOf(takeIn),
    old: oldDriveOf(profile, takeIn.oldDrive),
    drive: drive && writing && { protocol: drive.protocol, writing },
    cases: dock ? casesOfDock(dock, cases) : drive ? cases : casesOfPlaces(profile, cases),
    inDevice: way?.possible === true && way.inDevice,
  };
}

/** No drive is chosen yet: its case takes something that the device takes. */
const casesOfPlaces = ({ places }: DeviceProfile, cases: DockCaseHere[]): DockCaseHere[] =>
  cases.filter(({ takes }) => places.some(({ protocols }) => protocols.some((one) => takes.includes(one))));

/** With both drives on the dock only their own cases count. */
const casesOfDock = (
  { caseId, oldCaseId }: NonNullable<Job['dock']>,
  cases: DockCaseHere[],
): DockCaseHere[] => {
  const own = cases.filter(({ id }) => id === caseId || id === oldCaseId);
  return own.length > 0 ? own : cases;
};

/** How the drives of a job are connected best, with the times; empty where no case takes the new drive. */
export function connectionsOf(
  job: Job,
  profile: DeviceProfile,
  here: { drive: Drive | null; cases: DockCaseHere[]; source: Pick<SourceSummary, 'usedBytes'> | null },
): Connection[] {
  const bytes = bytesToCopy(job, here.source);
  return bytes === null ? [] : connections(copyAskedOf(job, profile, { ...here, bytes }));
}

/** What the ranking of ways knows of a job: what was read, else what was stated; the best cases that are on the bench. */
export function wayFactsOf(
  { job, facts }: JobState,
  profile: DeviceProfile,
  { drive, cases, source }: { drive: Drive | null; cases: DockCaseHere[]; source: SourceSummary | null },
): WayFacts {
  const encrypted = factValue(facts, 'encryption.on');
  return {
    usedBytes: bytesToCopy(job, source),
    isEmpty: job.takeIn.oldDrive === null,
    driveBytes: oldBytesOf(job.takeIn),
    dataToKeep: job.takeIn.dataToKeep,
    isEncrypted: typeof encrypted === 'boolean' ? encrypted : null,
    copyTime: (bytes) =>
      connections(copyAskedOf(job, profile, { drive, cases, bytes })).find(({ back }) => back !== null)
        ?.whole ?? null,
    stickRate: usualRates.stick,
    networkRate: usualRates.network,
  };
}
