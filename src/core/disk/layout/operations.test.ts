import {
  type CopyPlan,
  type Operation,
  type PartitionRule,
  forecastOperations,
  operationsOf,
  totalSeconds,
} from '..';
import { MiB, layoutOf, placed } from './hand-table.test.data';

/** A copy with one of everything: a partition that moves, one without a name that grows, one that is new, one that nobody reads. */
const layout = layoutOf(
  [
    placed(1, 'EFI', 'moves', [1, 10], [2, 10]),
    placed(2, '', 'grows', [11, 40], [12, 90], 'rewrite'),
    placed(3, 'second system', 'new', [null, 0], [102, 20]),
    placed(4, 'home', 'moves and grows', [51, 20], [122, 40], 'device'),
    placed(5, 'empty', 'stays', [71, 5], [162, 5]),
  ],
  { dropped: [{ number: 6, name: '', bytes: 5 * MiB, firstSector: 76 * 2048 }] },
);
const span = (partition: number, bytes: number) => ({ source: 0, target: 0, bytes, part: partition });
const write = (what: string, offset = 999) => ({ what, offset, bytes: new Uint8Array(1) });
const plan: CopyPlan = {
  left: [],
  spans: [span(0, 4096), span(1, 4 * MiB), span(1, 6 * MiB), span(2, 30 * MiB), span(4, 20 * MiB)],
  rewrites: [
    write('EFI: boot sector'),
    write('EFI: mirror'),
    write('partition 2: boot sector'),
    write('table'),
  ],
  bytes: 60 * MiB + 4096,
};
const timed = (bytes: number) => ({ least: bytes / 220, middle: bytes / 200, most: bytes / 120 });
const one = { least: 120, middle: 200, most: 220 };
const rate = { there: one, back: one };
const lines = (list: Operation[]) => list.map(({ kind, what, bytes }) => `${kind} ${bytes}: ${what}`);

it('lists what a copy does in its order, with bytes and times', () => {
  const list = operationsOf(layout, plan, rate);
  expect(lines(list)).toEqual([
    'copy 4096: Copy the drive’s beginning, with its programs and records',
    `copy ${10 * MiB}: Copy “EFI”, all of it`,
    `copy ${30 * MiB}: Copy “partition 2”, its used blocks`,
    `copy ${20 * MiB}: Copy “home”, its used blocks`,
    `read-back ${60 * MiB + 4096}: Read everything back and compare`,
    'rewrite 0: Rewrite in “EFI” what names its place and size: boot sector, mirror',
    'rewrite 0: Rewrite in “partition 2” what names its place and size: boot sector',
    'clear 0: Clear the start of “second system”, for its installer',
    'table 0: Write the partition table: its mirror at the true end first, sector 0 last',
    'leave 0: Leave “partition 6” behind: it stays on the old drive alone',
    'device 0: “home” keeps the size of its file system until the device grows it at first start; Prove asks for the reading',
  ]);
  expect(list.map(({ seconds }) => seconds)).toEqual([
    timed(4096),
    timed(10 * MiB),
    timed(30 * MiB),
    timed(20 * MiB),
    timed(60 * MiB + 4096),
    ...Array.from({ length: 6 }, () => null),
  ]);
  const total = timed(2 * (60 * MiB + 4096));
  expect(totalSeconds(list)).toEqual({
    least: expect.closeTo(total.least, 6),
    middle: expect.closeTo(total.middle, 6),
    most: expect.closeTo(total.most, 6),
  });
});

it('knows no time without a rate', () => {
  const list = operationsOf(layout, plan, null);
  expect(list.every(({ seconds }) => seconds === null)).toBe(true);
  expect(totalSeconds(list)).toBeNull();
});

it('writes the last size into sector 0 of an older record, and nothing where nothing grew', () => {
  const record = layoutOf([placed(1, 'all', 'grows', [1, 50], [1, 90], 'device')], { kind: 'record' });
  const tables = (rewrites: CopyPlan['rewrites']) =>
    operationsOf(record, { spans: [], rewrites, bytes: 0, left: [] }, null)
      .filter(({ kind }) => kind === 'table')
      .map(({ what }) => what);
  expect(tables([write('record in sector 0', 0)])).toEqual([
    'Write the size of the last partition into sector 0',
  ]);
  expect(tables([write('elsewhere', 512)])).toEqual([]);
  const none = layoutOf([placed(1, 'all', 'stays', [0, 50], [0, 50])], { kind: 'none' });
  expect(
    lines(operationsOf(none, { spans: [], rewrites: [write('x', 0)], bytes: 0, left: [] }, null)),
  ).toEqual(['read-back 0: Read everything back and compare']);
});

describe('before the copy is planned in bytes', () => {
  const rule = (holds: string): PartitionRule => ({
    holds,
    leastBytes: 0,
    usedBytes: null,
    mostBytes: 0,
    grownBy: null,
    mayMove: true,
    mayDrop: false,
    sectorFit: null,
  });
  const rules = { 1: rule('FAT32'), 2: rule('exFAT'), 4: rule('ext4'), 5: rule('NTFS') };

  it('says what is stated to be in use, and that the rest is as much as is found', () => {
    expect(
      lines(forecastOperations(layout, rules, { 1: 10 * MiB, 2: 30 * MiB, 4: null, 5: 0 }, rate)),
    ).toEqual([
      `copy ${10 * MiB}: Copy “EFI”, all of it`,
      `copy ${30 * MiB}: Copy “partition 2”, its used blocks`,
      'copy 0: Copy “home”, as much as is found in use',
      'read-back 0: Read everything back and compare',
      'rewrite 0: Rewrite in “EFI” what names its place and size, once it is read',
      'rewrite 0: Rewrite in “partition 2” what names its place and size, once it is read',
      'clear 0: Clear the start of “second system”, for its installer',
      'table 0: Write the partition table: its mirror at the true end first, sector 0 last',
      'leave 0: Leave “partition 6” behind: it stays on the old drive alone',
      'device 0: “home” keeps the size of its file system until the device grows it at first start; Prove asks for the reading',
    ]);
  });

  it('adds up what is read back where every partition is known, and rewrites only in what names its own start', () => {
    const known = forecastOperations(layout, rules, { 1: 1, 2: 2, 4: 4, 5: 8 }, null);
    expect(known.find(({ kind }) => kind === 'read-back')).toMatchObject({ bytes: 15 });
    const moved = layoutOf([
      placed(1, 'ext', 'moves', [1, 5], [2, 5]),
      placed(2, 'ntfs', 'moves', [6, 5], [7, 5]),
      placed(3, 'unread', 'moves', [11, 5], [12, 5]),
      placed(4, 'grown by the device', 'grows', [16, 5], [17, 9], 'device'),
    ]);
    const rewrites = forecastOperations(moved, { 1: rule('ext4'), 2: rule('NTFS') }, {}, null).filter(
      ({ kind }) => kind === 'rewrite',
    );
    expect(lines(rewrites)).toEqual([
      'rewrite 0: Rewrite in “ntfs” what names its place and size, once it is read',
    ]);
  });

  it('writes sector 0 of an older record only where a partition changes', () => {
    const tables = (change: 'stays' | 'grows') =>
      forecastOperations(
        layoutOf([placed(1, 'all', change, [1, 5], [1, 5])], { kind: 'record' }),
        {},
        {},
        null,
      ).filter(({ kind }) => kind === 'table').length;
    expect([tables('stays'), tables('grows')]).toEqual([0, 1]);
  });
});
