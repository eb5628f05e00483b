import { writeFileSync } from 'node:fs';
import { crc32 } from 'node:zlib';
import { readContent, readDrive, rulesOf } from '@/core/disk';
import { ImageFile } from '@/copier';
import { tool, workFolder } from './tools';

/** Volumes of managers, members of arrays and the rest, written by hand from their descriptions; Debian's blkid is the oracle. */
const work = workFolder('named');
afterAll(() => work.clear());

const size = 16 * 2 ** 20;
const le = (value: number, bytes = 4) => {
  const data = Buffer.alloc(bytes);
  data.writeUIntLE(value, 0, Math.min(6, bytes));
  return data;
};
const text = (value: string) => Buffer.from(value, 'latin1');
type Piece = [number, Buffer];

/** A label of an array, version 1.x, at this byte (Linux kernel, include/uapi/linux/raid/md_p.h). */
function arrayLabel(at: number): Piece[] {
  const label = Buffer.alloc(256);
  le(0xa92b4efc).copy(label, 0);
  le(1).copy(label, 4);
  text('berth').copy(label, 32);
  le(1000, 8).copy(label, 80);
  le(2048, 8).copy(label, 128);
  le(20000, 8).copy(label, 136);
  le(at / 512, 8).copy(label, 144);
  let sum = 0;
  for (let i = 0; i < 256; i += 4) sum += label.readUInt32LE(i);
  le((sum % 2 ** 32) + Math.floor(sum / 2 ** 32)).copy(label, 216);
  return [[at, label]];
}

/** The label of a physical volume (LVM2, lib/label/label.h); its sum has no inversions. */
function volumeLabel(): Piece[] {
  const label = Buffer.alloc(512);
  text('LABELONE').copy(label, 0);
  le(1, 8).copy(label, 8);
  le(32).copy(label, 20);
  text('LVM2 001').copy(label, 24);
  text('A'.repeat(32)).copy(label, 32);
  le(~crc32(label.subarray(20), ~0xf597a6cf >>> 0) >>> 0).copy(label, 16);
  return [[512, label]];
}

const olderLabel: Piece[] = [[size - 65536, Buffer.concat([le(0xa92b4efc), le(0), le(90)])]];

const cases: [string, string, Piece[]][] = [
  ['RAID member', 'linux_raid_member', arrayLabel(4096)],
  ['RAID member', 'linux_raid_member', arrayLabel(0)],
  ['RAID member', 'linux_raid_member', arrayLabel(size - 8192)],
  ['RAID member', 'linux_raid_member', olderLabel],
  ['firmware RAID member', 'isw_raid_member', [[size - 1024, text('Intel Raid ISM Cfg Sig. 1.0.00')]]],
  ['LVM physical volume', 'LVM2_member', volumeLabel()],
  [
    'APFS',
    'apfs',
    [
      [24, le(0x80000001)],
      [32, text('NXSB')],
      [36, le(4096)],
    ],
  ],
  ['ReFS', 'ReFS', [[3, text('ReFS\0\0\0\0')]]],
  [
    'HFS',
    'hfs',
    [
      [0x400, text('BD')],
      [0x414, Buffer.from([0, 0, 0x10, 0])],
    ],
  ],
  ['UFS', 'ufs', [[0x255c, le(0x00011954)]]],
  ['UFS', 'ufs', [[0x1055c, le(0x19540119)]]],
  [
    'squashfs',
    'squashfs',
    [
      [0, text('hsqs')],
      [28, le(4, 2)],
    ],
  ],
  [
    'EROFS',
    'erofs',
    [
      [0x400, le(0xe0f5e1e2)],
      [0x40c, Buffer.from([12])],
    ],
  ],
  [
    'cramfs',
    'cramfs',
    [
      [0, le(0x28cd3d45)],
      [4, le(4096)],
      [16, text('Compressed ROMFS')],
    ],
  ],
  [
    'ISO 9660',
    'iso9660',
    [
      [0x8000, text('\x01CD001\x01')],
      [0x8800, text('\xffCD001\x01')],
    ],
  ],
  [
    'hash tree of dm-verity',
    'DM_verity_hash',
    [
      [0, text('verity\0\0')],
      [8, le(1)],
    ],
  ],
  ['dm-integrity volume', 'DM_integrity', [[0, text('integrt\0\x01')]]],
  ['VDO volume', 'vdo', [[0, text('dmvdo001')]]],
];

function image(pieces: Piece[]): string {
  const bytes = Buffer.alloc(size);
  for (const [at, piece] of pieces) piece.copy(bytes, at);
  const path = work.path('one.img');
  writeFileSync(path, bytes);
  return path;
}

it.each(cases)('%s is told by its mark, as blkid tells %s', async (name, kind, pieces) => {
  const path = image(pieces);
  expect(tool('blkid', '-p', '-o', 'value', '-s', 'TYPE', path).trim()).toBe(kind);
  const file = await ImageFile.open(path, 'read');
  try {
    expect(await readContent(file)).toMatchObject({ kind: 'unread', name, isDamaged: false });
    // Over a whole drive it is one part, carried whole, that neither moves nor grows.
    const reading = await readDrive(file, 512);
    expect(reading.table).toMatchObject({ kind: 'none', partitions: [{ number: 1 }] });
    expect(rulesOf(reading)[1]).toMatchObject({ holds: name, grownBy: null, mayMove: false });
  } finally {
    await file.close();
  }
});

it('a mirrored file system with its label at the end is a member, and is never grown by itself', async () => {
  const path = image([]);
  tool('mke2fs', '-q', '-F', '-t', 'ext4', path, '8M');
  const file = await ImageFile.open(path, 'read');
  expect(await readContent(file)).toMatchObject({ kind: 'file-system' });
  await file.close();
  const bytes = Buffer.alloc(256);
  arrayLabel(size - 8192)[0]![1].copy(bytes);
  const { openSync, writeSync, closeSync } = await import('node:fs');
  const handle = openSync(path, 'r+');
  writeSync(handle, bytes, 0, 256, size - 8192);
  closeSync(handle);
  const again = await ImageFile.open(path, 'read');
  expect(await readContent(again)).toMatchObject({ kind: 'unread', name: 'RAID member' });
  await again.close();
});
