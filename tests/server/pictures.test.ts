import { createHash } from 'node:crypto';
import { join } from 'node:path';
import sharp from 'sharp';
import { type DeviceProfile, picturesOf } from '@/core/device';
import type { Result } from '@/core/result';
import {
  addPicture,
  enterProfileFigure,
  findPicture,
  findPictures,
  lookAtProfile,
  putProfile,
  sealed,
} from '@/server';
import { photoNames } from '@/server/backup/write-archive';
import { findProfile } from '@/server/devices';
import { type Workshop, openWorkshop } from './workshop';

let workshop: Workshop;
beforeAll(async () => {
  workshop = await openWorkshop();
});
afterAll(() => workshop.close());

const code = (result: Result<unknown>) => (result.ok ? 'ok' : result.fault.code);

/** A photo of a table with a device on it: green, its upper left quarter red; turned and with a place, as a camera writes it. */
const photo = () =>
  sharp({ create: { width: 800, height: 600, channels: 3, background: '#101010' } })
    .composite([
      {
        input: Buffer.from(
          '<svg width="800" height="600"><path d="M160 120 H640 V480 H160 Z" fill="#00ff00"/><path d="M160 120 H400 V300 H160 Z" fill="#ff0000"/></svg>',
        ),
      },
    ])
    .jpeg({ quality: 95 })
    .withMetadata({ exif: { IFD0: { Make: 'Invented' } } })
    .toBuffer();
const corners = [
  { x: 0.2, y: 0.2 },
  { x: 0.8, y: 0.2 },
  { x: 0.8, y: 0.8 },
  { x: 0.2, y: 0.8 },
];
const face = { acrossMm: 200, downMm: 100, corners };

async function picture(): Promise<string> {
  const added = await addPicture(workshop.runtime, { face }, await photo());
  if (!added.ok) throw new Error(added.fault.sentence);
  return added.value.picture;
}

async function withPicture(): Promise<{ profile: DeviceProfile; sum: string }> {
  const sum = await picture();
  const wren = (await findProfile(workshop.runtime.database, 'braskit-wren'))!;
  const map = wren.map.map((one, i) => (i === 0 ? { ...one, picture: sum } : one));
  return { profile: { ...wren, map }, sum };
}

it('the photo of a face is cut out by its corners, in the shape of the face, and holds nothing but its pixels', async () => {
  const jpeg = (await findPicture(workshop.runtime, await picture()))!;
  const { width, height, exif } = await sharp(jpeg).metadata();
  expect([width, height, exif]).toEqual([480, 240, undefined]);
  const { data } = await sharp(jpeg).raw().toBuffer({ resolveWithObject: true });
  const near = (u: number, v: number) => {
    const at = 3 * (Math.floor(v * 240) * 480 + Math.floor(u * 480));
    return [...data.subarray(at, at + 3)].map((byte) => (byte > 128 ? 1 : 0));
  };
  expect([near(0.03, 0.05), near(0.45, 0.45), near(0.55, 0.45), near(0.97, 0.95)]).toEqual([
    [1, 0, 0],
    [1, 0, 0],
    [0, 1, 0],
    [0, 1, 0],
  ]);
});

it('what is no photo, no face or no corners of one is refused, and nothing is kept', async () => {
  const add = async (form: object, bytes?: Buffer) =>
    code(await addPicture(workshop.runtime, { face: form }, bytes ?? (await photo())));
  expect(await add(face, Buffer.from('%PDF-1.7'))).toBe('photo-kind');
  expect(await add(face, (await photo()).subarray(0, 3000))).toBe('photo-broken');
  expect(await add(face, Buffer.alloc(30 * 1024 * 1024, 0xff))).toBe('photo-large');
  expect(await add({ ...face, acrossMm: 0 })).toBe('form');
  expect(await add({ ...face, corners: 'a,b' })).toBe('form');
  expect(await add({ ...face, corners: [...corners].reverse() })).toBe('corners');
  expect(await findPicture(workshop.runtime, '../../workshop.json')).toBeNull();
  expect(await findPicture(workshop.runtime, 'ab'.repeat(32))).toBeNull();
});

