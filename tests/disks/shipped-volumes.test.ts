import { readFileSync, readdirSync } from 'node:fs';
import { mkdir, open, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { readDrive, readPackedVolume, rulesOf } from '@/core/disk';
import { forecastSectors } from '@/core/part';
import { DeviceProfile } from '@/core/device';
import { unsafeValue } from '@/core/result';
import { DriveImage, fillDrive } from '@/dock';
import { blank, readVolume, tool, toolWithInput, workFolder } from './tools';

const volumes = join(__dirname, '../../demo/volumes');
const work = workFolder('shipped');
afterAll(() => work.clear());

const unpack = (name: string) => unsafeValue(readPackedVolume(gunzipSync(readFileSync(join(volumes, name)))));

/** Each checker in its strictest form that changes nothing; one that finds a fault fails the test. */
const check = {
  ext4: (image: string) => tool('e2fsck', '-f', '-n', image),
  NTFS: (image: string) => tool('ntfsfix', '-n', image),
  exFAT: (image: string) => tool('fsck.exfat', '-n', image),
};

const names = readdirSync(volumes).filter((name) => name.endsWith('.vol.gz'));

it('every kind ships, small', () => {
  expect(new Set(names.map((name) => name.split('-')[0]))).toEqual(new Set(['ext4', 'NTFS', 'exFAT']));
  const bytes = names.reduce((sum, name) => sum + readFileSync(join(volumes, name)).length, 0);
  expect(bytes).toBeLessThan(1_000_000);
});

it.each(names)('%s unpacks to a file system in which its checker finds no fault', async (name) => {
  const { header, writes } = unpack(name);
  expect(name).toBe(`${header.kind}-${header.bytes}.vol.gz`);
  const image = blank(work.path(name), header.bytes);
  const file = await open(image, 'r+');
  for (const { offset, bytes } of writes) await file.write(bytes, 0, bytes.length, offset);
  await file.close();
  check[header.kind](image);
  const volume = await readVolume(image);
  expect(volume).toMatchObject({ kind: header.kind, faults: [] });
  const fileBytes = header.files.flatMap(({ extents }) => extents).reduce((sum, [, bytes]) => sum + bytes, 0);
  expect(volume.usedBytes!).toBeGreaterThan(fileBytes);
  if (header.kind === 'ext4') {
    // The file stands where the header says: debugfs counts the same blocks.
    const [first] = header.files;
    const blocks = toolWithInput('', 'debugfs', '-R', `blocks ${first!.path}`, image).trim().split(/\s+/u);
    expect(blocks.length * 4096).toBe(first!.extents.reduce((sum, [, bytes]) => sum + bytes, 0));
    expect(Number(blocks[0]) * 4096).toBe(first!.extents[0]![0]);
  }
  await rm(image);
});

it.each([
  ['braskit-wren', 256, 'ext4', 'device'],
  ['braskit-heron', 256, 'NTFS', 'device'],
  ['vellamar-skein', 1000, 'exFAT', null],
] as const)('an old %s of %i GB on the dock holds %s', async (id, labelGB, kind, grownBy) => {
  const profile = DeviceProfile.parse(
    JSON.parse(readFileSync(join(__dirname, '../../demo/devices', `${id}.json`), 'utf8')),
  );
  const sectors = forecastSectors(labelGB, 512);
  const folder = work.path(id);
  await mkdir(folder);
  const drive = await DriveImage.create(folder, sectors * 512);
  try {
    const wish = {
      parts: profile.deliveredParts,
      sectors,
      sectorBytes: 512,
      statedBytes: null,
      startFile: profile.startFile,
    };
    await fillDrive(drive, { ...wish, seed: 5, demo: join(volumes, '..') });
    const reading = await readDrive(drive, 512);
    expect(reading.faults).toEqual([]);
    const main = profile.deliveredParts.findIndex(({ sizeMiB }) => sizeMiB === 'rest') + 1;
    expect(rulesOf(reading)[main]).toMatchObject({ holds: kind });
    if (grownBy) expect(rulesOf(reading)[main]).toMatchObject({ grownBy });
    expect(reading.usedBytes).toBeGreaterThan(250e6);
  } finally {
    await drive.close();
    await rm(folder, { recursive: true });
  }
});

it.each([
  ['nothing', new Uint8Array()],
  ['no JSON', Buffer.from('{no\n')],
  ['another kind', Buffer.from('{"schema":"x"}\n')],
])('%s is refused', (_, bytes) => {
  expect(readPackedVolume(bytes)).toMatchObject({ ok: false, fault: { code: 'packed-volume' } });
});

it('a packed volume that ends too soon, or lies about its end, is refused', () => {
  const bytes = gunzipSync(
    readFileSync(
      join(
        volumes,
        names.find((name) => name.startsWith('exFAT'))!,
      ),
    ),
  );
  expect(readPackedVolume(bytes.subarray(0, bytes.length - 1))).toMatchObject({ ok: false });
  const text = bytes.subarray(0, bytes.indexOf(10)).toString();
  const small = text.replace(/"bytes":\d+/u, '"bytes":4096');
  expect(
    readPackedVolume(Buffer.concat([Buffer.from(small), bytes.subarray(bytes.indexOf(10))])),
  ).toMatchObject({
    ok: false,
    fault: { sentence: expect.stringMatching(/behind its end/u) },
  });
});
