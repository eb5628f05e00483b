import {
  LayoutWish,
  type PartitionRule,
  type PartitionRules,
  type PartitionTable,
  fillWish,
  oldBytes,
  partitionBounds,
  placedBytes,
  planLayout,
  targetTable,
} from '..';
import { unsafeValue } from '../../result';
import { MiB, guid, layoutOf, placed, tableOf } from './hand-table.test.data';
import { newStart, oldStart } from './layout';
import { usableBytes } from './plan-layout';

const rule = (leastMiB: number, more: Partial<PartitionRule> = {}): PartitionRule => ({
  holds: 'ext4',
  leastBytes: leastMiB * MiB,
  usedBytes: null,
  mostBytes: leastMiB * MiB,
  grownBy: null,
  mayMove: true,
  mayDrop: false,
  sectorFit: { rule: 'at most', bytes: 4096 },
  ...more,
});
const grows: Partial<PartitionRule> = { mostBytes: Number.MAX_SAFE_INTEGER, grownBy: 'device' };
const target = (MiBs: number, sectorBytes = 512) => ({ sectors: (MiBs * MiB) / sectorBytes, sectorBytes });
const plan = (
  table: PartitionTable,
  MiBs: number,
  rules: PartitionRules,
  wish: Partial<LayoutWish> = {},
  sectorBytes = 512,
) => planLayout(table, target(MiBs, sectorBytes), { ...fillWish, ...wish }, rules);
const shown = (layout: ReturnType<typeof plan>) =>
  unsafeValue(layout).partitions.map(
    ({ number, to, change }) =>
      `${number} ${to.firstSector / 2048}+${(to.lastSector + 1 - to.firstSector) / 2048} ${change}`,
  );
const code = (result: ReturnType<typeof plan>) => (result.ok ? 'ok' : result.fault.code);

/** EFI 10, data 40, recovery 20 on a drive of 100 MiB. */
const three = tableOf(
  [
    { MiB: 10, type: 'efiSystem' },
    { MiB: 40, type: 'basicData' },
    { MiB: 20, type: 'recovery' },
  ],
  100,
);
const firstTwo = { 1: rule(10), 2: rule(30, grows) };
const rules: PartitionRules = { ...firstTwo, 3: rule(20, { mayDrop: true }) };

describe('where partitions may stand', () => {
  it.each([
    ['gpt', 34 * 512, 199 * MiB, 200 * MiB - 33 * 512],
    ['record', 512, 200 * MiB, 200 * MiB],
    ['none', 0, 200 * MiB, 200 * MiB],
  ] as const)('%s', (kind, start, end, last) => {
    const table = { ...three, kind };
    expect(usableBytes(table, target(200), 0)).toEqual({ start, end, last });
  });

  it('an older record counts its sectors in 32 bits, a drive without a table does not', () => {
    const large = { sectors: 2 ** 33, sectorBytes: 512 };
    expect(usableBytes({ ...three, kind: 'record' }, large, 0).last).toBe(2 ** 32 * 512);
    expect(usableBytes({ ...three, kind: 'none' }, large, 0).last).toBe(2 ** 33 * 512);
  });

  it('what is held back is at the end, rounded up to a sector and down to a mebibyte', () => {
    expect(usableBytes(three, target(200), 10)).toMatchObject({ end: 179 * MiB, last: 200 * MiB - 33 * 512 });
  });
});