it('an export brings the photos of its map, and another workshop has them from it', async () => {
  const { profile, sum } = await withPicture();
  expect(code(await putProfile(workshop.runtime, profile))).toBe('ok');
  const kept = (await findProfile(workshop.runtime.database, 'braskit-wren'))!;
  const file = JSON.parse(JSON.stringify(sealed(kept, await findPictures(workshop.runtime, [sum])))) as {
    pictures: Record<string, string>;
    checksum: string;
  };
  expect(Object.keys(file.pictures)).toEqual([sum]);
  const other = await openWorkshop();
  expect(await findPicture(other.runtime, sum)).toBeNull();
  expect(code(lookAtProfile(file))).toBe('ok');
  expect(await findPicture(other.runtime, sum)).toBeNull();
  expect(code(await putProfile(other.runtime, file))).toBe('ok');
  expect(await findPicture(other.runtime, sum)).toEqual(await findPicture(workshop.runtime, sum));
  expect((await findProfile(other.runtime.database, 'braskit-wren'))?.map[0]?.picture).toBe(sum);
  await other.close();
});

it('photos in a file that are others than their sums say, that nothing shows, or that say more than pixels, are refused', async () => {
  const { profile, sum } = await withPicture();
  const jpeg = (await findPicture(workshop.runtime, sum))!;
  const put = (pictures: unknown, map = profile.map) =>
    putProfile(workshop.runtime, { ...profile, map, pictures }).then(code);
  const base64 = jpeg.toString('base64');
  expect(await put({ [sum]: base64 })).toBe('ok');
  expect(await put({ [sum]: base64.slice(4) })).toBe('picture');
  expect(await put({ [sum]: 'not base64!' })).toBe('picture');
  expect(await put({ '../x': base64 })).toBe('picture');
  expect(await put([base64])).toBe('picture');
  expect(await put({ [sum]: base64 }, [])).toBe('picture');
  for (const bytes of [await photo(), Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>')]) {
    const [first, ...rest] = profile.map;
    const own = createHash('sha256').update(bytes).digest('hex');
    expect(await put({ [own]: bytes.toString('base64') }, [{ ...first!, picture: own }, ...rest])).toBe(
      'picture',
    );
    expect(await findPicture(workshop.runtime, own)).toBeNull();
  }
});

it('a figure that was read from a photo names it, only where it is kept, and an export brings it along', async () => {
  const { runtime } = workshop;
  const kept = await addPicture(runtime, { face: null }, await photo());
  if (!kept.ok) throw new Error(kept.fault.sentence);
  // Whole, and without what the camera wrote into it.
  const { width, height, exif } = await sharp((await findPicture(runtime, kept.value.picture))!).metadata();
  expect([width, height, exif]).toEqual([800, 600, undefined]);
  const enter = (sum: string) =>
    enterProfileFigure(
      runtime,
      'braskit-osprey',
      {
        way: 'measured',
        placeId: osprey.places[0]!.id,
        figureId: 'form.reachAtMostMm',
        readings: [82.5],
        toolPlusMinus: 0.6,
        tool: 'two marks on a photo beside two on its scale',
        photo: sum,
      },
      { by: 'IM' },
    ).then(code);
  const osprey = (await findProfile(runtime.database, 'braskit-osprey'))!;
  expect(await enter('ab'.repeat(32))).toBe('no-photo');
  expect(await enter('nothing')).toBe('form');
  expect(await enter(kept.value.picture)).toBe('ok');
  const now = (await findProfile(runtime.database, 'braskit-osprey'))!;
  expect(now.places[0]!.form).toMatchObject({
    reachAtMostMm: { value: 82.5, origin: { kind: 'measured', photo: kept.value.picture } },
  });
  expect(picturesOf(now)).toEqual([kept.value.picture]);
});

it('a backup takes them with it, as it does photos of jobs', async () => {
  const { sum } = await withPicture();
  const names = await photoNames(join(workshop.folder, 'photos'));
  expect(names).toContain(`F-${sum}.jpg`);
  expect(names).not.toContain('F-half.jpg.new');
});
