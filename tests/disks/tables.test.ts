import { writeFileSync } from 'node:fs';
import { type DriveReading, readDrive } from '@/core/disk';
import { blank, tool, toolWithInput, withImage, workFolder } from './tools';

const work = workFolder('tables');
afterAll(() => work.clear());

const MiB = 2 ** 20;
const read = (path: string): Promise<DriveReading> => withImage(path, (reader) => readDrive(reader));

/** What sfdisk says of an image, as far as a part has it. */
function listed(path: string) {
  const dump = JSON.parse(tool('sfdisk', '--json', path)) as {
    partitiontable: {
      id: string;
      partitions: { start: number; size: number; uuid?: string; name?: string }[];
    };
  };
  return dump.partitiontable;
}

describe('tables, against sfdisk', () => {
  it('with headers and sectors of 512 bytes', async () => {
    const image = blank(work.path('gpt512.img'), 512 * MiB);
    const script = `label: gpt
      size=64MiB, type=C12A7328-F81F-11D2-BA4B-00A0C93EC93B, name="start"
      size=200MiB, type=EBD0A0A2-B9E5-4433-87C0-68B6B72699C7, name="Spiele"
      type=0FC63DAF-8483-4772-8E79-3D69D8477DE4`;
    toolWithInput(script, 'sfdisk', '-q', image);
    const reading = await read(image);
    const said = listed(image);
    expect(reading.faults).toEqual([]);
    expect(reading.table).toMatchObject({ kind: 'gpt', sectorBytes: 512, diskGuid: said.id });
    expect(
      reading.table!.partitions.map((part) => [
        part.firstSector,
        part.lastSector - part.firstSector + 1,
        part.partGuid,
      ]),
    ).toEqual(said.partitions.map((part) => [part.start, part.size, part.uuid]));
    expect(reading.table!.partitions.map((part) => part.name)).toEqual(['start', 'Spiele', '']);
  });

  it('with headers and sectors of 4096 bytes, told without being said', async () => {
    const image = blank(work.path('gpt4096.img'), 512 * MiB);
    toolWithInput('g\nn\n1\n\n+64M\nn\n2\n\n+200M\nn\n3\n\n\nw\n', 'fdisk', '-b', '4096', image);
    const reading = await read(image);
    const said = tool('fdisk', '-b', '4096', '-l', '-o', 'Start,End,UUID', image);
    expect(reading.faults).toEqual([]);
    expect(reading.table).toMatchObject({ kind: 'gpt', sectorBytes: 4096 });
    const rows = reading.table!.partitions.map((part) => [part.firstSector, part.lastSector, part.partGuid]);
    expect(rows).toHaveLength(3);
    for (const row of rows) expect(said.replace(/ +/gu, ' ')).toContain(row.join(' '));
  });

  it('of the older kind, with an extended part', async () => {
    const image = blank(work.path('record.img'), 400 * MiB);
    const script = `label: dos
      size=50MiB, type=c, bootable
      size=60MiB, type=83
      type=5
      size=70MiB, type=83
      size=80MiB, type=7
      size=20MiB, type=82`;
    toolWithInput(script, 'sfdisk', '-q', image);
    const reading = await read(image);
    const said = listed(image);
    expect(reading.faults).toEqual([]);
    expect(reading.table).toMatchObject({ kind: 'record', diskGuid: said.id.replace('0x', '') });
    // sfdisk lists the extended part as well, which holds the others and nothing of its own.
    const real = said.partitions.filter((_, i) => i !== 2);
    expect(
      reading.table!.partitions.map((part) => [part.firstSector, part.lastSector - part.firstSector + 1]),
    ).toEqual(real.map((part) => [part.start, part.size]));
    expect(reading.table!.partitions.map((part) => part.number)).toEqual([1, 2, 5, 6, 7]);
    expect(reading.table!.partitions[0]!.record).toMatchObject({ type: 0x0c, isActive: true });
  });

  it('none at all: a file system over the whole card', async () => {
    const image = blank(work.path('card.img'), 64 * MiB);
    tool('mkfs.fat', '-F', '16', '-n', 'CARD', image);
    const reading = await read(image);
    expect(reading.table).toMatchObject({ kind: 'none', partitions: [{ number: 1, firstSector: 0 }] });
    expect(reading.contents[1]).toMatchObject({ fileSystem: { kind: 'FAT16', label: 'CARD' } });
  });
});

describe('file systems that are only told by their mark, as their makers write them', () => {
  const content = async (path: string) => (await read(path)).contents[1];

  it.each([
    ['btrfs', 'mkfs.btrfs', ['-q', '-L', 'anchor'], 256],
    ['F2FS', 'mkfs.f2fs', ['-q', '-l', 'anchor'], 128],
    ['XFS', 'mkfs.xfs', ['-q', '-L', 'anchor'], 320],
  ] as const)('%s', async (kind, command, options, size) => {
    const image = blank(work.path(`${kind}.img`), size * MiB);
    tool(command, ...options, image);
    const found = await content(image);
    expect(found).toMatchObject({
      kind: 'file-system',
      fileSystem: { kind, label: 'anchor', usage: { known: false }, identity: expect.stringMatching(/-/u) },
    });
    const { bytes } = (found as { fileSystem: { bytes: number } }).fileSystem;
    expect(bytes).toBeGreaterThan(size * MiB * 0.9);
    expect(bytes).toBeLessThanOrEqual(size * MiB);
  });

  it('sealed by LUKS', async () => {
    const image = blank(work.path('luks.img'), 64 * MiB);
    writeFileSync(work.path('key'), 'only for this test');
    tool(
      'cryptsetup',
      '-q',
      'luksFormat',
      '--pbkdf',
      'pbkdf2',
      '--pbkdf-force-iterations',
      '1000',
      image,
      work.path('key'),
    );
    expect(await content(image)).toEqual({ kind: 'sealed', by: 'LUKS' });
  });
});