describe('a layout to the mebibyte', () => {
  it('the front stays, the growing partition takes the room between, the rest goes to the end', () => {
    expect(shown(plan(three, 200, rules))).toEqual(['1 1+10 stays', '2 11+168 grows', '3 179+20 moves']);
    expect(unsafeValue(plan(three, 200, rules))).toMatchObject({
      kind: 'gpt',
      sourceSectors: 100 * 2048,
      targetSectors: 200 * 2048,
      diskGuid: guid(9),
      dropped: [],
      // A mebibyte before the first partition and one, less the mirror, behind the last: less 34 sectors that nobody may use.
      spareBytes: 2 * MiB - 34 * 512 - 33 * 512,
      growthStoppedBy: null,
    });
  });

  it('partitions are taken in the order in which they stand, whatever their numbers', () => {
    const mixed = {
      ...three,
      partitions: [...three.partitions].reverse(),
    };
    expect(shown(plan(mixed, 200, rules))).toEqual(shown(plan(three, 200, rules)));
  });

  it('what is left behind is named with its bytes and its place', () => {
    const layout = unsafeValue(plan(three, 200, rules, { dropped: [3] }));
    expect(layout.dropped).toEqual([
      { number: 3, name: 'recovery', bytes: 20 * MiB, firstSector: 51 * 2048 },
    ]);
    expect(shown(plan(three, 200, rules, { dropped: [3] }))).toEqual(['1 1+10 stays', '2 11+188 grows']);
  });

  it('a gap before a partition stays as long as nothing before it changed', () => {
    const gap = {
      ...three,
      partitions: three.partitions.map((partition, i) =>
        i === 0 ? { ...partition, lastSector: partition.lastSector - 4 * 2048 } : partition,
      ),
    };
    const own = { ...rules, 1: rule(6) };
    expect(shown(plan(gap, 200, own))).toEqual(['1 1+6 stays', '2 11+168 grows', '3 179+20 moves']);
    const larger = { ...own, 1: rule(6, { mostBytes: 8 * MiB }) };
    expect(shown(plan(gap, 200, larger, { sizesMiB: { 1: 8 } }))).toEqual([
      '1 1+8 grows',
      '2 9+170 moves and grows',
      '3 179+20 moves',
    ]);
  });

  it('without a partition that grows everything stays, and the rest of the drive with it', () => {
    const none = { ...rules, 2: rule(40) };
    expect(shown(plan(three, 200, none))).toEqual(['1 1+10 stays', '2 11+40 stays', '3 51+20 stays']);
    expect(shown(plan(three, 200, none, { secondSystemMiB: 30 }))).toEqual([
      '1 1+10 stays',
      '2 11+40 stays',
      '3 51+20 stays',
      '4 71+30 new',
    ]);
    const big = { ...none, 2: rule(40, { mostBytes: 60 * MiB }) };
    expect(shown(plan(three, 200, big, { sizesMiB: { 2: 60 } }))).toEqual([
      '1 1+10 stays',
      '2 11+60 grows',
      '3 71+20 moves',
    ]);
  });

  it('says who stopped the growing, and by what', () => {
    const short = { ...rules, 2: rule(30, { mostBytes: 100 * MiB, grownBy: 'rewrite' }) };
    expect(unsafeValue(plan(three, 200, short))).toMatchObject({
      growthStoppedBy: 'the tables of “basicData” reach no further',
      spareBytes: 70 * MiB - 67 * 512,
    });
    const just = { ...rules, 2: rule(30, { mostBytes: 168 * MiB, grownBy: 'rewrite' }) };
    expect(unsafeValue(plan(three, 200, just)).growthStoppedBy).toBeNull();
  });

  it('a partition that only changes its size by hand is grown by nobody where it becomes no larger', () => {
    const layout = unsafeValue(plan(three, 200, rules, { sizesMiB: { 2: 40 } }));
    expect(layout.partitions[1]).toMatchObject({ change: 'stays', grownBy: null });
    expect(unsafeValue(plan(three, 200, rules, { sizesMiB: { 2: 35 } })).partitions[1]).toMatchObject({
      change: 'shrinks',
      grownBy: null,
    });
    expect(unsafeValue(plan(three, 200, rules, { sizesMiB: { 2: 41 } })).partitions[1]).toMatchObject({
      change: 'grows',
      grownBy: 'device',
    });
  });

  it('a smaller drive takes exactly what the file systems span, and not a mebibyte less', () => {
    expect(shown(plan(three, 62, rules))).toEqual(['1 1+10 stays', '2 11+30 shrinks', '3 41+20 moves']);
    expect(plan(three, 61, rules)).toMatchObject({
      ok: false,
      fault: {
        code: 'target-smaller',
        sentence: 'The partitions of the old drive need 0.06 GB and the new one has room for 0.06 GB.',
        remedy: 'Choose a drive with 0.06 GB or more.',
      },
    });
  });

  it('what uses little can be shrunk first, to a size that is named; what is full cannot', () => {
    const said = (usedMiB: number | null) => {
      const own = { ...rules, 2: rule(30, { ...grows, usedBytes: usedMiB && usedMiB * MiB }) };
      const result = plan(three, 51, own);
      return result.ok ? 'ok' : result.fault.remedy;
    };
    // 20 MiB are left for it; a twentieth is wanted beyond what is in use.
    expect(said(10)).toBe(
      '“basicData” uses only 0.01 GB: make its ext4 smaller in the device first, to 0.02 GB at most, or choose a larger drive.',
    );
    expect(said(18)).toMatch(/^“basicData” uses only/u);
    expect(said(19.1)).toMatch(/^Choose a drive/u);
    expect(said(null)).toMatch(/^Choose a drive/u);
    expect(plan(three, 51, { ...rules, 2: rule(40) })).toMatchObject({
      fault: { remedy: expect.stringMatching(/^Choose a drive/u) },
    });
  });

  it('holding back too much is told as that, and only where less would do', () => {
    expect(code(plan(three, 62, rules, { holdBackPercent: 2 }))).toBe('hold-back');
    expect(code(plan(three, 60, rules, { holdBackPercent: 1 }))).toBe('target-smaller');
    expect(code(plan(three, 200, rules, { holdBackPercent: 69 }))).toBe('ok');
    expect(code(plan(three, 200, rules, { holdBackPercent: 70 }))).toBe('hold-back');
  });

  it('a partition that must stay is in the way from the front and from the end', () => {
    const last = { ...rules, 3: rule(20, { mayMove: false }) };
    expect(shown(plan(three, 200, last))).toEqual(['1 1+10 stays', '2 11+40 stays', '3 51+20 stays']);
    expect(code(plan(three, 60, last))).toBe('must-stay');
    const first = {
      ...rules,
      1: rule(10, { mostBytes: 15 * MiB }),
      2: rule(30, { ...grows, mayMove: false }),
    };
    expect(code(plan(three, 200, first, { sizesMiB: { 1: 11 } }))).toBe('must-stay');
  });

  it('sizes of nine gigabytes are told to a hundredth, of ten to a tenth', () => {
    const large = tableOf([{ MiB: 9700, type: 'basicData', name: '' }], 9800);
    const said = (MiBs: number, least: number) => {
      const result = plan(large, MiBs, { 1: rule(least) }, { sizesMiB: { 1: 1 } });
      return result.ok ? '' : result.fault.sentence;
    };
    expect(said(9900, 9000)).toBe(
      '“partition 1” cannot be smaller than 9.44 GB: its ext4 spans as much, used or not.',
    );
    expect(said(9900, 9537)).toContain('10.0 GB');
  });

  it('nothing is planned for a partition of which nothing is known', () => {
    expect(code(plan(three, 200, firstTwo))).toBe('no-rule');
    expect(code(plan(three, 200, firstTwo, { dropped: [3] }))).toBe('part-needed');
    expect(plan({ ...three, sectorBytes: 512 }, 400, { 1: rule(10) }, {}, 4096)).toMatchObject({
      fault: { sentence: expect.stringContaining('“basicData” (unread), “recovery” (unread)') },
    });
  });

  it('an older record never changes its sectors, and is told by its kind of table where its partitions could', () => {
    const record = tableOf([{ MiB: 40, type: 'basicData' }], 100, { kind: 'record' });
    expect(plan(record, 200, { 1: rule(40) }, {}, 4096)).toMatchObject({
      fault: { code: 'sector-size', sentence: expect.stringContaining('its kind of table cannot') },
    });
  });

  it('128 partitions fill a table, and a second system beside them is one too many', () => {
    const many = tableOf(
      Array.from({ length: 127 }, (_, i) => ({
        MiB: 1,
        type: i === 0 ? ('efiSystem' as const) : ('basicData' as const),
      })),
      200,
    );
    const each = Object.fromEntries(many.partitions.map(({ number }) => [number, rule(1)]));
    expect(code(plan(many, 300, each, { secondSystemMiB: 5 }))).toBe('ok');
    const full = tableOf(
      Array.from({ length: 128 }, (_, i) => ({
        MiB: 1,
        type: i === 0 ? ('efiSystem' as const) : ('basicData' as const),
      })),
      200,
    );
    const all = Object.fromEntries(full.partitions.map(({ number }) => [number, rule(1)]));
    expect(code(plan(full, 300, all))).toBe('ok');
    expect(code(plan(full, 300, all, { secondSystemMiB: 5 }))).toBe('too-many-parts');
  });
});

