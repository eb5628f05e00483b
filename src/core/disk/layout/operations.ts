import * as z from 'zod';
import type { CopyPlan } from './copy-plan';
import { type Layout, type PlacedPartition, placedBytes } from './layout';
import type { LeftBehind } from './outside';
import type { PartitionRules } from './rules';
import type { Operation, Seconds } from './operation-schema';

/** A rate over a whole pass, bytes a second, with what nine of ten copies stay within. */
export type RateRange = { least: number; middle: number; most: number };

/** The rates of both passes of a copy: there, and reading back. */
export type CopyRates = { there: RateRange; back: RateRange };

const called = (partition: PlacedPartition) => `“${partition.name || `partition ${partition.number}`}”`;

function times(bytes: number, rate: RateRange | null): Operation['seconds'] {
  return rate && { least: bytes / rate.most, middle: bytes / rate.middle, most: bytes / rate.least };
}

/** Adds what single operations take. */
export function totalSeconds(operations: Operation[]): Operation['seconds'] {
  const known = operations.flatMap(({ seconds }) => seconds ?? []);
  if (known.length === 0) return null;
  const sum = (pick: (s: z.infer<typeof Seconds>) => number) =>
    known.reduce((total, s) => total + pick(s), 0);
  return { least: sum((s) => s.least), middle: sum((s) => s.middle), most: sum((s) => s.most) };
}

/** What is known of a copy: bytes of each partition, and what each partition needs rewritten. */
type Known = {
  /** What lies before the first partition and moves too. */
  startBytes: number;
  /** Bytes of a partition, or null where that is not known yet. */
  bytesOf: (partition: PlacedPartition) => number | null;
  /** Words for what is rewritten in a partition; empty where nothing is. */
  rewritten: (partition: PlacedPartition) => string;
  writesTable: boolean;
  /** What lies outside file systems and is not carried. */
  left: LeftBehind[];
};

function listed(layout: Layout, known: Known, rates: CopyRates | null): Operation[] {
  const list: Operation[] = [];
  const add = (kind: Operation['kind'], what: string, bytes: number | null = 0) =>
    list.push({
      kind,
      what,
      bytes: bytes ?? 0,
      seconds: bytes ? times(bytes, rates && (kind === 'read-back' ? rates.back : rates.there)) : null,
    });
  const { startBytes } = known;
  if (startBytes > 0) add('copy', 'Copy the drive’s beginning, with its programs and records', startBytes);
  const carried = layout.partitions.filter((partition) => partition.from !== null);
  for (const partition of carried) {
    const bytes = known.bytesOf(partition);
    const how =
      bytes === null
        ? 'as much as is found in use'
        : bytes === placedBytes(layout, partition)
          ? 'all of it'
          : 'its used blocks';
    if (bytes === null || bytes > 0) add('copy', `Copy ${called(partition)}, ${how}`, bytes);
  }
  const all = carried.map(known.bytesOf);
  const total = all.every((bytes) => bytes !== null)
    ? all.reduce<number>((sum, bytes) => sum + bytes!, startBytes)
    : null;
  add('read-back', 'Read everything back and compare', total);
  for (const partition of layout.partitions) {
    const fields = known.rewritten(partition);
    if (partition.change === 'new')
      add('clear', `Clear the start of ${called(partition)}, for its installer`);
    else if (fields) add('rewrite', `Rewrite in ${called(partition)} what names its place and size${fields}`);
  }
  if (layout.kind === 'gpt')
    add('table', 'Write the partition table: its mirror at the true end first, sector 0 last');
  if (layout.kind === 'record' && known.writesTable)
    add('table', 'Write the size of the last partition into sector 0');
  for (const { start, bytes, why } of known.left)
    add('leave', `Leave ${bytes} bytes at byte ${start} behind, outside file systems: ${why}`);
  for (const { name, number } of layout.dropped)
    add('leave', `Leave “${name || `partition ${number}`}” behind: it stays on the old drive alone`);
  for (const partition of layout.partitions.filter(({ grownBy }) => grownBy === 'device'))
    add(
      'device',
      `${called(partition)} keeps the size of its file system until the device grows it at first start; Prove asks for the reading`,
    );
  return list;
}

/** What a copy by this plan does, in order, with bytes and time; what only the device can do comes last. */
export function operationsOf(layout: Layout, plan: CopyPlan, rates: CopyRates | null): Operation[] {
  const bytesIn = (number: number) =>
    plan.spans
      .filter(({ part: partition, zero }) => partition === number && !zero)
      .reduce((sum, { bytes }) => sum + bytes, 0);
  const known: Known = {
    startBytes: bytesIn(0),
    bytesOf: ({ number }) => bytesIn(number),
    rewritten: (partition) => {
      const name = partition.name || `partition ${partition.number}`;
      const own = plan.rewrites.filter(({ what }) => what.startsWith(`${name}: `));
      return own.length > 0 ? `: ${own.map(({ what }) => what.slice(name.length + 2)).join(', ')}` : '';
    },
    writesTable: plan.rewrites.some(({ offset }) => offset === 0),
    left: plan.left,
  };
  return listed(layout, known, rates);
}

/** File systems that name their own start in their first sector, so that moving them rewrites it. */
const namesItsStart = /^(FAT|exFAT|NTFS)/u;

/**
 * The same list before the copy is planned in bytes: what is in use as it was read or stated, by partition; null where nobody knows.
 */
export function forecastOperations(
  layout: Layout,
  rules: PartitionRules,
  usedByPartition: Record<number, number | null>,
  rates: CopyRates | null,
): Operation[] {
  const known: Known = {
    startBytes: 0,
    bytesOf: ({ number }) => usedByPartition[number] ?? null,
    rewritten: ({ change, grownBy, number }) => {
      const moves = change.includes('moves') && namesItsStart.test(rules[number]?.holds ?? '');
      return moves || (change.includes('grows') && grownBy === 'rewrite') ? ', once it is read' : '';
    },
    writesTable: layout.partitions.some(({ change }) => change !== 'stays'),
    left: [],
  };
  return listed(layout, known, rates);
}
