import {
  type BlockReader,
  type DriveReading,
  fileSystemOf,
  findFile,
  growsAtAll,
  partitionBytes,
  partitionReader,
  partitionTypeCodes,
} from '../disk';

/** What the firmware finds on the drive that sits in the device; read from the bytes. */
export type DriveContents = {
  driveBytes: number;
  tableReadable: boolean;
  mirrorAtEnd: boolean;
  startFile: 'found' | 'missing' | 'no-efi-part';
  parts: number;
  /** Size of the largest file system, bytes; null where none can be read. */
  mainFileSystemBytes: number | null;
  /** A partition that wants a key before it can be read. */
  sealed: boolean;
};

/** A drive as it comes out of its box. */
export const blankContents = (driveBytes: number): DriveContents => ({
  driveBytes,
  tableReadable: false,
  mirrorAtEnd: false,
  startFile: 'no-efi-part',
  parts: 0,
  mainFileSystemBytes: null,
  sealed: false,
});

/** A drive as a device leaves it that formatted or restored it by itself. */
export const freshContents = (
  driveBytes: number,
  parts: number,
  mainFileSystemBytes: number,
): DriveContents => ({
  driveBytes,
  tableReadable: true,
  mirrorAtEnd: true,
  startFile: 'found',
  parts,
  mainFileSystemBytes,
  sealed: false,
});

/** Looks at a drive as a firmware would: table, EFI partition by its type code, start file where the profile says. */
export async function lookInside(
  drive: BlockReader,
  reading: DriveReading,
  startFile: string,
): Promise<DriveContents> {
  const { table } = reading;
  const efi = table?.partitions.find((part) => part.typeGuid === partitionTypeCodes.efiSystem);
  let start: DriveContents['startFile'] = 'no-efi-part';
  const fileSystem = efi && fileSystemOf(reading, efi.number);
  if (efi && fileSystem?.family === 'fat') {
    const found = await findFile(partitionReader(drive, efi, reading.sectorBytes), fileSystem.fat, startFile);
    start = found.ok && found.value && found.value.bytes > 0 ? 'found' : 'missing';
  }
  const sizes = (table?.partitions ?? []).flatMap((part) => {
    const system = fileSystemOf(reading, part.number);
    if (!system || system.usedBytes === null || system.freeBytes === null) return [];
    // A system that grows its own partition has done so by the time it shows a size.
    const isGrown = system.growth.by === 'device' && growsAtAll(part.typeGuid);
    return [isGrown ? partitionBytes(part, reading.sectorBytes) : system.usedBytes + system.freeBytes];
  });
  return {
    driveBytes: drive.length,
    tableReadable: table !== null,
    mirrorAtEnd: table !== null && !reading.faults.some(({ code }) => code.startsWith('mirror')),
    startFile: start,
    parts: table?.partitions.length ?? 0,
    mainFileSystemBytes: sizes.length > 0 ? Math.max(...sizes) : null,
    sealed: Object.values(reading.contents).some(({ kind }) => kind === 'sealed'),
  };
}
