import { basename } from 'node:path';
import type { DockedDrive } from '@/core/job';
import { type Drive, forecastSectors } from '@/core/part';
import type { DriveIdentity } from '@/dock';
import type { Runtime } from './runtime';

/** A number from the job's id: the same job makes the same drive. */
export const seedOf = (jobId: string) => Number(jobId.replace(/\D/gu, '')) * 7919 + 17;

/** The stand-in of a job's new drive, blank and of its true size; the same one where it is there already. */
export const placeNewDrive = (runtime: Runtime, jobId: string, drive: Drive): Promise<DriveIdentity> =>
  runtime.dock.placeNewDrive({
    serial: `${drive.maker.slice(0, 2).toUpperCase()}-${jobId.slice(2)}-${drive.labelGB}`,
    model: `${drive.maker} ${drive.model} ${drive.labelGB} GB`,
    bytes: forecastSectors(drive.labelGB, drive.sectorBytes) * drive.sectorBytes,
    sectorBytes: drive.sectorBytes,
    jobId,
  });

export const asDocked = ({ benchLabel, serial, bytes, sectorBytes, file }: DriveIdentity): DockedDrive => ({
  benchLabel,
  serial,
  sectors: Math.floor(bytes / sectorBytes),
  sectorBytes,
  file: file === null ? null : basename(file),
  table: null,
});
