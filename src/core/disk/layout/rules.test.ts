import {
  type DriveReading,
  type PartitionRule,
  type PartitionTable,
  growsAtAll,
  partitionTypeCodes,
  rulesOf,
} from '..';
import type { AnyFileSystem } from '../file-system/read-content';
import { MiB, tableOf } from './hand-table.test.data';
import { growingPartition } from './rules';

const ext = (more: object = {}) =>
  ({
    kind: 'file-system',
    fileSystem: {
      kind: 'ext4',
      bytes: 30 * MiB,
      usedBytes: 7 * MiB,
      growth: { by: 'device' },
      sectorFit: { rule: 'at most', bytes: 4096 },
      ...more,
    } as AnyFileSystem,
  }) as const;
const unlimited = Number.MAX_SAFE_INTEGER;

const read = (table: PartitionTable, contents: DriveReading['contents']) => rulesOf({ table, contents });
const gpt = tableOf(
  [
    { MiB: 10, type: 'efiSystem' },
    { MiB: 40, type: 'basicData' },
    { MiB: 20, type: 'recovery' },
    { MiB: 5, type: 'swap' },
    { MiB: 3, type: 'reserved' },
  ],
  100,
);

it('a partition that grows and one that never does, as the file systems in them say', () => {
  const rules = read(gpt, { 1: ext(), 2: ext(), 3: ext() });
  const common = {
    usedBytes: 7 * MiB,
    holds: 'ext4',
    mayMove: true,
    sectorFit: { rule: 'at most', bytes: 4096 },
  };
  expect(rules[1]).toEqual({
    ...common,
    leastBytes: 10 * MiB,
    mostBytes: 10 * MiB,
    grownBy: null,
    mayDrop: false,
  });
  expect(rules[2]).toEqual({
    ...common,
    leastBytes: 30 * MiB,
    mostBytes: unlimited,
    grownBy: 'device',
    mayDrop: false,
  });
  expect(rules[3]).toEqual({
    ...common,
    leastBytes: 20 * MiB,
    mostBytes: 20 * MiB,
    grownBy: null,
    mayDrop: true,
  });
});

it('a rewrite reaches as far as the tables, and never below the partition itself', () => {
  const growth = (limitBytes: number) => ({ growth: { by: 'rewrite', limitBytes } });
  expect(read(gpt, { 2: ext(growth(90 * MiB)) })[2]).toMatchObject({
    mostBytes: 90 * MiB,
    grownBy: 'rewrite',
  });
  expect(read(gpt, { 2: ext(growth(9 * MiB)) })[2]).toMatchObject({
    mostBytes: 40 * MiB,
    grownBy: 'rewrite',
  });
  expect(read(gpt, { 2: ext({ growth: { by: 'nobody', why: 'no' } }) })[2]).toMatchObject({
    mostBytes: 40 * MiB,
    grownBy: null,
  });
});

it('what is sealed or unread keeps its size; only a sealed volume that does not name its own start may move', () => {
  const fixed: PartitionRule = {
    holds: 'unread',
    leastBytes: 40 * MiB,
    usedBytes: null,
    mostBytes: 40 * MiB,
    grownBy: null,
    mayMove: true,
    mayDrop: false,
    sectorFit: null,
  };
  expect(read(gpt, {})[2]).toEqual(fixed);
  expect(read(gpt, { 2: { kind: 'unread', name: null, why: '', isDamaged: false } })[2]).toEqual(fixed);
  expect(read(gpt, { 2: { kind: 'sealed', by: 'LUKS' } })[2]).toEqual({ ...fixed, holds: 'sealed by LUKS' });
  expect(read(gpt, { 2: { kind: 'sealed', by: 'full-volume encryption' } })[2]).toEqual({
    ...fixed,
    holds: 'sealed by full-volume encryption',
    mayMove: false,
  });
  expect([4, 5].map((n) => read(gpt, {})[n]?.mayDrop)).toEqual([true, true]);
  expect(rulesOf({ table: null, contents: {} })).toEqual({});
});

it('partitions of an older record stay where they are; only the last, named in sector 0 itself, may take what comes behind it', () => {
  const record = (linkSector: number | null) =>
    tableOf(
      [
        { MiB: 10, type: 'recovery' },
        { MiB: 20, type: 'basicData' },
        { MiB: 30, type: 'basicData', linkSector },
      ],
      100,
      { kind: 'record' },
    );
  const contents = { 1: ext(), 2: ext(), 3: ext() };
  const grown = (link: number | null) =>
    Object.values(read(record(link), contents)).map(({ grownBy, mayMove, mayDrop }) => [
      grownBy,
      mayMove,
      mayDrop,
    ]);
  const never = [null, false, false];
  expect(grown(null)).toEqual([never, never, ['device', false, false]]);
  expect(grown(4711)).toEqual([never, never, never]);
  expect(read(record(null), { 3: { kind: 'sealed', by: 'LUKS' } })[3]?.mayMove).toBe(false);
  const whole = tableOf([{ MiB: 50, type: 'basicData' }], 60, { kind: 'none' });
  expect(read(whole, { 1: ext() })[1]).toMatchObject({ grownBy: 'device', mayMove: false });
});

it('kinds of partition that never grow', () => {
  const kinds = ['efiSystem', 'recovery', 'reserved', 'swap', 'basicData', 'fileSystemData'] as const;
  expect(kinds.filter((kind) => growsAtAll(partitionTypeCodes[kind]))).toEqual([
    'basicData',
    'fileSystemData',
  ]);
});

it('the largest partition that can grow takes the new space; of two as large the first', () => {
  const { partitions } = tableOf(
    [
      { MiB: 50, type: 'efiSystem' },
      { MiB: 20, type: 'basicData' },
      { MiB: 30, type: 'basicData' },
      { MiB: 30, type: 'basicData' },
      { MiB: 90, type: 'basicData' },
      { MiB: 25, type: 'basicData' },
      { MiB: 99, type: 'basicData' },
    ],
    500,
  );
  const rule = (grownBy: PartitionRule['grownBy']) => ({ grownBy }) as PartitionRule;
  const rules = {
    1: rule('device'),
    2: rule('device'),
    3: rule('rewrite'),
    4: rule('device'),
    5: rule(null),
    6: rule('device'),
  };
  expect(growingPartition(partitions, rules, 512)?.number).toBe(3);
  expect(growingPartition([...partitions].reverse(), rules, 512)?.number).toBe(4);
  expect(growingPartition(partitions, {}, 512)).toBeNull();
  expect(growingPartition([], {}, 512)).toBeNull();
});
