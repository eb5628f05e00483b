import {
  type BlockReader,
  type DriveReading,
  type Layout,
  type LayoutWish,
  type TableKind,
  PartitionReader,
  planLayout,
  readDrive,
  rulesOf,
} from '@/core/disk';
import type { DockedDrive } from '@/core/job';
import { type SourceSummary } from '@/core/job-view';
import { startEvidence } from '@/core/copy';
import type { FileStamp } from '@/core/file-stamp';
import { type Margin, atMost, exact, missing } from '@/core/margin';
import { type Result, refuse } from '@/core/result';
import { ImageFile } from '@/copier';
import { DriveImage, type OpenDrive } from '@/dock';
import { stickContent } from '@/images';
import { logTrouble } from './log';
import type { Runtime } from './runtime';
import { stickFolder } from './stick-folder';

/** The tables that a person must choose between before anything is copied; none where the drive says it by itself. */
const undecidedTables = ({ faults, table, other }: DriveReading): TableKind[] =>
  table && faults.some(({ code }) => code === 'two-tables' || code === 'no-protective-record')
    ? [table.kind, ...(other ? [other.kind] : [])]
    : [];

export const summarise = (reading: DriveReading): SourceSummary => ({
  table: reading.table,
  faults: reading.faults.map((fault) => fault.sentence),
  tables: undecidedTables(reading),
  usedBytes: reading.usedBytes,
  usedByPartition: Object.fromEntries(
    Object.entries(reading.contents).flatMap(([n, content]) =>
      content.kind === 'file-system' && content.fileSystem.usedBytes !== null
        ? [[n, content.fileSystem.usedBytes]]
        : [],
    ),
  ),
  rules: rulesOf(reading),
});

/** What could not be read when an image was made is told with it, before anything is copied. */
function withUnread(summary: SourceSummary, drive: OpenDrive): SourceSummary {
  const bytes =
    drive instanceof ImageFile ? drive.unread.reduce((sum, { start, end }) => sum + end - start, 0) : 0;
  if (bytes === 0) return summary;
  const sentence = `${bytes} bytes of it could not be read when its image was made: zeros stand there, and the copy names what they belong to.`;
  return { ...summary, faults: [...summary.faults, sentence] };
}

/** Reads an old drive on the dock, once; null where it is gone from the dock. */
export async function readSource(
  runtime: Runtime,
  { benchLabel, table }: Pick<DockedDrive, 'benchLabel' | 'table'>,
): Promise<SourceSummary | null> {
  const key = `${benchLabel} ${table ?? ''}`.trim();
  const known = runtime.sources.get(key);
  if (known) return known;
  if (!(await runtime.dock.identity(benchLabel))) return null;
  const summary = await runtime.dock.withDrive(
    benchLabel,
    async (drive, reading) => withUnread(summarise(reading), drive),
    table,
  );
  runtime.sources.set(key, summary);
  return summary;
}

/**
 * Reads the image on a stick, once for each image that is written to it. The stick is larger than the image: what its table says of
 * the drive’s end is of the image’s end, and no fault. Null where the stick has nothing to read.
 */
export async function readStick(
  runtime: Runtime,
  label: string,
  sha256: string,
): Promise<SourceSummary | null> {
  const key = `${label} ${sha256}`;
  const known = runtime.sources.get(key);
  if (known) return known;
  const summary = await withStick(runtime, label, async (_, reading) => summarise(reading)).catch(
    (error: unknown) => {
      logTrouble('unreadable', { what: 'stick', label, error });
      return null;
    },
  );
  if (summary) runtime.sources.set(key, summary);
  return summary;
}

/** What speaks for and against the image on a stick starting this kind of device, read from its bytes once. */
export async function stickEvidence(
  runtime: Runtime,
  label: string,
  sha256: string,
  startFile: string,
): Promise<Margin[]> {
  const key = `${label} ${sha256} ${startFile}`;
  const known = runtime.evidence.get(key);
  if (known) return known;
  let read: Margin[];
  try {
    read = await withStick(runtime, label, (drive, reading) =>
      startEvidence({ drive, reading, startFile, oldTable: null, layout: null, proof: null }),
    );
  } catch (error) {
    // What could not be read speaks for nothing.
    logTrouble('unreadable', { what: 'stick', label, error });
    return [
      unreadEvidence(
        'efi-readable',
        'The image on the stick',
        'Write it again on the Dock, or take another stick.',
      ),
    ];
  }
  const evidence = read.filter(({ id }) => ofAnImage.includes(id));
  runtime.evidence.set(key, evidence);
  return evidence;
}

/** Evidence that could not be read: not known, and never nothing that speaks against it. */
export const unreadEvidence = (id: string, what: string, howToGet: string): Margin =>
  atMost(
    { id, what, unit: 'count', remedy: howToGet },
    missing('what is on it: it cannot be read', howToGet),
    exact(0, { kind: 'default', note: 'faults' }),
  );

/** What of the evidence an image can give before it is on a drive. */
const ofAnImage = ['mirror', 'efi-part', 'efi-readable', 'start-file', 'sealed', 'inside'];

/** Opens the image on a stick to look at, as long as the image is. Throws where nothing was ever written to it. */
export async function withStick<T>(
  runtime: Runtime,
  label: string,
  look: (image: BlockReader, reading: DriveReading, stamp: FileStamp) => Promise<T>,
): Promise<T> {
  const folder = stickFolder(runtime, label);
  const content = await stickContent(folder);
  if (!content) throw new Error('nothing on the stick');
  const stick = await DriveImage.open(folder, 'read');
  try {
    const image = new PartitionReader(stick, 0, content.imageBytes);
    return await look(image, await readDrive(image, 512), await stick.stamp());
  } finally {
    await stick.close();
  }
}

/** The layout to the sector, from the table that was read. Faults: `no-table` and those of `planLayout`. */
export function layoutFrom(
  source: Pick<SourceSummary, 'table' | 'rules'>,
  target: { sectors: number; sectorBytes: number },
  wish: LayoutWish,
): Result<Layout> {
  if (!source.table) {
    return refuse(
      'no-table',
      'The old drive has no readable partition table.',
      'Check the drive and its port, then read it again.',
    );
  }
  return planLayout(source.table, target, wish, source.rules);
}
