import { fit } from '@/core/fit';
import { placedBytes } from '@/core/disk';
import {
  type JobAct,
  type JobState,
  type PowerRun,
  devicePace,
  deviceSeconds,
  mainPart,
  newDriveOf,
  settingOfJob,
} from '@/core/job';
import { forecastSectors } from '@/core/part';
import { type Result, ok, refuse } from '@/core/result';
import {
  type DriveContents,
  type Inside,
  type PressKey,
  type Shown,
  type SwitchedOn,
  blankContents,
  cameTo,
  freshContents,
  lookInside,
  settle,
  showDevice,
} from '@/core/simulator';
import { isTrue } from '@/core/work';
import { loadContext } from './job-context';
import { findJob } from './jobs';
import { asDocked, placeNewDrive, seedOf } from './new-drive';
import { restoreFromStick, stickForDevice } from './restore';
import type { Runtime } from './runtime';
import { type Checked, record } from './save-act';
import { readSettings } from './workshop';

/** The drive after the device has restored it by itself, laid out as the job expects; null where nothing is expected. */
function freshOf({ context }: Checked, driveBytes: number): DriveContents | null {
  const { layout } = context;
  return layout && freshContents(driveBytes, layout.parts.length, placedBytes(layout, mainPart(layout)));
}

/** What the simulated device finds on the drive that sits in it; null where none does. */
async function contentsInside(runtime: Runtime, checked: Checked): Promise<DriveContents | null> {
  const { stored, context } = checked;
  const { job, facts } = stored.state;
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

/** The simulated device of a job, as it stands now. */
async function insideOf(runtime: Runtime, checked: Checked): Promise<Inside> {
  const { stored, context } = checked;
  const { job, facts } = stored.state;
  const build = job.choice && context.findBuild(job.choice);
  const answer = build && fit(settingOfJob(job, context.profile, job.choice!.placeId), build);
  const refused = (id: string) => answer?.margins.find((margin) => margin.id === id)?.verdict === 'over';
  const chain = answer?.speed.rate;
  const drive = await contentsInside(runtime, checked);
  return {
    facts,
    drive,
    driveName: context.drive ? `${context.drive.maker} ${context.drive.model}` : 'the drive',
    accepts: refused('system-version') ? 'system-too-old' : refused('accepted-list') ? 'not-on-list' : 'yes',
    stick: await stickForDevice(runtime, checked),
    fresh: drive && ['network', 'format'].includes(job.route) ? freshOf(checked, drive.driveBytes) : null,
    wrong: new Set(),
    chainBytesPerS: chain?.known ? chain.value : 0,
    luck: (seedOf(job.id) % 97) / 97,
  };
}

/** What the simulated device comes to when it is switched on and left to itself. */
export const showOf = async (runtime: Runtime, checked: Checked): Promise<SwitchedOn> =>
  settle(checked.context.profile, await insideOf(runtime, checked));

const simulated = ({ job }: JobState): PowerRun | null => (job.power && !job.power.real ? job.power : null);

/** What the simulated device shows at this moment; null while it is off, or where a person looks at a real one. */
export async function deviceNow(runtime: Runtime, checked: Checked): Promise<Shown | null> {
  const run = simulated(checked.stored.state);
  if (!run) return null;
  const inside = await insideOf(runtime, checked);
  return showDevice(checked.context.profile, inside, run, deviceSeconds(run, runtime.now()));
}

export async function switchDeviceOn(
  runtime: Runtime,
  { stored, context }: Checked,
  act: JobAct,
): Promise<Result<null>> {
  const { pace } = await readSettings(runtime.database);
  const run: PowerRun = {
    onAt: runtime.now().toISOString(),
    real: false,
    menu: act.kind === 'switch-on' && act.menu === true,
    pace: devicePace[pace],
    presses: [],
  };
  await record(runtime, stored.state.job.id, context.by, { kind: 'powered-on', run });
  return ok(null);
}

const pressWords: Readonly<Record<PressKey, string>> = {
  drive: 'chose the drive',
  stick: 'chose the stick',
  network: 'chose the network restore',
  accept: 'accepted',
  refuse: 'refused',
  touch: 'pressed a key',
};

/** A press on the simulated device, noted with what it showed. */
export async function pressOnDevice(runtime: Runtime, checked: Checked, act: JobAct): Promise<Result<null>> {
  const { stored, context } = checked;
  const run = simulated(stored.state);
  if (act.kind !== 'press' || !run) return ok(null);
  const shown = (await deviceNow(runtime, checked))!;
  const isAsked =
    act.key === 'touch' ||
    (shown.prompt ? ['accept', 'refuse'].includes(act.key) : shown.menu?.some(({ id }) => id === act.key));
  if (!isAsked)
    return refuse('not-asked', `It shows “${shown.shows}”: there is nothing to press.`, 'Look at it again.');
  const press = { atS: deviceSeconds(run, runtime.now()), key: act.key };
  await record(runtime, stored.state.job.id, context.by, {
    kind: 'pressed',
    press,
    shows: shown.shows,
    words: pressWords[act.key],
  });
  if (act.key === 'stick' && (await stickForDevice(runtime, checked))?.starts)
    return restoreFromStick(runtime, checked);
  // What a press brings about at once is seen at once.
  const now = (await findJob(runtime.database, stored.state.job.id))!;
  return lookAtDevice(runtime, {
    stored: now,
    context: await loadContext(runtime, runtime.database, now),
  });
}

/** Looks at the simulated device; what is new is noted, and nothing where nothing is. */
export async function lookAtDevice(runtime: Runtime, checked: Checked): Promise<Result<null>> {
  const { job } = checked.stored.state;
  const shown = await deviceNow(runtime, checked);
  if (!shown) return ok(null);
  // Two windows look at the same moment: it is noted once.
  if (runtime.looking.has(job.id)) return ok(null);
  runtime.looking.add(job.id);
  try {
    await noteWhatIsNew(runtime, checked, shown);
    return ok(null);
  } finally {
    runtime.looking.delete(job.id);
  }
}

async function noteWhatIsNew(runtime: Runtime, checked: Checked, shown: Shown): Promise<void> {
  const { context } = checked;
  const now = await findJob(runtime.database, checked.stored.state.job.id);
  const { job, facts } = now!.state;
  const note = (report: Parameters<typeof record>[3]) => record(runtime, job.id, context.by, report);
  if (shown.wroteDrive && !isTrue(facts, 'drive.restored')) {
    const drive = asDocked(await placeNewDrive(runtime, job.id, context.drive!));
    await note({
      kind: 'wrote-drive',
      drive,
      how: job.route === 'format' ? 'formatted' : 'over the network',
    });
  }
  const came = cameTo(context.profile, shown);
  if (came) {
    if (came.shows !== job.lastStart?.shows || came.outcome !== job.outcome)
      await note({ kind: 'switched-on', shown: came });
  } else if ((shown.prompt || shown.menu) && !isTrue(facts, 'device.powered'))
    await note({ kind: 'shows', shows: shown.shows });
}
