import { existsSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { DeviceProfile } from '@/core/device';
import { type BenchItem, type LibraryImage, type SystemImage, stickMargins } from '@/core/image';
import { type Trial, failureStart, learnedShare } from '@/core/learn';
import type { Job, StickForJob } from '@/core/job';
import { DriveImage, type DriveIdentity } from '@/dock';
import { makeFolder, writeDurably } from '@/files';
import { stickContent } from '@/images';
import { type ItemWithRecord, benchItems, itemTrials } from './bench-items';
import type { Sql } from './database';
import type { Runtime } from './runtime';
import { stickEvidence } from './source-summary';
import { stickFolder } from './stick-folder';

/** A stick as a drive: how it names itself to whoever reads it. */
export const stickIdentity = (item: BenchItem): DriveIdentity => ({
  schema: 'jicara.dock-drive/1',
  benchLabel: item.label,
  serial: item.label,
  model: item.model,
  bytes: item.bytes!,
  sectorBytes: 512,
  jobId: '',
  role: 'stick',
  file: null,
});

/** Makes the stand-in of a stick, blank, where it is not there yet. */
export async function ensureStick(runtime: Runtime, item: BenchItem): Promise<string> {
  const folder = stickFolder(runtime, item.label);
  if (existsSync(join(folder, 'identity.json'))) return folder;
  // A folder without identity is what a kill left of an unfinished one.
  await rm(folder, { recursive: true, force: true });
  await makeFolder(folder);
  await (await DriveImage.create(folder, item.bytes!)).close();
  await writeDurably(join(folder, 'identity.json'), JSON.stringify(stickIdentity(item)));
  return folder;
}

/** Open jobs that have taken a stick and not yet started from it, by the stick’s label. */
export async function sticksTaken(sql: Sql): Promise<Map<string, string>> {
  const rows = await sql.query<{ id: string; label: string }>(
    `select id, document->'stick'->>'label' as label from job
     where handed_over_at is null and document->'stick'->>'label' is not null
       and coalesce(document->>'outcome', '') <> 'started'`,
  );
  return new Map(rows.map(({ id, label }) => [label, id]));
}

/** What the sticks of the bench are judged by, read once for any number of jobs. */
export type SticksOfBench = {
  items: ItemWithRecord[];
  entries: LibraryImage[];
  taken: Map<string, string>;
  trials: Trial[];
};

export const sticksOfBench = async (runtime: Runtime): Promise<SticksOfBench> => ({
  items: await benchItems(runtime.database),
  entries: await runtime.library.entries(),
  taken: await sticksTaken(runtime.database),
  trials: await itemTrials(runtime.database, 'stick'),
});

/** The sticks of the bench, each held against a job’s device; what fails least by its record first. */
export async function sticksForJob(
  runtime: Runtime,
  { items, entries, taken, trials }: SticksOfBench,
  job: Job,
  profile: DeviceProfile,
): Promise<StickForJob[]> {
  const all: SystemImage[] = entries.map(({ image }) => image);
  const device = { profileId: profile.id, name: profile.name, systemVersion: job.takeIn.systemVersion };
  const at = runtime.now().toISOString();
  const fails = (label: string) => learnedShare(trials, { key: label, at }, failureStart).share;
  const sticks = items
    .filter(({ item }) => item.kind === 'stick')
    .map((one) => ({ ...one, fails: fails(one.item.label) }))
    .sort((a, b) => a.fails - b.fails || a.item.label.localeCompare(b.item.label));
  return Promise.all(
    sticks.map(async ({ item, uses }) => {
      const content = await stickContent(stickFolder(runtime, item.label));
      const entry = entries.find(({ image }) => image.id === content?.imageId) ?? null;
      const holder = taken.get(item.label) ?? null;
      return {
        label: item.label,
        model: item.model,
        content,
        margins: [
          ...stickMargins({ stick: item, content, uses, entry }, device, all),
          ...(content?.sha256
            ? await stickEvidence(runtime, item.label, content.sha256, profile.startFile)
            : []),
        ],
        meantFor: holder === job.id ? null : holder,
      };
    }),
  );
}
