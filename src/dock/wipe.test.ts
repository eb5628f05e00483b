import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { DriveImage, wipeDrive, wipeSoFar } from '.';

const mebibyte = 2 ** 20;
const bytes = 40 * mebibyte;
let folder: string;

beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'jicara-wipe-'));
});
afterEach(async () => {
  await rm(folder, { recursive: true, force: true });
});

/** A drive with something at these places, of a mebibyte each. */
async function filled(places: readonly number[]) {
  const drive = await DriveImage.create(folder, bytes);
  for (const place of places)
    await drive.write(place, new Uint8Array(Math.min(mebibyte, bytes - place)).fill(0xa7));
  await drive.sync();
  await drive.close();
}
const never = () => false;

/** What an independent look finds: where the image file itself is not zero. */
async function firstByte(): Promise<number | null> {
  const file = await readFile(join(folder, 'image.img'));
  return file.equals(Buffer.alloc(file.length)) ? null : file.findIndex((byte) => byte !== 0);
}

it('leaves nothing, whatever stood where, and counts what it overwrote', async () => {
  await filled([0, 5 * mebibyte, 33 * mebibyte + 17, bytes - 512]);
  expect(await firstByte()).toBe(0);
  const shares: number[] = [];
  const done = await wipeDrive(folder, ({ share }) => shares.push(share), never);
  expect(done).toEqual({ ok: true, value: { bytes: expect.any(Number) } });
  expect(done.ok && done.value !== 'stopped' ? done.value.bytes % 512 : 1).toBe(0);
  expect(await firstByte()).toBeNull();
  expect(await wipeSoFar(folder)).toBeNull();
  expect(shares.every((share) => share >= 0 && share <= 1)).toBe(true);
});

it('stopped anywhere, it goes on, and what its journal names is wiped', async () => {
  await fc.assert(
    fc.asyncProperty(fc.integer({ min: 0, max: 22 }), async (steps) => {
      await rm(folder, { recursive: true, force: true });
      folder = await mkdtemp(join(tmpdir(), 'jicara-wipe-'));
      await filled([0, 10 * mebibyte, 36 * mebibyte]);
      let left = steps;
      const first = await wipeDrive(
        folder,
        () => {},
        () => (left -= 1) < 0,
      );
      const soFar = await wipeSoFar(folder);
      if (first.ok && first.value === 'stopped') {
        expect(soFar).not.toBeNull();
        const file = await readFile(join(folder, 'image.img'));
        const wiped = file.subarray(0, soFar?.to ?? 0);
        expect(wiped.equals(Buffer.alloc(wiped.length))).toBe(true);
      }
      expect((await wipeDrive(folder, () => {}, never)).ok).toBe(true);
      expect(await firstByte()).toBeNull();
    }),
    { numRuns: 8 },
  );
});

it('a journal that does not read claims nothing: it begins anew', async () => {
  await filled([0]);
  await writeFile(join(folder, 'wipe.json'), '{"schema":"jicara.wipe/1","to":');
  expect(await wipeSoFar(folder)).toEqual({ to: 0, bytes: 0 });
  expect(await wipeDrive(folder, () => {}, never)).toMatchObject({ ok: true });
  expect(await firstByte()).toBeNull();
});

it('what still holds something when it is read back is written over again, from the beginning', async () => {
  await filled([0, 10 * mebibyte]);
  // A drive that keeps what it was told to overwrite, once.
  const write = jest.spyOn(DriveImage.prototype, 'write').mockImplementation(async () => {});
  expect(await wipeDrive(folder, () => {}, never)).toMatchObject({ ok: false, fault: { code: 'not-zero' } });
  write.mockRestore();
  expect(await wipeSoFar(folder)).toBeNull();
  expect(await wipeDrive(folder, () => {}, never)).toMatchObject({ ok: true });
  expect(await firstByte()).toBeNull();
});
