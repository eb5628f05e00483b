import {
  type BlockReader,
  type DriveReading,
  type Layout,
  type PartitionTable,
  fileSystemOf,
  findFile,
  partitionBytes,
  partitionReader,
  partitionTypeCodes,
} from '../disk';
import {
  type Known,
  type Margin,
  type Missing,
  type Named,
  atMost,
  exact,
  missing,
  named,
  oneOf,
} from '../margin';
import { isProof } from './grade';
import type { CopyProof } from './proof-schema';

/** What the evidence is read from: the finished copy, and what it should be. */
export type EvidenceQuestion = {
  drive: BlockReader;
  reading: DriveReading;
  startFile: string;
  /** The old drive's table, for identities; null where it was not read. */
  oldTable: PartitionTable | null;
  layout: Layout | null;
  proof: CopyProof | null;
};

const read = { kind: 'reading', note: 'read from the bytes of the new drive' } as const;
const rule = { kind: 'default', note: 'what a start needs' } as const;

function check(id: string, what: string, value: Named | Missing, wanted: string[], remedy: string): Margin {
  return oneOf({ id, what, unit: 'none', remedy }, value, wanted, rule);
}

/** The start file on the EFI partition, where the profile says that the firmware looks. */
async function startFileFound({
  drive,
  reading,
  startFile,
}: EvidenceQuestion): Promise<{ efi: string; readable: string; file: string }> {
  const efi = reading.table?.partitions.find((part) => part.typeGuid === partitionTypeCodes.efiSystem);
  if (!efi) return { efi: 'missing', readable: 'no EFI partition', file: 'no EFI partition' };
  const fileSystem = fileSystemOf(reading, efi.number);
  if (fileSystem?.family !== 'fat') return { efi: 'present', readable: 'not readable', file: 'not readable' };
  const found = await findFile(partitionReader(drive, efi, reading.sectorBytes), fileSystem.fat, startFile);
  const file = !found.ok
    ? 'folder broken'
    : !found.value
      ? 'missing'
      : found.value.bytes > 0
        ? 'found'
        : 'empty';
  return { efi: 'present', readable: 'readable', file };
}

function identities(
  table: PartitionTable | null,
  oldTable: PartitionTable | null,
  layout: Layout | null,
): Named | Missing {
  if (!oldTable) return missing('the old drive’s identities', 'Read the old drive on the dock.');
  const carried = layout?.partitions.filter((part) => part.from !== null).map(({ number }) => number);
  const wanted = oldTable.partitions.filter(({ number }) => carried?.includes(number) ?? true);
  const same = wanted.every((old) =>
    table?.partitions.some(
      (part) =>
        part.partGuid === old.partGuid && part.number === old.number && part.typeGuid === old.typeGuid,
    ),
  );
  return named(same && table?.diskGuid === oldTable.diskGuid ? 'the same' : 'changed', read);
}

/** Whether the partition that grew is grown inside as well; what the device does at its first start is not known before. */
function grownInside(reading: DriveReading, layout: Layout | null): Named | Missing {
  const grown = layout?.partitions.find((part) => part.change.includes('grows'));
  if (!layout || !grown) return named('nothing was to grow', read);
  if (grown.grownBy === 'device')
    return missing(
      `the size of “${grown.name}” inside, which the device grows at its first start`,
      'Read the size that the device shows, at Prove.',
    );
  const fileSystem = fileSystemOf(reading, grown.number);
  const part = reading.table?.partitions.find(({ number }) => number === grown.number);
  if (!fileSystem || !part) return named('not readable', read);
  const share = fileSystem.bytes / partitionBytes(part, reading.sectorBytes);
  return named(share > 0.99 ? 'grown inside' : 'still the old size', read);
}

/** What could not be read on the old drive is missing on the new one, if anything is. */
function unreadable(proof: CopyProof | null): Margin[] {
  const bytes = proof?.unreadable.reduce((total, one) => total + one.bytes, 0) ?? 0;
  if (bytes === 0) return [];
  const where = proof!.unreadable.map(({ part, area }) => area ?? part).join(', ');
  const words = { id: 'lost', what: 'Bytes that could not be read', unit: 'bytes' as const };
  return [
    atMost({ ...words, remedy: `Lost in ${where}: bring it back from elsewhere.` }, count(bytes), none),
  ];
}

const count = (n: number): Known => exact(n, read);
const none = exact(0, rule);

/**
 * Evidence that a finished copy would start, each piece read from its bytes and judged as a margin; what cannot be known
 * without switching on is there as not known. Source of the checks: UEFI specification 2.10, sections 5.3 (table) and 13.3 (EFI partition, start file).
 */
export async function startEvidence(question: EvidenceQuestion): Promise<Margin[]> {
  const { reading, proof } = question;
  const codes = reading.faults.map(({ code }) => code);
  const mirror = codes.includes('mirror-not-at-end')
    ? 'in the middle'
    : codes.includes('mirror-broken') || !reading.table
      ? 'broken'
      : 'at the true end';
  const start = await startFileFound(question);
  const contents = Object.values(reading.contents);
  const strange = contents.filter(
    (content) => content.kind === 'unread' && content.why.includes('sectors of'),
  ).length;
  const outside = codes.filter((code) => code === 'part-out-of-bounds' || code === 'parts-overlap').length;
  const counted = (id: string, what: string, value: Known | Missing, remedy: string) =>
    atMost({ id, what, unit: 'count', remedy }, value, none);
  return [
    check(
      'mirror',
      'Mirror of the table',
      named(mirror, read),
      ['at the true end'],
      'Copy again: the table is written last.',
    ),
    check(
      'efi-part',
      'EFI partition by its type code',
      named(start.efi, read),
      ['present'],
      'Without it the firmware finds nothing: copy again.',
    ),
    check(
      'efi-readable',
      'EFI partition is a FAT',
      named(start.readable, read),
      ['readable'],
      'Check the old drive’s EFI partition.',
    ),
    check(
      'start-file',
      `Start file ${question.startFile}`,
      named(start.file, read),
      ['found'],
      'Check the old drive: does it start from another place?',
    ),
    check(
      'identities',
      'Identities of drive and partitions',
      identities(reading.table, question.oldTable, question.layout),
      ['the same'],
      'The system finds its partitions by them: copy again.',
    ),
    counted(
      'sealed',
      'Encrypted partitions',
      count(contents.filter(({ kind }) => kind === 'sealed').length),
      'Switch encryption off on the old drive and copy again.',
    ),
    counted(
      'sectors',
      'Partitions that cannot live with its sectors',
      count(strange),
      'Use a drive with the old sector size.',
    ),
    counted(
      'inside',
      'Partitions that overlap or leave the drive',
      count(outside),
      'Lay the drive out again.',
    ),
    check(
      'grown',
      'The grown partition, inside',
      grownInside(reading, question.layout),
      ['grown inside', 'nothing was to grow'],
      'Its file system kept its size: grow it in the device.',
    ),
    counted(
      'digests',
      'Blocks whose digest differs',
      !proof
        ? missing('the comparison', 'Finish the copy.')
        : !isProof(proof.grade)
          ? missing(`the comparison, skipped: ${proof.readBack.reason}`, 'Read it back at Carry over.')
          : exact(proof.mismatches, { kind: 'computed', note: `${proof.blocks} blocks compared` }),
      'Copy again.',
    ),
    ...unreadable(proof),
    check(
      'firmware',
      'Boot entry in the firmware',
      missing(
        'what the firmware remembers',
        'Only switching on shows it; the boot menu finds the start file where it must.',
      ),
      ['kept'],
      '',
    ),
  ];
}
