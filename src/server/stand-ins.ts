import { join } from 'node:path';
import { fit } from '@/core/fit';
import { planCopy } from '@/core/disk';
import { type JobAct, settingOfJob } from '@/core/job';
import { forecastSectors } from '@/core/part';
import { type Result, ok, refuse } from '@/core/result';
import { lookInside, switchOn } from '@/core/simulator';
import { isTrue } from '@/core/work';
import type { Runtime } from './runtime';
import { type Checked, record } from './save-act';
import { layoutFrom, readSource } from './source-summary';
import { readSettings } from './workshop';

type StandIn = (runtime: Runtime, checked: Checked, act: JobAct) => Promise<Result<null>>;

/** The acts that the dock and the simulated device do; what comes of them is recorded when it is there. */
export const standIns: Partial<Record<JobAct['kind'], StandIn>> = {
  dock: (runtime, checked, act) => putInDock(runtime, checked, act.kind === 'dock' ? act.caseId : ''),
  undock: takeOutOfDock,
  copy: (runtime, checked, act) =>
    startCopy(runtime, checked, act.kind === 'copy' ? act.readBack : undefined),
  'copy-stop': async (runtime, { stored }) =>
    runtime.copies.stop(stored.state.job.id)
      ? ok(null)
      : refuse('not-running', 'No copy is running.', 'Nothing needs stopping.'),
  'switch-on': switchDeviceOn,
};

/** A number from the job's id: the same job makes the same drive. */
const seedOf = (jobId: string) => Number(jobId.replace(/\D/gu, '')) * 7919 + 17;

async function putInDock(
  runtime: Runtime,
  { stored, context }: Checked,
  caseId: string,
): Promise<Result<null>> {
  const { job } = stored.state;
  if (!context.cases.some(({ id }) => id === caseId))
    return refuse('not-found', 'This case is not on the bench.', 'Choose one from the list.');
  if (runtime.docking.has(job.id))
    return refuse('busy', 'The drives are being read in already.', 'Wait a moment.');
  runtime.docking.add(job.id);
  try {
    const drive = context.drive!;
    const { labelGB, usedBytes } = job.takeIn.oldDrive;
    const oldSectors = forecastSectors(labelGB, 512);
    const newSectors = forecastSectors(drive.labelGB, drive.sectorBytes);
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
        parts: context.profile.deliveredParts,
        sectors: oldSectors,
        sectorBytes: 512,
        statedBytes: usedBytes,
        startFile: context.profile.startFile,
        seed: seedOf(job.id),
        volumes: join(runtime.projectFolder, 'demo/volumes'),
      },
    );
    const target = await runtime.dock.placeNewDrive({
      serial: `${drive.maker.slice(0, 2).toUpperCase()}-${number}-${drive.labelGB}`,
      model: `${drive.maker} ${drive.model} ${drive.labelGB} GB`,
      bytes: newSectors * drive.sectorBytes,
      sectorBytes: drive.sectorBytes,
      jobId: job.id,
    });
    const docked = (identity: typeof old, sectors: number) => ({
      benchLabel: identity.benchLabel,
      serial: identity.serial,
      sectors,
      sectorBytes: identity.sectorBytes,
    });
    await record(runtime, job.id, context.by, {
      kind: 'docked',
      dock: { old: docked(old, oldSectors), new: docked(target, newSectors), caseId },
    });
    return ok(null);
  } finally {
    runtime.docking.delete(job.id);
  }
}

async function takeOutOfDock(runtime: Runtime, { stored, context }: Checked): Promise<Result<null>> {
  const { id } = stored.state.job;
  if (runtime.copies.isRunning(id))
    return refuse('busy', 'A copy is running on these drives.', 'Stop it safely first.');
  // In this order: a kill between the two leaves a job whose copy begins anew, never one that goes on with old orders.
  await runtime.dock.forgetCopy(id);
  runtime.evidence.delete(id);
  await record(runtime, id, context.by, { kind: 'undocked' });
  return ok(null);
}

async function startCopy(
  runtime: Runtime,
  { stored, context }: Checked,
  readBack: Extract<JobAct, { kind: 'copy' }>['readBack'],
): Promise<Result<null>> {
  const { job, facts } = stored.state;
  const dock = job.dock!;
  if (isTrue(facts, 'copy.verified'))
    return refuse('copied', 'The copy is verified already.', 'Go on to Swap.');
  if (runtime.copies.isRunning(job.id))
    return refuse('busy', 'The copy is running already.', 'Wait for it, or stop it.');
  const [source, target] = [
    await runtime.dock.identity(dock.old.benchLabel),
    await runtime.dock.identity(dock.new.benchLabel),
  ];
  if (!source || !target)
    return refuse('drive-gone', 'A drive is missing from the dock.', 'Put both drives back in their ports.');
  const ordered = await runtime.dock.withDrive(
    source.benchLabel,
    async (drive, reading): Promise<Result<null>> => {
      const layout = layoutFrom(await readSource(runtime, source.benchLabel), dock.new, job.wish!);
      if (!layout.ok) return layout;
      const plan = await planCopy(drive, reading, layout.value);
      if (!plan.ok) return plan;
      await runtime.dock.writeOrder(job.id, source, target, layout.value, plan.value, readBack);
      return ok(null);
    },
  );
  if (!ordered.ok) return ordered;
  if (!isTrue(facts, 'copy.begun')) await record(runtime, job.id, context.by, { kind: 'copy-begun' });
  const { pace } = await readSettings(runtime.database);
  const dockCase = context.cases.find(({ id }) => id === dock.caseId);
  runtime.copies.start(
    job.id,
    {
      sourceFolder: runtime.dock.driveFolder(source.benchLabel),
      targetFolder: runtime.dock.driveFolder(target.benchLabel),
      copyFolder: runtime.dock.copyFolder(job.id),
      rateBytesPerS: dockCase?.rateBytesPerS ?? 38e6,
      pace,
      faults: await runtime.dock.faults(),
    },
    async (outcome) => {
      if (outcome.kind === 'verified')
        await record(runtime, job.id, context.by, { kind: 'copied', proof: outcome.proof });
    },
  );
  return ok(null);
}

async function switchDeviceOn(runtime: Runtime, { stored, context }: Checked): Promise<Result<null>> {
  const { job, facts } = stored.state;
  const inside = isTrue(facts, 'drive.new-inside') ? job.dock?.new : null;
  const contents = inside
    ? await runtime.dock.withDrive(inside.benchLabel, (drive, reading) =>
        lookInside(drive, reading, context.profile.startFile),
      )
    : null;
  const build = job.choice && context.findBuild(job.choice);
  const answer = build && fit(settingOfJob(job, context.profile, job.choice!.placeId), build);
  const chain = answer?.speed.rate;
  const rate = chain?.known ? chain.value : 0;
  const luck = (seedOf(job.id) % 97) / 97;
  await record(runtime, job.id, context.by, {
    kind: 'switched-on',
    shown: switchOn(context.profile, facts, contents, rate, luck),
  });
  return ok(null);
}
