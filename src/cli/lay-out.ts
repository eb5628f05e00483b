import {
  type CopyPlan,
  type DriveReading,
  type Layout,
  type Operation,
  type Target,
  operationsOf,
  placedBytes,
  planCopy,
  planLayout,
  readDrive,
  rulesOf,
} from '@/core/disk';
import type { ImageFile } from '@/copier';
import type { Fault } from '@/core/result';
import { showBytes } from '@/core/units';
import { CommandError, exitCode, fail } from './exit';
import { type Values, outsideFrom, tableFrom, targetFrom, wishFrom } from './options';

const optionFor: Record<string, string> = {
  'two-tables': 'Say it with --table gpt, --table record or --table none.',
  'outside-asked': 'Say it with --outside all or --outside edges.',
};

/** A fault of the core, with the option that answers it. */
const withOption = (fault: Fault): Fault =>
  optionFor[fault.code] ? { ...fault, remedy: `${fault.remedy} ${optionFor[fault.code]}` } : fault;

export type LaidOut = {
  reading: DriveReading;
  layout: Layout;
  plan: CopyPlan;
  operations: Operation[];
  target: Target;
};

/** Reads the source and lays the target out as wished; refusals of the core end with exit 4. */
export async function layOut(source: ImageFile, values: Values, otherwiseBytes: number): Promise<LaidOut> {
  const reading = await readDrive(source, undefined, tableFrom(values));
  const { table } = reading;
  if (!table)
    return fail(
      exitCode.input,
      'No partition table or file system was found.',
      'Is this a whole drive’s image?',
    );
  const target = targetFrom(values, { bytes: otherwiseBytes, sectorBytes: reading.sectorBytes });
  const wish = wishFrom(values);
  const numbers = new Set(table.partitions.map(({ number }) => number));
  const named = [...wish.dropped, ...Object.keys(wish.sizesMiB).map(Number)];
  const unknown = named.find((number) => !numbers.has(number));
  if (unknown !== undefined)
    fail(
      exitCode.usage,
      `The source has no partition ${unknown}.`,
      `It has ${[...numbers].join(', ') || 'none'}: see jicara inspect.`,
    );
  const layout = planLayout(table, target, wish, rulesOf(reading));
  if (!layout.ok) throw new CommandError(layout.fault, exitCode.target);
  const plan = await planCopy(source, reading, layout.value, outsideFrom(values));
  if (!plan.ok) throw new CommandError(withOption(plan.fault), exitCode.target);
  return {
    reading,
    layout: layout.value,
    plan: plan.value,
    operations: operationsOf(layout.value, plan.value, null),
    target,
  };
}

/** The layout and what will be done, as lines. */
export function layoutLines({ layout, operations }: Pick<LaidOut, 'layout' | 'operations'>): string[] {
  return [
    ...layout.partitions.map(
      (part) =>
        `  ${part.number}  ${part.name || 'without a name'}: ${part.change}, ${showBytes(placedBytes(layout, part))} from sector ${part.to.firstSector}`,
    ),
    `  ${showBytes(layout.spareBytes)} stay unpartitioned${layout.growthStoppedBy ? `: ${layout.growthStoppedBy}` : ''}`,
    ...operations.map(
      ({ what, bytes }, i) => `${i + 1}. ${what}${bytes > 0 ? ` (${showBytes(bytes)})` : ''}`,
    ),
  ];
}
