import { copyWithinRate, fit, writeRate } from '@/core/fit';
import { placedBytes } from '@/core/disk';
import {
  type JobState,
  type PowerRun,
  deviceSeconds,
  leadsBack,
  mainPart,
  newDriveOf,
  settingOfJob,
} from '@/core/job';
import type { Estimate } from '@/core/margin';
import { forecastSectors, readRate } from '@/core/part';
import {
  type DriveContents,
  type Inside,
  type Shown,
  type SwitchedOn,
  blankContents,
  freshContents,
  lookInside,
  settle,
  showDevice,
} from '@/core/simulator';
import { isTrue } from '@/core/work';
import { stickContent } from '@/images';
import { seedOf } from './new-drive';
import type { Runtime } from './runtime';
import type { Checked } from './save-act';
import { stickFolder } from './stick-folder';

/** The stick that is in the device, and whether it would start; null where none is in. */
export async function stickForDevice(
  runtime: Runtime,
  { stored, context }: Checked,
): Promise<{ name: string; starts: boolean } | null> {
  const { job, facts } = stored.state;
  if (!job.stick || !isTrue(facts, 'stick.inserted')) return null;
  const { label, name, version, sha256 } = job.stick;
  const content = await stickContent(stickFolder(runtime, label));
  const own = context.sticks.find((one) => one.label === label);
  const isWhole = content?.state === 'matched' && content.sha256 === sha256;
  return {
    name: `${label}: ${name} ${version}`,
    starts: isWhole && (own?.margins.every(({ verdict }) => verdict !== 'over') ?? false),
  };
}

/** The drive after the device has restored it by itself, laid out as the job expects; null where nothing is expected. */
function freshOf({ context }: Checked, driveBytes: number): DriveContents | null {
  const { layout } = context;
  return layout && freshContents(driveBytes, layout.partitions.length, placedBytes(layout, mainPart(layout)));
}

/** What is on the old drive that went in again: what lies on the dock’s own, else as it came in, with which it started. */
async function oldContents(runtime: Runtime, { stored, context }: Checked): Promise<DriveContents | null> {
  const { job } = stored.state;
  const old = job.dock?.old;
  if (old && (await runtime.dock.identity(old.benchLabel)))
    return runtime.dock.withDrive(old.benchLabel, (opened, reading) =>
      lookInside(opened, reading, context.profile.startFile),
    );
  const { oldDrive } = job.takeIn;
  if (!oldDrive) return null;
  const driveBytes = forecastSectors(oldDrive.labelGB, 512) * 512;
  return freshContents(driveBytes, Math.max(1, context.profile.deliveredParts.length), driveBytes);
}

/** What the simulated device finds on the drive that sits in it; null where none does. */
async function contentsInside(runtime: Runtime, checked: Checked): Promise<DriveContents | null> {
  const { stored, context } = checked;
  const { job, facts } = stored.state;
  if (leadsBack(job) && isTrue(facts, 'drive.inserted') && !isTrue(facts, 'drive.new-inside'))
    return oldContents(runtime, checked);
  if (!isTrue(facts, 'drive.new-inside') || !context.drive) return null;
  const { labelGB, sectorBytes } = context.drive;
  const driveBytes = forecastSectors(labelGB, sectorBytes) * sectorBytes;
  // What it wrote since it was switched on comes of its own doing: it began with the drive as it was.
  const since = simulated(stored.state)?.onAt;
  const restoredAt = isTrue(facts, 'drive.restored') ? facts['drive.restored']!.at : null;
  if (restoredAt !== null && (since === undefined || restoredAt < since)) return freshOf(checked, driveBytes);
  const drive = newDriveOf(job);
  return drive
    ? runtime.dock.withDrive(drive.benchLabel, (opened, reading) =>
        lookInside(opened, reading, context.profile.startFile),
      )
    : // It went in as it came out of its box.
      blankContents(driveBytes);
}

const valueOf = (estimate: Estimate): number | null => (estimate.known ? estimate.value : null);

/** The simulated device of a job, as it stands now. */
async function insideOf(runtime: Runtime, checked: Checked): Promise<Inside> {
  const { stored, context } = checked;
  const { job, facts } = stored.state;
  const build = leadsBack(job) ? null : job.choice && context.findBuild(job.choice);
  const answer = build && job.choice && fit(settingOfJob(job, context.profile, job.choice.placeId), build);
  const refused = (id: string) => answer?.margins.find((margin) => margin.id === id)?.verdict === 'over';
  const chain = answer?.speed.rate;
  const drive = await contentsInside(runtime, checked);
  return {
    facts,
    drive,
    driveName: leadsBack(job)
      ? 'the old drive'
      : context.drive
        ? `${context.drive.maker} ${context.drive.model}`
        : 'the drive',
    accepts: leadsBack(job)
      ? 'yes'
      : refused('system-version')
        ? 'system-too-old'
        : refused('accepted-list')
          ? 'not-on-list'
          : 'yes',
    stick: await stickForDevice(runtime, checked),
    fresh:
      !leadsBack(job) && drive && ['network', 'format'].includes(job.route)
        ? freshOf(checked, drive.driveBytes)
        : null,
    wrong: new Set(),
    // Where nobody knows the link, what the drive’s own paper states: a device reads at some rate, and never at none.
    chainBytesPerS: chain?.known ? chain.value : context.drive && valueOf(readRate(context.drive)),
    writesBytesPerS: build && answer ? valueOf(writeRate(answer.place, build)) : null,
    copiesBytesPerS: build && answer ? valueOf(copyWithinRate(answer.place, build)) : null,
    underLoadC: answer?.heat?.known ? answer.heat.settled.peakC.value : null,
    luck: (seedOf(job.id) % 97) / 97,
  };
}

/** What the simulated device comes to when it is switched on and left to itself. */
export const showOf = async (runtime: Runtime, checked: Checked): Promise<SwitchedOn> =>
  settle(checked.context.profile, await insideOf(runtime, checked));

/** The run of a simulated device that is on; null while it is off, or where a person looks at a real one. */
export const simulated = ({ job }: JobState): PowerRun | null =>
  job.power && !job.power.real ? job.power : null;

/** What the simulated device shows at this moment; null while it is off, where a person looks at a real one, or its drive is gone. */
export async function deviceNow(runtime: Runtime, checked: Checked): Promise<Shown | null> {
  const run = simulated(checked.stored.state);
  if (!run) return null;
  // A drive that was cleared away shows nothing any more: neither does the device that it was in.
  const drive = newDriveOf(checked.stored.state.job);
  if (drive && !leadsBack(checked.stored.state.job) && !(await runtime.dock.identity(drive.benchLabel)))
    return null;
  const inside = await insideOf(runtime, checked);
  return showDevice(checked.context.profile, inside, run, deviceSeconds(run, runtime.now()));
}
