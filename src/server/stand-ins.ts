import { join } from 'node:path';
import { type DeliveredPartition, planCopy } from '@/core/disk';
import type { ActOf, JobAct, StandInKind } from '@/core/acts';
import type { DeviceProfile } from '@/core/device';
import type { Job } from '@/core/job';
import { linkRate, oldDriveOf } from '@/core/link';
import { emptyWords } from '@/core/route';
import { type DockCase, type Drive, casesFor, forecastSectors } from '@/core/part';
import { type Result, ok, refuse } from '@/core/result';
import { removeDurably } from '@/files';
import { isKept } from '@/core/margin';
import { factValue, isTrue } from '@/core/work';
import type { Runtime } from './runtime';
import { type Checked, afterwards, record } from './save-act';
import { seedOf, asDocked, placeNewDrive } from './new-drive';
import { benchItems, recordUse } from './bench-items';
import { placeFiles } from './drive-files';
import { inHand } from './in-hand';
import { loadContext } from './job-context';
import { rehearseCopy } from './rehearsal';
import { restoreFromStick } from './restore';
import { layoutFrom, summarise } from './source-summary';
import { lookAtDevice, pressOnDevice, switchDeviceOn } from './switch-device-on';
import { readDriveSums } from './drive-sums';
import { evidenceIn, forgetEvidence } from './start-evidence';
import { tryNewDrive } from './try-new-drive';
import { startWipe } from './wipe-runs';
import { readSettings } from './workshop';

type StandIn = (runtime: Runtime, checked: Checked, act: JobAct) => Promise<Result<null>>;

/** The acts that the dock and the simulated device do; what comes of them is recorded when it is there. */
export const standIns: Record<StandInKind, StandIn> = {
  dock: (runtime, checked, act) =>
    act.kind === 'dock' ? putInDock(runtime, checked, act) : Promise.resolve(ok(null)),
  undock: takeOutOfDock,
  copy: (runtime, checked, act) => startCopy(runtime, checked, act.kind === 'copy' ? act : { kind: 'copy' }),
  'copy-stop': async (runtime, checked) => {
    if (!runtime.copies.stop(checked.stored.state.job.id))
      return refuse('not-running', 'No copy is running.', 'Nothing needs stopping.');
    await record(runtime, checked, { kind: 'copy-stopped' });
    return ok(null);
  },
  'look-inside': (runtime, checked, act) =>
    lookInsideCopy(runtime, checked, act.kind === 'look-inside' ? (act.image ?? null) : null),
  'drive-read': (runtime, checked, act) =>
    act.kind === 'drive-read' ? readDriveSums(runtime, checked, act) : Promise.resolve(ok(null)),
  rehearse: rehearseCopy,
  restore: restoreFromStick,
  'switch-on': switchDeviceOn,
  press: pressOnDevice,
  look: lookAtDevice,
  wipe: startWipe,
  'try-capacity': tryNewDrive,
};

/** Each drive goes into a case that takes its kind and is there; both into one case only where two of them are. */
function casesTaken(
  cases: DockCase[],
  { caseId, oldCaseId }: { caseId: string; oldCaseId: string | null },
  drive: Drive,
  profile: DeviceProfile,
  { takeIn }: Job,
): Result<null> {
  const { protocol } = oldDriveOf(profile, takeIn.oldDrive);
  const own = casesFor(cases, drive.protocol).find(({ id }) => id === caseId);
  const itsCase = casesFor(cases, protocol).find(({ id }) => id === oldCaseId);
  if (!own || (oldCaseId !== null && !itsCase))
    return refuse(
      'not-found',
      `The case for the ${own ? 'old' : 'new'} drive is not on the bench, or does not take this kind of drive.`,
      'Choose one from the list.',
    );
  return caseId === oldCaseId && own.onShelf < 2
    ? refuse(
        'one-case',
        `There is one ${own.model}: it does not take both drives at once.`,
        'Choose another case for the old drive, or a port of the computer itself.',
      )
    : ok(null);
}