describe('a second system', () => {
  it('has its own name, kind and identity, which follow from the drive’s and its number', () => {
    const layout = unsafeValue(plan(three, 200, rules, { secondSystemMiB: 50 }));
    const added = layout.partitions.filter(({ change }) => change === 'new');
    expect(added).toMatchObject([
      {
        number: 4,
        name: 'second system',
        attributes: '0',
        from: null,
        change: 'new',
        grownBy: null,
        // DDDDEEEEFFFF + 4 × 9E3779B97F5, to 48 bits.
        partGuid: `00000009-AAAA-4BBB-8CCC-${((0xddddeeeeffffn + 4n * 0x9e3779b97f5n) % 2n ** 48n)
          .toString(16)
          .toUpperCase()
          .padStart(12, '0')}`,
      },
    ]);
    expect(added.map((one) => placedBytes(layout, one))).toEqual([50 * MiB]);
  });

  it('needs a partition table with an EFI partition', () => {
    const second = { secondSystemMiB: 10 };
    const record = tableOf([{ MiB: 10, type: 'efiSystem' }], 100, { kind: 'record' });
    expect(code(plan(record, 200, { 1: rule(10) }, second))).toBe('not-gpt');
    const without = tableOf([{ MiB: 10, type: 'basicData' }], 100);
    expect(code(plan(without, 200, { 1: rule(10) }, second))).toBe('no-efi-part');
  });
});

