import { LayoutDocument, MemoryReader, layoutDocument, readTable, tableFiles } from '..';
import { MiB, guid, layoutOf, placed } from './hand-table.test.data';

const partitions = [
  placed(1, 'EFI', 'stays', [1, 10], [1, 10]),
  placed(2, 'home', 'grows', [11, 40], [11, 90], 'device'),
  placed(3, 'second', 'new', [null, 0], [101, 20]),
];
const operation = { kind: 'copy' as const, what: 'Copy it', bytes: 7, seconds: null };

it('a layout goes out with all that is needed to do it by hand, and reads back as it was', () => {
  const out = layoutDocument(layoutOf(partitions, { sectorBytes: 512, sourceSectorBytes: 4096 }), [
    operation,
  ]);
  const shown = ({
    number,
    name,
    typeGuid,
    partGuid,
    from,
    to,
    change,
    grownBy,
  }: (typeof partitions)[number]) => ({
    number,
    name,
    typeGuid,
    partGuid,
    from,
    to,
    change,
    grownBy,
  });
  expect(out).toEqual({
    schema: 'jicara.layout/1',
    table: 'gpt',
    diskGuid: guid(9),
    source: { sectors: 100 * 2048, sectorBytes: 4096 },
    target: { sectors: 200 * 2048, sectorBytes: 512 },
    parts: partitions.map(shown),
    operations: [operation],
  });
  expect(LayoutDocument.parse(JSON.parse(JSON.stringify(out)))).toEqual(out);
});

it.each([
  [
    'a partition without a place',
    { parts: [{ ...partitions[0], from: { firstSector: -1, lastSector: 5 } }] },
  ],
  ['a drive of no size', { target: { sectors: 0, sectorBytes: 512 } }],
  ['a table of no kind', { table: 'floppy' }],
  ['a partition that nobody grows', { parts: [{ ...partitions[1], grownBy: 'magic' }] }],
  ['partition 0', { parts: [{ ...partitions[0], number: 0 }] }],
  ['an operation of no kind', { operations: [{ ...operation, kind: 'dance' }] }],
  ['less than no bytes', { operations: [{ ...operation, bytes: -1 }] }],
])('%s is refused', (_, wrong) => {
  expect(LayoutDocument.safeParse({ ...layoutDocument(layoutOf(partitions), []), ...wrong }).success).toBe(
    false,
  );
});

it('the table as binary files: written to their places they are the table', async () => {
  const layout = layoutOf(partitions);
  const files = tableFiles(layout);
  if (!files) throw new Error('no files');
  const { head, tail, tailOffset } = files;
  const driveBytes = 200 * MiB;
  // The mirror's entries begin 33 sectors before the end (UEFI 5.3: 32 of entries, one of the header).
  expect([head.length, tailOffset, tail.length]).toEqual([MiB, driveBytes - 33 * 512, 33 * 512]);
  const drive = new Uint8Array(driveBytes);
  drive.set(head);
  drive.set(tail, tailOffset);
  const reading = await readTable(new MemoryReader(drive), 512);
  expect(reading.faults).toEqual([]);
  expect(
    reading.table?.partitions.map(({ number, firstSector, lastSector }) => [number, firstSector, lastSector]),
  ).toEqual(partitions.map(({ number, to }) => [number, to.firstSector, to.lastSector]));
});

it('an older table has no files: its sector 0 is the old drive’s', () => {
  expect(tableFiles(layoutOf(partitions, { kind: 'record' }))).toBeNull();
  expect(tableFiles(layoutOf(partitions, { kind: 'none' }))).toBeNull();
});
