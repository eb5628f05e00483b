import { planCopy } from '@/core/disk';
import { type Outcome, outcomeWords } from '@/core/job';
import { type Result, ok, refuse } from '@/core/result';
import { usualRates } from '@/core/route';
import { isTrue } from '@/core/work';
import { holdsWhatWasNoted, stickContent } from '@/images';
import { findBenchItem, recordUse } from './bench-items';
import type { Sql } from './database';
import { inHand } from './in-hand';
import { loadContext } from './job-context';
import { jobOf } from './jobs';
import { asDocked, placeNewDrive } from './new-drive';
import type { Runtime } from './runtime';
import { type Checked, afterwards, record } from './save-act';
import { layoutFrom, summarise, withStick } from './source-summary';
import { stickFolder } from './stick-folder';
import { stickIdentity } from './sticks';
import { showOf } from './simulated-device';
import { readSettings } from './workshop';

/**
 * The simulated device started from a stick: it looks at what is really on it, lays the image out over the new drive and writes it,
 * read back and compared, then starts from it. What the stick did stands in its record.
 */
export async function restoreFromStick(runtime: Runtime, checked: Checked): Promise<Result<null>> {
  const { stored, context } = checked;
  const { job } = stored.state;
  const { stick, wish } = job;
  if (!stick || !wish || !context.drive)
    return refuse('no-stick', 'No stick is taken for this job.', 'Take one at Data.');
  if (runtime.copies.isRunning(job.id))
    return refuse('busy', 'It is being restored already.', 'Wait for it, or stop it.');
  const found = await findBenchItem(runtime.database, stick.label);
  const content = found && (await stickContent(stickFolder(runtime, stick.label)));
  if (!found || content?.sha256 !== stick.sha256)
    return refuse(
      'other-image',
      `${stick.label} no longer holds ${stick.name} ${stick.version}.`,
      'Write it again on the Dock, or take another stick at Data.',
    );
  if (!(await holdsWhatWasNoted(stickFolder(runtime, stick.label), content)))
    return refuse(
      'other-image',
      `What lies on ${stick.label} is no longer what was written to it.`,
      'Write it again on the Dock, or take another stick at Data.',
    );
  const fails = async (why: string): Promise<Result<null>> => {
    await record(runtime, checked, { kind: 'not-restored', why });
    await used(runtime, checked, false, why);
    return ok(null);
  };
  const drive = await placeNewDrive(runtime, job.id, context.drive);
  const ordered = await withStick(
    runtime,
    stick.label,
    async (image, reading, stamp): Promise<string | null> => {
      const layout = layoutFrom(summarise(reading), asDocked(drive), wish);
      if (!layout.ok) return layout.fault.sentence;
      const plan = await planCopy(image, reading, layout.value);
      if (!plan.ok) return plan.fault.sentence;
      const source = { ...stickIdentity(found.item), stamp, imageSha256: stick.sha256 };
      await runtime.dock.writeOrder(job.id, source, drive, layout.value, plan.value);
      return null;
    },
  );
  if (ordered) return fails(ordered);
  await record(runtime, checked, { kind: 'installed', drive: asDocked(drive) });
  const { pace } = await readSettings(runtime.database);
  const began = runtime.copies.start(
    job.id,
    {
      sourceFolder: stickFolder(runtime, stick.label),
      targetFolder: runtime.dock.driveFolder(drive.benchLabel),
      copyFolder: runtime.dock.copyFolder(job.id),
      rateBytesPerS: usualRates.stick.most,
      pace,
      faults: await runtime.dock.faults(),
    },
    async (outcome) => {
      if (outcome.kind !== 'finished') return;
      const now = await jobOf(runtime.database, job.id);
      const loaded = await loadContext(runtime, now);
      if (!loaded.ok) throw new Error(loaded.fault.sentence);
      const shown = await showOf(runtime, { stored: now, context: loaded.value, requestId: null });
      await record(runtime, afterwards(checked), { kind: 'restored', proof: outcome.proof, shown });
      await used(
        runtime,
        checked,
        shown.outcome === 'started',
        shown.outcome === 'started' ? `restored a ${context.profile.name}` : shown.shows,
      );
    },
  );
  return began ? ok(null) : inHand();
}

/** What a person saw of a real device that was started from its stick goes into the stick's record too. */
export async function recordStickSeen(
  sql: Sql,
  runtime: Runtime,
  checked: Checked,
  outcome: Outcome,
): Promise<void> {
  const { job, facts } = checked.stored.state;
  if (job.route !== 'stick' || !job.stick || !isTrue(facts, 'stick.inserted')) return;
  const { name } = checked.context.profile;
  const worked = outcome === 'started';
  await used(
    runtime,
    checked,
    worked,
    worked ? `restored a ${name}` : `a ${name}: ${outcomeWords[outcome]}`,
    sql,
  );
}

/** Adds to the stick's record what it did for this job. */
function used(
  runtime: Runtime,
  { stored, context }: Checked,
  worked: boolean,
  what: string,
  sql: Sql = runtime.database,
): Promise<void> {
  const { job } = stored.state;
  return recordUse(sql, job.stick!.label, {
    at: runtime.now().toISOString(),
    by: context.by,
    jobId: job.id,
    worked,
    what: what.slice(0, 200),
  });
}