describe('how far a border can be dragged', () => {
  const bounds = (MiBs: number, its: PartitionRules, wish: Partial<LayoutWish> = {}) => {
    const full = { ...fillWish, ...wish };
    return partitionBounds(
      three,
      target(MiBs),
      full,
      its,
      unsafeValue(planLayout(three, target(MiBs), full, its)),
    );
  };

  it('down to what its file system spans, up to what the others leave', () => {
    expect(bounds(200, { ...rules, 1: rule(10, { mostBytes: 25 * MiB }) })).toEqual({
      // Its tables reach 25 MiB; the growing partition can give up more than that.
      1: { leastMiB: 10, mostMiB: 25 },
      2: { leastMiB: 30, mostMiB: 168 },
      3: { leastMiB: 20, mostMiB: 20 },
    });
  });

  it('a half mebibyte counts as a whole one for the least, and as none for the most', () => {
    const half = { ...rules, 2: rule(30.5, { ...grows, mostBytes: 90.5 * MiB, grownBy: 'rewrite' }) };
    expect(bounds(200, half)[2]).toEqual({ leastMiB: 31, mostMiB: 90 });
  });

  it('a new partition begins at one mebibyte and ends where the growing one can give up no more', () => {
    expect(bounds(200, rules, { secondSystemMiB: 50 })[4]).toEqual({ leastMiB: 1, mostMiB: 138 });
  });

  it('of a partition without a rule its own size is the least', () => {
    const layout = unsafeValue(plan(three, 200, rules));
    expect(partitionBounds(three, target(200), fillWish, {}, layout)).toEqual({
      1: { leastMiB: 10, mostMiB: 10 },
      2: { leastMiB: 40, mostMiB: 168 },
      3: { leastMiB: 20, mostMiB: 20 },
    });
    const foreign = layoutOf([placed(7, 'gone', 'stays', [1, 5], [1, 5])]);
    expect(partitionBounds(three, target(200), fillWish, {}, foreign)).toEqual({
      7: { leastMiB: 0, mostMiB: 5 },
    });
  });
});

