import { fit } from '@/core/fit';
import { newDriveOf, settingOfJob } from '@/core/job';
import { forecastSectors } from '@/core/part';
import { type Result, ok } from '@/core/result';
import { type DriveContents, type SwitchedOn, blankContents, lookInside, switchOn } from '@/core/simulator';
import { isTrue } from '@/core/work';
import { seedOf } from './new-drive';
import type { Runtime } from './runtime';
import { type Checked, record } from './save-act';

/** What the simulated device finds on the drive that sits in it; null where none does. */
async function contentsInside(runtime: Runtime, { stored, context }: Checked): Promise<DriveContents | null> {
  const { job, facts } = stored.state;
  if (!isTrue(facts, 'drive.new-inside')) return null;
  const drive = newDriveOf(job);
  if (drive)
    return runtime.dock.withDrive(drive.benchLabel, (opened, reading) =>
      lookInside(opened, reading, context.profile.startFile),
    );
  // It went in as it came out of its box.
  const { labelGB, sectorBytes } = context.drive!;
  return blankContents(forecastSectors(labelGB, sectorBytes) * sectorBytes);
}

/** What the simulated device shows as it stands now. */
export async function showOf(runtime: Runtime, checked: Checked): Promise<SwitchedOn> {
  const { stored, context } = checked;
  const { job, facts } = stored.state;
  const build = job.choice && context.findBuild(job.choice);
  const answer = build && fit(settingOfJob(job, context.profile, job.choice!.placeId), build);
  const chain = answer?.speed.rate;
  const rate = chain?.known ? chain.value : 0;
  const luck = (seedOf(job.id) % 97) / 97;
  return switchOn(context.profile, facts, await contentsInside(runtime, checked), rate, luck);
}

export async function switchDeviceOn(runtime: Runtime, checked: Checked): Promise<Result<null>> {
  const { stored, context } = checked;
  const shown = await showOf(runtime, checked);
  await record(runtime, stored.state.job.id, context.by, { kind: 'switched-on', shown });
  return ok(null);
}
