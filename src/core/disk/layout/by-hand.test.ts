import fc from 'fast-check';
import {
  type Layout,
  type LayoutWish,
  type PartitionRule,
  type PartitionRules,
  type PartitionTable,
  checkPartitions,
  fillWish,
  partitionBounds,
  partitionTypeCodes,
  placedBytes,
  planLayout,
  targetTable,
} from '..';
import { unsafeValue } from '../../result';

const MiB = 2 ** 20;
const perMiB = MiB / 512;
const guid = (n: number) => `0000000${n}-AAAA-4BBB-8CCC-DDDDEEEEFFFF`;

/** EFI 260 MiB, reserved 16, system 100 GiB of NTFS that spans 60 and uses 20, recovery 1 GiB at the end. */
const sizesMiB = [260, 16, 100 * 1024, 1024];
const types = [
  partitionTypeCodes.efiSystem,
  partitionTypeCodes.reserved,
  partitionTypeCodes.basicData,
  partitionTypeCodes.recovery,
];
const driveMiB = 1 + sizesMiB.reduce((a, b) => a + b) + 1;

function source(): PartitionTable {
  let next = 1;
  return {
    kind: 'gpt',
    sectorBytes: 512,
    driveSectors: driveMiB * perMiB,
    diskGuid: guid(9),
    firstUsable: 34,
    lastUsable: driveMiB * perMiB - 34,
    partitions: sizesMiB.map((size, i) => {
      const firstSector = next * perMiB;
      next += size;
      return {
        number: i + 1,
        typeGuid: types[i]!,
        partGuid: guid(i + 1),
        firstSector,
        lastSector: next * perMiB - 1,
        attributes: '0',
        name: ['EFI', 'reserved', 'system', 'recovery'][i]!,
      };
    }),
  };
}

const rule = (i: number, more: Partial<PartitionRule> = {}): PartitionRule => ({
  holds: 'NTFS',
  leastBytes: sizesMiB[i]! * MiB,
  usedBytes: null,
  mostBytes: sizesMiB[i]! * MiB,
  grownBy: null,
  mayMove: true,
  mayDrop: i === 1 || i === 3,
  sectorFit: { rule: 'exactly', bytes: 512 },
  ...more,
});
const rules: PartitionRules = {
  1: rule(0, { holds: 'FAT32' }),
  2: rule(1, { holds: 'unread', sectorFit: null }),
  3: rule(2, {
    leastBytes: 60 * 1024 * MiB,
    usedBytes: 20 * 1024 * MiB,
    mostBytes: Number.MAX_SAFE_INTEGER,
    grownBy: 'device',
  }),
  4: rule(3),
};

const plan = (targetMiB: number, wish: Partial<LayoutWish> = {}, its = rules, sectorBytes = 512) =>
  planLayout(
    source(),
    { sectors: (targetMiB * MiB) / sectorBytes, sectorBytes },
    { ...fillWish, ...wish },
    its,
  );
const code = (result: ReturnType<typeof plan>) => (result.ok ? 'ok' : result.fault.code);
const changes = (layout: Layout) =>
  layout.partitions.map((partition) => `${partition.name} ${partition.change}`);

