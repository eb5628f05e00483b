import type { JobAct } from '@/core/acts';
import { type PowerRun, type Report, devicePace, deviceSeconds } from '@/core/job';
import { type Result, ok, refuse } from '@/core/result';
import { type PressKey, type Shown, cameTo } from '@/core/simulator';
import { isTrue } from '@/core/work';
import { loadContext } from './job-context';
import { jobOf } from './jobs';
import { asDocked, placeNewDrive } from './new-drive';
import { restoreFromStick } from './restore';
import type { Runtime } from './runtime';
import { type Checked, afterwards, record } from './save-act';
import { deviceNow, simulated, stickForDevice } from './simulated-device';
import { readSettings } from './workshop';

export async function switchDeviceOn(runtime: Runtime, checked: Checked, act: JobAct): Promise<Result<null>> {
  const { pace } = await readSettings(runtime.database);
  const run: PowerRun = {
    onAt: runtime.now().toISOString(),
    real: false,
    menu: act.kind === 'switch-on' && act.menu === true,
    pace: devicePace[pace],
    presses: [],
  };
  await record(runtime, checked, { kind: 'powered-on', run });
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
  const { stored } = checked;
  const run = simulated(stored.state);
  if (act.kind !== 'press' || !run) return ok(null);
  const shown = (await deviceNow(runtime, checked))!;
  const isAsked =
    act.key === 'touch' ||
    (shown.prompt ? ['accept', 'refuse'].includes(act.key) : shown.menu?.some(({ id }) => id === act.key));
  if (!isAsked)
    return refuse('not-asked', `It shows “${shown.shows}”: there is nothing to press.`, 'Look at it again.');
  const press = { atS: deviceSeconds(run, runtime.now()), key: act.key };
  await record(runtime, checked, {
    kind: 'pressed',
    press,
    shows: shown.shows,
    words: pressWords[act.key],
  });
  if (act.key === 'stick' && (await stickForDevice(runtime, checked))?.starts)
    return restoreFromStick(runtime, afterwards(checked));
  // What a press brings about at once is seen at once.
  const now = await jobOf(runtime.database, stored.state.job.id);
  const loaded = await loadContext(runtime, now);
  if (!loaded.ok) return loaded;
  const context = { ...loaded.value, by: checked.context.by };
  return lookAtDevice(runtime, { stored: now, context, requestId: null });
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
  const now = await jobOf(runtime.database, checked.stored.state.job.id);
  const { job, facts } = now.state;
  const note = (report: Report) => record(runtime, afterwards(checked), report);
  if (shown.wroteDrive && context.drive && !isTrue(facts, 'drive.restored')) {
    const drive = asDocked(await placeNewDrive(runtime, job.id, context.drive));
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
