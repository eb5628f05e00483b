import { type InspectedPartition, type Inspection, inspect, readDrive } from '@/core/disk';
import { showBytes } from '@/core/units';
import { exitCode } from './exit';
import { openSource } from './image-path';
import type { Output } from './output';
import { parseCommand } from './options';

const tableNames = {
  gpt: 'partition table with headers',
  record: 'older record in sector 0',
  none: 'no table: one file system over all',
};

function partLines(part: InspectedPartition): string[] {
  const used = part.usedBytes === null ? 'used not known' : `${showBytes(part.usedBytes)} used`;
  const name = [part.name, part.label].filter(Boolean).join(' / ');
  return [
    `  ${part.number}  ${name || 'without a name'}: ${part.type}, ${part.holds}, ${showBytes(part.bytes)}, ${used}`,
    `     sectors ${part.firstSector} to ${part.lastSector}${part.whole ? `; copied whole: ${part.whole}` : ''}`,
    ...part.faults.map((fault) => `     fault: ${fault}`),
  ];
}

function words(found: Inspection): string[] {
  return [
    `${showBytes(found.bytes)} in sectors of ${found.sectorBytes} bytes; ${found.table ? tableNames[found.table.kind] : 'nothing that could be read'}`,
    ...found.faults.map((fault) => `  fault: ${fault}`),
    ...found.parts.flatMap(partLines),
    ...(found.otherTable
      ? [
          `Also there, and not taken: ${tableNames[found.otherTable.kind]}`,
          ...found.otherTable.parts.map(
            ({ number, firstSector, lastSector }) => `  ${number}  sectors ${firstSector} to ${lastSector}`,
          ),
        ]
      : []),
    `A copy carries ${showBytes(found.carriedBytes)}.`,
  ];
}

/** `jicara inspect IMAGE`: what is on it. Exit 1 where something is wrong with it. */
export async function inspectCommand(args: string[], output: Output): Promise<number> {
  const { values, paths } = parseCommand(args, {}, ['IMAGE']);
  const image = await openSource(paths[0]!);
  try {
    const found = inspect(await readDrive(image), image.length);
    output.answer(found, words(found), values.json === true);
    const isWrong = found.faults.length > 0 || found.parts.some(({ faults }) => faults.length > 0);
    return isWrong ? exitCode.found : exitCode.fine;
  } finally {
    await image.close();
  }
}
