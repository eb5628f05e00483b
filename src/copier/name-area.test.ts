import { buildTable, makeFat32, partitionTypeCodes, usableSectors } from '@/core/disk';
import { SparseMemory } from '@/core/disk/sparse-memory.test.data';
import { namer } from './name-area';
import { order } from './memory-drive.test.data';

const sectorBytes = 512;
const MiB = 2 ** 20;

/** A drive of two partitions: a FAT32 that holds one file, from 1 MiB on, and one that holds nothing known, from 48 MiB on. */
function drive() {
  const sectors = (64 * MiB) / sectorBytes;
  const memory = new SparseMemory(sectors * sectorBytes);
  const part = (number: number, fromMiB: number, toMiB: number) => ({
    number,
    typeGuid: partitionTypeCodes.efiSystem,
    partGuid: `7F0C2A64-0B5E-4C5B-9B63-5D6A5B0C1D2${number}`,
    firstSector: (fromMiB * MiB) / sectorBytes,
    lastSector: (toMiB * MiB) / sectorBytes - 1,
    attributes: '0',
    name: `part ${number}`,
  });
  memory.writeAll(
    buildTable({
      kind: 'gpt',
      sectorBytes,
      driveSectors: sectors,
      diskGuid: '7F0C2A64-0B5E-4C5B-9B63-5D6A5B0C1D2E',
      ...usableSectors(sectors, sectorBytes),
      partitions: [part(1, 1, 41), part(2, 48, 56)],
    }),
  );
  const fat = makeFat32({
    sectorBytes,
    totalSectors: (40 * MiB) / sectorBytes,
    hiddenSectors: MiB / sectorBytes,
    sectorsPerCluster: 1,
    tables: 2,
    roomForSectors: (40 * MiB) / sectorBytes,
    volumeLabel: 'START',
    serial: 1,
    files: [{ path: 'EFI/BOOT/BOOTX64.EFI', bytes: 3000 }],
  });
  memory.writeAll(fat.writes, MiB);
  return { memory, fileAt: MiB + fat.extents[0]!.start };
}

it('a place is named by the file that stands there, and elsewhere by where it lies in its partition', async () => {
  const { memory, fileAt } = drive();
  const name = namer(memory, { ...order(), sectorBytes });
  expect([
    await name(1, fileAt + 512, 512),
    await name(2, 48 * MiB, 4096),
    await name(2, 48 * MiB + 2_500_000, 4096),
  ]).toEqual(['EFI/BOOT/BOOTX64.EFI', '0.0 MB into the partition', '2.5 MB into the partition']);
});

it('in a partition that is not there it has no name', async () => {
  const { memory } = drive();
  expect(await namer(memory, { ...order(), sectorBytes })(3, 48 * MiB, 512)).toBeNull();
  expect(await namer(new SparseMemory(MiB), { ...order(), sectorBytes })(1, 0, 512)).toBeNull();
});

it('the source is read for it once something has to be named, and not for each name again', async () => {
  const { memory } = drive();
  const reads: number[] = [];
  const counted = {
    length: memory.length,
    read: (offset: number, length: number) => {
      reads.push(offset);
      return memory.read(offset, length);
    },
  };
  const name = namer(counted, { ...order(), sectorBytes });
  expect(reads).toEqual([]);
  await name(2, 48 * MiB, 512);
  const first = reads.filter((offset) => offset < MiB).length;
  expect(first).toBeGreaterThan(0);
  await name(2, 49 * MiB, 512);
  expect(reads.filter((offset) => offset < MiB)).toHaveLength(first);
});