async function putInDock(
  runtime: Runtime,
  checked: Checked,
  { caseId, oldCaseId = null, files }: ActOf<'dock'>,
): Promise<Result<null>> {
  const { stored, context } = checked;
  const { job } = stored.state;
  const { drive } = context;
  if (!drive) return refuse('no-drive', 'The chosen drive is gone from the catalogue.', 'Choose one at Fit.');
  const taken = casesTaken(context.cases, { caseId, oldCaseId }, drive, context.profile, job);
  if (!taken.ok) return taken;
  if (files) {
    const placed = await placeFiles(runtime, job.id, files, drive);
    if (!placed.ok) return placed;
    const { old, new: target } = placed.value;
    await record(runtime, checked, {
      kind: 'docked',
      dock: { old: asDocked(old), new: asDocked(target), caseId, oldCaseId },
    });
    return ok(null);
  }
  if (!job.takeIn.oldDrive) return refuse('empty-place', emptyWords, 'Take another way at Data.');
  const { labelGB, usedBytes } = job.takeIn.oldDrive;
  const oldSectors = forecastSectors(labelGB, 512);
  const number = job.id.slice(2);
  const old = await runtime.dock.placeOldDrive(
    {
      serial: `OLD-${number}`,
      model: `as delivered, ${labelGB} GB`,
      bytes: oldSectors * 512,
      sectorBytes: 512,
      jobId: job.id,
    },
    {
      parts: deliveredOrUsual(context.profile.deliveredParts),
      sectors: oldSectors,
      sectorBytes: 512,
      statedBytes: usedBytes,
      startFile: context.profile.startFile,
      seed: seedOf(job.id),
      demo: join(runtime.projectFolder, 'demo'),
    },
  );
  const target = await placeNewDrive(runtime, job.id, drive);
  await record(runtime, checked, {
    kind: 'docked',
    dock: { old: asDocked(old), new: asDocked(target), caseId, oldCaseId },
  });
  return ok(null);
}

/** What a simulated old drive holds where nobody has written down what the device is delivered with: a start partition and one for the rest. */
const deliveredOrUsual = (parts: DeliveredPartition[]): DeliveredPartition[] =>
  parts.length > 0
    ? parts
    : [
        {
          name: 'EFI system',
          type: 'efiSystem',
          sizeMiB: 260,
          fat32: { sectorsPerCluster: 4, tables: 2, roomForSectors: 0, volumeLabel: 'EFI' },
        },
        {
          name: 'data',
          type: 'basicData',
          sizeMiB: 'rest',
          fat32: { sectorsPerCluster: 128, tables: 1, roomForSectors: 4294967295, volumeLabel: 'DATA' },
        },
      ];

/** Adds to the record of the cable that lies with a case, where one does. */
async function recordCable(
  runtime: Runtime,
  caseId: string,
  by: string,
  jobId: string,
  worked: boolean,
  what: string,
): Promise<void> {
  const cable = (await benchItems(runtime.database)).find(({ item }) => item.caseId === caseId);
  if (cable)
    await recordUse(runtime.database, cable.item.label, {
      at: runtime.now().toISOString(),
      by,
      jobId,
      worked,
      what,
    });
}

async function takeOutOfDock(runtime: Runtime, checked: Checked): Promise<Result<null>> {
  const { id } = checked.stored.state.job;
  if (runtime.copies.isRunning(id))
    return refuse('busy', 'A copy is running on these drives.', 'Stop it safely first.');
  // In this order: a kill between the two leaves a job whose copy begins anew, never one that goes on with old orders.
  await runtime.dock.forgetCopy(id);
  forgetEvidence(runtime, id);
  await forgetFiles(runtime, checked);
  await record(runtime, checked, { kind: 'undocked' });
  return ok(null);
}

/** Evidence that a look inside cannot find: what was not compared, and what only the device itself knows. */
const notInside = new Set(['digests', 'firmware']);

async function lookInsideCopy(
  runtime: Runtime,
  checked: Checked,
  image: string | null,
): Promise<Result<null>> {
  const { state } = checked.stored;
  // Looked at now: what was shown before may have been read from other bytes.
  forgetEvidence(runtime, state.job.id);
  const loaded = await loadContext(runtime, checked.stored);
  if (!loaded.ok) return loaded;
  const looked =
    image === null ? ok(loaded.value.evidence) : await evidenceIn(runtime, image, state.job, loaded.value);
  if (!looked.ok) return looked;
  if (!looked.value)
    return refuse('drive-gone', 'The new drive is missing from the dock.', 'Put it back in its port.');
  const against = looked.value
    .filter((margin) => !notInside.has(margin.id) && !isKept(margin))
    .map(({ what, verdict }) => `${what}: ${verdict === 'unknown' ? 'not known' : 'not as it must be'}`);
  await record(runtime, checked, { kind: 'looked-inside', against, image });
  return ok(null);
}