describe('a layout by hand', () => {
  it('says who grows the file system: an NTFS keeps its old size until the device makes it larger', () => {
    const layout = unsafeValue(plan(2 * driveMiB));
    expect(changes(layout)).toEqual(['EFI stays', 'reserved stays', 'system grows', 'recovery moves']);
    expect(layout.partitions[2]!.grownBy).toBe('device');
    expect(layout.partitions[3]!.grownBy).toBeNull();
  });

  it('gives a partition the size that was typed, and the rest stays unpartitioned behind it', () => {
    const layout = unsafeValue(plan(2 * driveMiB, { sizesMiB: { 3: 120 * 1024 } }));
    expect(placedBytes(layout, layout.partitions[2]!)).toBe(120 * 1024 * MiB);
    expect(layout.partitions[3]!.to.firstSector).toBe(layout.partitions[2]!.to.lastSector + 1);
    expect(layout.spareBytes).toBeGreaterThan(80 * 1024 * MiB);
  });

  it('refuses a size that the file system does not allow, with the number that it does', () => {
    expect(plan(2 * driveMiB, { sizesMiB: { 3: 59 * 1024 } })).toMatchObject({
      ok: false,
      fault: { code: 'part-too-small', sentence: expect.stringContaining('64.4 GB') },
    });
    expect(code(plan(2 * driveMiB, { sizesMiB: { 1: 300 } }))).toBe('part-too-large');
  });

  it('leaves behind what may be left, and nothing else', () => {
    const layout = unsafeValue(plan(2 * driveMiB, { dropped: [2, 4] }));
    expect(changes(layout)).toEqual(['EFI stays', 'system grows']);
    expect(layout.dropped.map(({ name }) => name)).toEqual(['reserved', 'recovery']);
    expect(code(plan(2 * driveMiB, { dropped: [1] }))).toBe('part-needed');
  });

  it('makes room for a second system behind the first; both share the one EFI partition', () => {
    const layout = unsafeValue(plan(2 * driveMiB, { secondSystemMiB: 50 * 1024 }));
    expect(changes(layout)).toEqual([
      'EFI stays',
      'reserved stays',
      'system grows',
      'second system new',
      'recovery moves',
    ]);
    expect(
      layout.partitions.filter((partition) => partition.typeGuid === partitionTypeCodes.efiSystem),
    ).toHaveLength(1);
    const added = layout.partitions[3]!;
    expect(placedBytes(layout, added)).toBe(50 * 1024 * MiB);
    expect(added.number).toBe(5);
    expect(new Set([guid(9), ...layout.partitions.map((partition) => partition.partGuid)]).size).toBe(6);
  });

  it('goes to a smaller drive as far as the file systems themselves are smaller, and says what they need first', () => {
    const layout = unsafeValue(plan(70 * 1024));
    expect(changes(layout)).toEqual(['EFI stays', 'reserved stays', 'system shrinks', 'recovery moves']);
    expect(plan(40 * 1024)).toMatchObject({
      ok: false,
      fault: {
        code: 'target-smaller',
        remedy: expect.stringMatching(/“system” uses only 21\.5 GB: make its NTFS smaller/u),
      },
    });
    expect(plan(15 * 1024)).toMatchObject({
      fault: { remedy: expect.stringMatching(/^Choose a drive with/u) },
    });
  });

  it('keeps every partition where it is on a drive of the same size', () => {
    const tight: PartitionRules = { ...rules, 3: { ...rules[3]!, leastBytes: sizesMiB[2]! * MiB } };
    expect(changes(unsafeValue(plan(driveMiB, {}, tight)))).toEqual([
      'EFI stays',
      'reserved stays',
      'system stays',
      'recovery stays',
    ]);
  });

  it('goes to 4096-byte sectors only with file systems that can live there, and names the others', () => {
    expect(plan(2 * driveMiB, {}, rules, 4096)).toMatchObject({
      ok: false,
      fault: { code: 'sector-size', sentence: expect.stringContaining('“EFI” (FAT32)') },
    });
    const ext: PartitionRules = Object.fromEntries(
      [1, 2, 3, 4].map((n) => [
        n,
        { ...rules[n]!, holds: 'ext4', sectorFit: { rule: 'at most', bytes: 4096 } },
      ]),
    );
    const layout = unsafeValue(plan(2 * driveMiB, {}, ext, 4096));
    expect(layout.partitions[0]!.to).toEqual({ firstSector: 256, lastSector: 256 + 260 * 256 - 1 });
    expect(checkPartitions(targetTable(layout))).toEqual([]);
    const small = { ...ext, 3: { ...ext[3]!, sectorFit: { rule: 'at most', bytes: 1024 } as const } };
    expect(code(plan(2 * driveMiB, {}, small, 4096))).toBe('sector-size');
  });

  it('never passes what the tables reach by rounding up to a mebibyte', () => {
    const limit = 150 * 1024 * MiB + 1000;
    const exact: PartitionRules = { ...rules, 3: { ...rules[3]!, mostBytes: limit, grownBy: 'rewrite' } };
    expect(code(plan(2 * driveMiB, { sizesMiB: { 3: 150 * 1024 } }, exact))).toBe('ok');
    expect(code(plan(2 * driveMiB, { sizesMiB: { 3: 150 * 1024 + 1 } }, exact))).toBe('part-too-large');
    const target = { sectors: 2 * driveMiB * perMiB, sectorBytes: 512 };
    const layout = unsafeValue(plan(2 * driveMiB, {}, exact));
    expect(partitionBounds(source(), target, fillWish, exact, layout)[3]!.mostMiB).toBe(150 * 1024);
  });

  it('is not made from a table that leads past its own drive', () => {
    const cut = { ...source(), driveSectors: 1000 * perMiB, lastUsable: 1000 * perMiB - 34 };
    const target = { sectors: 2 * driveMiB * perMiB, sectorBytes: 512 };
    expect(planLayout(cut, target, fillWish, rules)).toMatchObject({
      ok: false,
      fault: { code: 'source-broken' },
    });
  });

  it('keeps a partition that must stay, and stops growing before it', () => {
    const fixed: PartitionRules = { ...rules, 4: { ...rules[4]!, mayMove: false } };
    const layout = unsafeValue(plan(2 * driveMiB, {}, fixed));
    expect(changes(layout)).toEqual(['EFI stays', 'reserved stays', 'system stays', 'recovery stays']);
    expect(code(plan(2 * driveMiB, { sizesMiB: { 3: 110 * 1024 } }, fixed))).toBe('must-stay');
  });

  it('is, with any wish inside the bounds that dragging keeps to, in order, on its lines and inside the drive', () => {
    const target = { sectors: 3 * driveMiB * perMiB, sectorBytes: 512 };
    fc.assert(
      fc.property(
        fc.subarray([2, 4]),
        fc.option(fc.integer({ min: 1, max: 60 * 1024 })),
        fc.integer({ min: 0, max: 20 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (dropped, secondSystemMiB, holdBackPercent, share) => {
          const wish = { ...fillWish, dropped, secondSystemMiB, holdBackPercent };
          const first = unsafeValue(planLayout(source(), target, wish, rules));
          const bounds = partitionBounds(source(), target, wish, rules, first)[3]!;
          const size = Math.round(bounds.leastMiB + share * (bounds.mostMiB - bounds.leastMiB));
          const layout = unsafeValue(planLayout(source(), target, { ...wish, sizesMiB: { 3: size } }, rules));
          const system = layout.partitions.find((partition) => partition.number === 3)!;
          expect(placedBytes(layout, system)).toBe(size * MiB);
          expect(checkPartitions(targetTable(layout))).toEqual([]);
          expect(layout.partitions.every((partition) => partition.to.firstSector % perMiB === 0)).toBe(true);
          const end = layout.partitions.at(-1)!.to.lastSector;
          expect(end).toBeLessThan(target.sectors * (1 - holdBackPercent / 100));
        },
      ),
    );
  });
});

it('a drive with an extended partition goes to one as large, never to a smaller one', () => {
  const gpt = source();
  const record = { type: 7, isActive: false, linkSector: null };
  const old: PartitionTable = {
    ...gpt,
    kind: 'record',
    partitions: gpt.partitions.map((partition, i) => ({
      ...partition,
      record: { ...record, linkSector: i < 2 ? null : 100 },
    })),
  };
  const fixed: PartitionRules = Object.fromEntries(
    Object.entries(rules).map(([number, one]) => [number, { ...one, mayMove: false, mayDrop: false }]),
  );
  const plan = (sectors: number) => planLayout(old, { sectors, sectorBytes: 512 }, fillWish, fixed);
  expect(plan(old.driveSectors)).toMatchObject({ ok: true });
  expect(plan(old.driveSectors - 1)).toMatchObject({ ok: false, fault: { code: 'extended-cut-off' } });
});
