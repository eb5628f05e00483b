import fc from 'fast-check';
import {
  type DeliveredPartition,
  checkPartitions,
  deliveredRules,
  deliveredTable,
  lineBytes,
  makeFat32,
  planCopy,
  fillWish,
  planLayout,
  readDrive,
  rulesOf,
  targetTable,
  buildTable,
} from '..';
import { sectorsFromLabel } from '../../part';
import { unsafeValue } from '../../result';
import { SparseMemory } from '../sparse-memory.test.data';

const delivered: DeliveredPartition[] = [
  {
    name: 'EFI system',
    type: 'efiSystem',
    sizeMiB: 260,
    fat32: { sectorsPerCluster: 4, tables: 2, roomForSectors: 0, volumeLabel: 'EFI' },
  },
  {
    name: 'system and games',
    type: 'basicData',
    sizeMiB: 'rest',
    fat32: { sectorsPerCluster: 128, tables: 1, roomForSectors: 0xffffffff, volumeLabel: 'SYSTEM' },
  },
  {
    name: 'recovery',
    type: 'recovery',
    sizeMiB: 1024,
    fat32: { sectorsPerCluster: 16, tables: 2, roomForSectors: 0, volumeLabel: 'RECOVERY' },
  },
];
const guid = (n: number) => `0000000${n}-AAAA-BBBB-CCCC-DDDDEEEEFFFF`;
const sectors = (gb: number) => unsafeValue(sectorsFromLabel(gb, 512));
const source = (gb: number) =>
  unsafeValue(deliveredTable(delivered, { sectors: sectors(gb), sectorBytes: 512 }, guid));

const plan = (fromGB: number, toGB: number, holdBackPercent = 0, sectorBytes: 512 | 4096 = 512) => {
  const table = source(fromGB);
  const target = { sectors: unsafeValue(sectorsFromLabel(toGB, sectorBytes)), sectorBytes };
  return planLayout(table, target, { ...fillWish, holdBackPercent }, deliveredRules(delivered, table));
};

describe('the partitions as delivered', () => {
  it('are refused on a drive that does not hold them as FAT32, with the size that would', () => {
    const small = deliveredTable(delivered, { sectors: 10_000_000, sectorBytes: 512 }, guid);
    expect(small).toMatchObject({
      ok: false,
      fault: { code: 'parts-too-large', sentence: expect.stringContaining('at least 6 GB') },
    });
    expect(deliveredTable(delivered, { sectors: 11_500_000, sectorBytes: 512 }, guid).ok).toBe(true);
  });
});

describe('layout', () => {
  it('keeps the front, moves the end, grows the middle', () => {
    const layout = unsafeValue(plan(512, 2000));
    expect(layout.partitions.map((partition) => partition.change)).toEqual(['stays', 'grows', 'moves']);
    expect(layout.growthStoppedBy).toBeNull();
    // 512-byte sectors: 1 MiB is 2048. Recovery ends at the last 1 MiB line below 3,907,029,168 − 34 = 3,907,029,134.
    const end = Math.floor((3_907_029_168 - 33) / 2048) * 2048;
    expect(layout.partitions[2]!.to).toEqual({ firstSector: end - 1024 * 2048, lastSector: end - 1 });
    expect(layout.partitions[1]!.to.lastSector).toBe(layout.partitions[2]!.to.firstSector - 1);
  });

  it('is refused on a smaller drive, on other sectors, and when too much is held back', () => {
    const code = (result: ReturnType<typeof plan>) => (result.ok ? 'ok' : result.fault.code);
    expect(code(plan(512, 500))).toBe('target-smaller');
    expect(code(plan(512, 2000, 0, 4096))).toBe('sector-size');
    expect(code(plan(512, 520, 10))).toBe('hold-back');
    expect(code(plan(512, 512))).toBe('ok');
  });

  it('says when the file system ends before the room does', () => {
    const layout = unsafeValue(plan(512, 4000));
    expect(layout.growthStoppedBy).toContain('system and games');
    // FAT32 counts its sectors in 32 bits.
    expect(layout.partitions[1]!.to.lastSector - layout.partitions[1]!.to.firstSector + 1).toBe(0xffffffff);
  });

  it('says that too much is held back where without it the partitions fit to the last line', () => {
    expect(plan(1396, 1396)).toMatchObject({ ok: true });
    expect(plan(1396, 1396, 1)).toMatchObject({ ok: false, fault: { code: 'hold-back' } });
  });

  it('never overlaps, never shrinks, starts on 1 MiB lines and holds back what was asked', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 2000 }),
        fc.integer({ min: 0, max: 6000 }),
        fc.integer({ min: 0, max: 30 }),
        (from, more, hold) => {
          const result = plan(from, from + more, hold);
          if (!result.ok) return hold > 0 && result.fault.code === 'hold-back';
          const layout = result.value;
          const good = layout.partitions.every(
            (partition) =>
              (partition.to.firstSector * 512) % lineBytes === 0 &&
              partition.to.lastSector - partition.to.firstSector >=
                partition.from!.lastSector - partition.from!.firstSector,
          );
          const spare = layout.spareBytes >= (layout.targetSectors * 512 * hold) / 100 - 2 * lineBytes;
          return good && spare && checkPartitions(targetTable(layout)).length === 0;
        },
      ),
    );
  });
});