/** Image files that were taken out of the dock are another job’s to take: their place and label go, they themselves stay. */
async function forgetFiles(runtime: Runtime, { stored }: Checked): Promise<void> {
  const { dock } = stored.state.job;
  for (const drive of dock ? [dock.old, dock.new] : []) {
    if (drive.file === null) continue;
    await removeDurably(runtime.dock.driveFolder(drive.benchLabel));
    runtime.sources.delete(drive.benchLabel);
  }
}

async function startCopy(
  runtime: Runtime,
  checked: Checked,
  { readBack, outside }: ActOf<'copy'>,
): Promise<Result<null>> {
  const { stored, context } = checked;
  const { job, facts } = stored.state;
  const { dock, wish } = job;
  if (!dock || !wish)
    return refuse('not-docked', 'No drive lies on the dock.', 'Put both drives in the dock first.');
  if (isTrue(facts, 'copy.verified'))
    return refuse('copied', 'The copy is verified already.', 'Go on to Swap.');
  // One that was not read back is read back now: what it is to do stays as it was begun.
  const asBegun = factValue(facts, 'copy.verified') === false ? (job.copy?.readBack ?? readBack) : readBack;
  if (runtime.copies.isRunning(job.id))
    return refuse('busy', 'The copy is running already.', 'Wait for it, or stop it.');
  const [source, target] = [
    await runtime.dock.identity(dock.old.benchLabel),
    await runtime.dock.identity(dock.new.benchLabel),
  ];
  if (!source || !target)
    return refuse('drive-gone', 'A drive is missing from the dock.', 'Put both drives back in their ports.');
  const other = [
    [source, dock.old],
    [target, dock.new],
  ].find(([there, meant]) => there!.serial !== meant!.serial);
  if (other)
    return refuse(
      'other-drive',
      `The drive in the port is not the ${other[1]!.benchLabel} that was docked for this job.`,
      'Put the right drive in, then go on.',
    );
  const ordered = await runtime.dock.withDrive(
    source.benchLabel,
    async (drive, reading): Promise<Result<{ goesOn: boolean }>> => {
      // Read anew: what was shown of the old drive may have been read before it was changed.
      const layout = layoutFrom(summarise(reading), dock.new, wish);
      if (!layout.ok) return layout;
      const plan = await planCopy(drive, reading, layout.value, outside ?? 'ask');
      if (!plan.ok) return plan;
      const from = { ...source, stamp: await drive.stamp(), imageSha256: null };
      return ok(await runtime.dock.writeOrder(job.id, from, target, layout.value, plan.value, asBegun));
    },
    dock.old.table,
  );
  if (!ordered.ok) return ordered;
  const soFar = await runtime.dock.copySoFar(job.id);
  const { goesOn } = ordered.value;
  const begun = isTrue(facts, 'copy.begun');
  await record(
    runtime,
    checked,
    begun && goesOn
      ? { kind: 'copy-goes-on', verifiedBlocks: soFar?.verifiedBlocks ?? 0 }
      : { kind: 'copy-begun', anew: begun },
  );
  const { pace } = await readSettings(runtime.database);
  const caseOf = (wanted: string | null) => context.cases.find(({ id }) => id === wanted) ?? null;
  const dockCase = caseOf(dock.caseId);
  const { reads } = oldDriveOf(context.profile, job.takeIn.oldDrive);
  const began = runtime.copies.start(
    job.id,
    {
      sourceFolder: runtime.dock.driveFolder(source.benchLabel),
      targetFolder: runtime.dock.driveFolder(target.benchLabel),
      copyFolder: runtime.dock.copyFolder(job.id),
      rateBytesPerS: dockCase ? linkRate(reads, caseOf(dock.oldCaseId), dockCase) : 38e6,
      // Cases and the old drive hold simulated drives to their rate; image files are as quick as this computer’s disk.
      pace: dock.new.file === null ? pace : 'free',
      // Faults to practise with touch nobody's real drives.
      faults: job.takeIn.practice ? await runtime.dock.faults() : [],
    },
    async (outcome) => {
      if (outcome.kind !== 'finished') return;
      forgetEvidence(runtime, job.id);
      await record(runtime, afterwards(checked), { kind: 'copied', proof: outcome.proof });
      await recordCable(runtime, dock.caseId, context.by, job.id, true, 'copied and matched');
    },
    async ({ code }) => {
      if (code === 'unplugged')
        await recordCable(
          runtime,
          dock.caseId,
          context.by,
          job.id,
          false,
          'the drive went away in the middle of a copy',
        );
    },
  );
  return began ? ok(null) : inHand();
}