describe('places in bytes', () => {
  const partition = placed(1, 'a', 'moves', [3, 5], [7, 9]);
  const layout = layoutOf([partition], {
    sectorBytes: 4096,
    sourceSectorBytes: 512,
  });

  it('count in the sectors of their own drive', () => {
    expect([oldBytes(layout, partition), placedBytes(layout, partition)]).toEqual([5 * MiB, 9 * 8 * MiB]);
    expect([oldStart(layout, partition), newStart(layout, partition)]).toEqual([3 * MiB, 7 * 8 * MiB]);
    const fresh = placed(2, 'b', 'new', [null, 0], [7, 9]);
    expect([oldBytes(layout, fresh), oldStart(layout, fresh)]).toEqual([0, 0]);
  });

  it('the table of the target says where its partitions may stand', () => {
    const table = (kind: PartitionTable['kind']) => targetTable({ ...layout, sectorBytes: 512, kind });
    expect(table('gpt')).toMatchObject({ firstUsable: 34, lastUsable: 200 * 2048 - 34, sectorBytes: 512 });
    expect(table('record')).toMatchObject({ firstUsable: 1, lastUsable: 200 * 2048 - 1 });
    expect(table('none')).toMatchObject({
      firstUsable: 0,
      lastUsable: 200 * 2048 - 1,
      driveSectors: 200 * 2048,
    });
    expect(table('gpt').partitions).toEqual([
      {
        number: 1,
        name: 'a',
        typeGuid: partition.typeGuid,
        partGuid: guid(1),
        attributes: '0',
        firstSector: 7 * 2048,
        lastSector: 16 * 2048 - 1,
      },
    ]);
  });
});

describe('a wish', () => {
  it('is nothing by hand where nothing is said', () => {
    expect(LayoutWish.parse({ holdBackPercent: 0 })).toEqual(fillWish);
  });

  it.each([
    { holdBackPercent: 50 },
    { dropped: [1, 256] },
    { dropped: Array.from({ length: 128 }, () => 1) },
    { sizesMiB: { 1: 1, 128: 2 ** 33 } },
    { secondSystemMiB: 2 ** 33 },
    { secondSystemMiB: 1 },
  ])('at its limits passes', (wish) => {
    expect(LayoutWish.safeParse({ holdBackPercent: 0, ...wish }).success).toBe(true);
  });

  it.each([
    { holdBackPercent: -1 },
    { holdBackPercent: 50.1 },
    { dropped: [0] },
    { dropped: [257] },
    { dropped: [1.5] },
    { dropped: Array.from({ length: 129 }, () => 1) },
    { sizesMiB: { 1000: 5 } },
    { sizesMiB: { '': 5 } },
    { sizesMiB: { '1a': 5 } },
    { sizesMiB: { a1: 5 } },
    { sizesMiB: { 1: 0 } },
    { sizesMiB: { 1: 2 ** 33 + 1 } },
    { secondSystemMiB: 0 },
    { secondSystemMiB: 2 ** 33 + 1 },
  ])('beyond them is refused: %j', (wish) => {
    expect(LayoutWish.safeParse({ holdBackPercent: 0, ...wish }).success).toBe(false);
  });
});