describe('copy plan', () => {
  async function oldDrive() {
    const table = source(60);
    const memory = new SparseMemory(table.driveSectors * 512);
    memory.writeAll(buildTable(table));
    table.partitions.forEach((partition, i) => {
      const { fat32 } = delivered[i]!;
      const made = makeFat32({
        ...fat32,
        sectorBytes: 512,
        totalSectors: partition.lastSector - partition.firstSector + 1,
        hiddenSectors: partition.firstSector,
        serial: i,
        files: [{ path: 'EFI/BOOT/BOOTX64.EFI', bytes: 5000 }],
      });
      memory.writeAll(made.writes, partition.firstSector * 512);
    });
    return { memory, table };
  }

  it('carries used ranges, lists its rewrites, and what results reads as grown', async () => {
    const { memory } = await oldDrive();
    const reading = await readDrive(memory, 512);
    expect(reading.faults).toEqual([]);
    const target = { sectors: sectors(120), sectorBytes: 512 };
    const layout = unsafeValue(planLayout(reading.table!, target, fillWish, rulesOf(reading)));
    const copy = unsafeValue(await planCopy(memory, reading, layout));
    const result = new SparseMemory(target.sectors * 512);
    for (const span of copy.spans) {
      for (let at = 0; at < span.bytes; at += 2 ** 20) {
        const bytes = await memory.read(span.source + at, Math.min(2 ** 20, span.bytes - at));
        if (bytes.some((byte) => byte !== 0)) result.write(span.target + at, bytes);
      }
    }
    result.writeAll(copy.rewrites);
    const after = await readDrive(result, 512);
    expect(after.faults).toEqual([]);
    expect(after.table!.partitions.map((partition) => partition.partGuid)).toEqual([
      guid(1),
      guid(2),
      guid(3),
    ]);
    const grown = layout.partitions[1]!;
    expect(after.contents[2]).toMatchObject({
      fileSystem: { fat: { totalSectors: grown.to.lastSector - grown.to.firstSector + 1 } },
    });
    expect(after.contents[3]).toMatchObject({
      fileSystem: { fat: { hiddenSectors: layout.partitions[2]!.to.firstSector } },
    });
    expect(after.usedBytes).toBe(reading.usedBytes);
  });

  it('carries a partition that it cannot read block for block', async () => {
    const { memory } = await oldDrive();
    const { firstSector, lastSector } = source(60).partitions[2]!;
    memory.write(firstSector * 512, new Uint8Array(512));
    const reading = await readDrive(memory, 512);
    expect(reading.contents[3]).toMatchObject({ kind: 'unread' });
    const layout = unsafeValue(
      planLayout(reading.table!, { sectors: sectors(60), sectorBytes: 512 }, fillWish, rulesOf(reading)),
    );
    const copy = unsafeValue(await planCopy(memory, reading, layout));
    expect(copy.spans.at(-1)?.bytes).toBe((lastSector - firstSector + 1) * 512);
  });
});
