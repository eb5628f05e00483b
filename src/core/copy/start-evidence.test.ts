import ospreyData from '../../../demo/devices/braskit-osprey.json';
import { DeviceProfile } from '../device';
import {
  type Layout,
  buildTable,
  deliveredTable,
  fillWish,
  makeFat32,
  planCopy,
  planLayout,
  readDrive,
  rulesOf,
} from '../disk';
import { SparseMemory } from '../disk/sparse-memory.test.data';
import { unsafeValue } from '../result';
import { startEvidence } from './start-evidence';
import { proof } from '../acts/bench.test.data';

const profile = DeviceProfile.parse(ospreyData);
const sectors = { old: 120_000_000, new: 250_000_000 };
const guid = (n: number) => `0000000${n}-AAAA-4BBB-8CCC-DDDDEEEEFFFF`;

/** An old drive as delivered, copied by its plan onto a larger one: small enough to stay in memory. */
async function copied() {
  const table = unsafeValue(
    deliveredTable(profile.deliveredParts, { sectors: sectors.old, sectorBytes: 512 }, guid),
  );
  const old = new SparseMemory(sectors.old * 512);
  old.writeAll(buildTable(table));
  table.partitions.forEach((part, i) => {
    const made = makeFat32({
      ...profile.deliveredParts[i]!.fat32,
      sectorBytes: 512,
      totalSectors: part.lastSector - part.firstSector + 1,
      hiddenSectors: part.firstSector,
      serial: i,
      files: i === 0 ? [{ path: profile.startFile, bytes: 5000 }] : [],
    });
    old.writeAll(made.writes, part.firstSector * 512);
  });
  const oldReading = await readDrive(old, 512);
  const layout = unsafeValue(
    planLayout(oldReading.table!, { sectors: sectors.new, sectorBytes: 512 }, fillWish, rulesOf(oldReading)),
  );
  const plan = unsafeValue(await planCopy(old, oldReading, layout));
  const drive = new SparseMemory(sectors.new * 512);
  for (const span of plan.spans)
    for (let at = 0; at < span.bytes; at += 2 ** 20) {
      const length = Math.min(2 ** 20, span.bytes - at);
      if (!old.isHole(span.source + at, length))
        drive.write(span.target + at, await old.read(span.source + at, length));
    }
  drive.writeAll(plan.rewrites);
  return { drive, oldTable: oldReading.table, layout, plan };
}

type Copied = Awaited<ReturnType<typeof copied>>;
let its: Copied;
beforeEach(async () => void (its = await copied()));

async function verdicts(more: { layout?: Layout; proof?: typeof proof | null } = {}) {
  const { drive, oldTable, layout } = its;
  const evidence = await startEvidence({
    drive,
    reading: await readDrive(drive, 512),
    startFile: profile.startFile,
    oldTable,
    layout,
    proof,
    ...more,
  });
  return Object.fromEntries(evidence.map(({ id, verdict }) => [id, verdict]));
}

describe('would it start?', () => {
  it('speaks for a good copy in every point but what only the firmware knows', async () => {
    const { firmware, ...rest } = await verdicts();
    expect(firmware).toBe('unknown');
    expect(new Set(Object.values(rest))).toEqual(new Set(['clear']));
    expect(Object.keys(rest)).toHaveLength(10);
  });

  const efiStart = () => its.layout.partitions[0]!.to.firstSector * 512;
  it.each<[string, string, (drive: SparseMemory) => void]>([
    ['the mirror is damaged', 'mirror', (drive) => drive.write(drive.length - 512, new Uint8Array(512))],
    ['the EFI partition is no FAT', 'efi-readable', (drive) => drive.write(efiStart(), new Uint8Array(512))],
    // The root folder is the first cluster; its first entry leads to EFI.
    ['the start file is gone', 'start-file', (drive) => drive.write(rootOffset(its), new Uint8Array(32))],
    [
      'a partition is encrypted',
      'sealed',
      (drive) =>
        drive.write(
          its.layout.partitions[2]!.to.firstSector * 512,
          new Uint8Array([0x4c, 0x55, 0x4b, 0x53, 0xba, 0xbe]),
        ),
    ],
  ])('speaks against it where %s', async (_, id, spoil) => {
    spoil(its.drive);
    expect((await verdicts())[id]).toBe('over');
  });

  it('speaks against changed identities, a file system that kept its size, and digests that differ', async () => {
    its.oldTable = { ...its.oldTable!, diskGuid: guid(8) };
    expect((await verdicts()).identities).toBe('over');
    expect((await verdicts({ proof: { ...proof, mismatches: 1 } })).digests).toBe('over');
    const lost = { offset: 0, bytes: 4096, part: 'system and games', area: 'SYSTEM/CORE.BIN' };
    expect((await verdicts({ proof: { ...proof, unreadable: [lost] } })).lost).toBe('over');
    // A larger partition than its file system: as if the rewrite had been left out.
    its.drive.writeAll(its.plan.rewrites.filter(({ what }) => !what.includes('boot sector')));
    const main = its.layout.partitions[1]!;
    const boot = (await its.drive.read(main.to.firstSector * 512, 512)).slice();
    new DataView(boot.buffer).setUint32(32, main.from!.lastSector - main.from!.firstSector + 1, true);
    its.drive.write(main.to.firstSector * 512, boot);
    expect((await verdicts()).grown).toBe('over');
  });

  it('does not know what the device grows by itself, nor what was not read back', async () => {
    const layout = {
      ...its.layout,
      partitions: its.layout.partitions.map((part) =>
        part.grownBy ? { ...part, grownBy: 'device' as const } : part,
      ),
    };
    expect((await verdicts({ layout })).grown).toBe('unknown');
    expect(
      (
        await verdicts({
          proof: { ...proof, grade: 'not-read-back', readBack: { mode: 'skipped', reason: 'no time' } },
        })
      ).digests,
    ).toBe('unknown');
    its.oldTable = null;
    expect((await verdicts()).identities).toBe('unknown');
  });
});

/** Where the EFI partition's root folder lies: behind its reserved sectors and tables. */
function rootOffset({ layout, plan }: Copied): number {
  const start = layout.partitions[0]!.to.firstSector * 512;
  const first = plan.spans.find((span) => span.target === start)!;
  // The first range joins the tables with the root, the EFI folder and what follows; the volume label entry stands first.
  const { sectorsPerCluster, tables } = profile.deliveredParts[0]!.fat32;
  const sectorsOfPart = layout.partitions[0]!.to.lastSector - layout.partitions[0]!.to.firstSector + 1;
  const tableSectors = Math.ceil(((sectorsOfPart / sectorsPerCluster + 2) * 4) / 512);
  expect(first.bytes).toBeGreaterThan((32 + tables * tableSectors) * 512);
  return start + (32 + tables * tableSectors) * 512;
}
