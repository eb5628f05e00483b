import { type DriveReading, type Layout, type LayoutWish, planLayout, rulesOf } from '@/core/disk';
import type { SourceSummary } from '@/core/job';
import { type Result, refuse } from '@/core/result';
import type { Runtime } from './runtime';

export const summarise = (reading: DriveReading): SourceSummary => ({
  table: reading.table,
  faults: reading.faults.map((fault) => fault.sentence),
  usedBytes: reading.usedBytes,
  usedByPart: Object.fromEntries(
    Object.entries(reading.contents).flatMap(([n, content]) =>
      content.kind === 'file-system' && content.fileSystem.usedBytes !== null
        ? [[n, content.fileSystem.usedBytes]]
        : [],
    ),
  ),
  rules: rulesOf(reading),
});

/** Reads an old drive on the dock, once. */
export async function readSource(runtime: Runtime, benchLabel: string): Promise<SourceSummary> {
  const known = runtime.sources.get(benchLabel);
  if (known) return known;
  const summary = await runtime.dock.withDrive(benchLabel, async (_, reading) => summarise(reading));
  runtime.sources.set(benchLabel, summary);
  return summary;
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
