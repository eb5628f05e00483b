import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import * as z from 'zod';
import {
  type FaceCorners,
  FaceCornersShape,
  type Pixels,
  checkCorners,
  straightSize,
  straightenRows,
  wholePhoto,
} from '@/core/device';
import { PictureSum } from '@/core/picture-sum';
import { type Result, ok, refuse } from '@/core/result';
import { isMissing, makeFolder, writeDurably } from '@/files';
import { scaleWithOthers } from './photo-scale';
import type { Pictures } from './profile-file';
import type { Runtime } from './runtime';
import { formFault } from './take-in-device';

/** What is said with a photo: whether it is one of a face of a map, how large that is, and where its corners lie on it; or nothing, and it is kept whole. */
const PictureForm = z
  .object({
    face: z
      .object({
        acrossMm: z.coerce.number().positive().max(2000),
        downMm: z.coerce.number().positive().max(2000),
        corners: FaceCornersShape.default(wholePhoto),
      })
      .strict()
      .nullable(),
  })
  .strict();

/** Photos of devices lie with those of jobs, by what they hold: one that two of them show is kept once, and one that is named never changes. */
const fileOf = ({ photoFolder }: Runtime, sum: string) => join(photoFolder, `F-${sum}.jpg`);

const sumOf = (jpeg: Buffer) => createHash('sha256').update(jpeg).digest('hex');

/** Rows that are straightened before others have their turn: some milliseconds. */
const rowsAtOnce = 40;
const othersTurn = () => new Promise<void>((resolve) => setImmediate(resolve));

async function straightened(
  jpeg: Buffer,
  size: { acrossMm: number; downMm: number },
  corners: FaceCorners,
): Promise<Buffer> {
  const { data, info } = await sharp(jpeg)
    .toColourspace('srgb')
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const photo: Pixels = { data, widthPx: info.width, heightPx: info.height };
  const { widthPx, heightPx } = straightSize(size, corners, photo);
  const face: Pixels = { data: new Uint8Array(3 * widthPx * heightPx), widthPx, heightPx };
  for (let row = 0; row < heightPx; row += rowsAtOnce) {
    straightenRows(photo, corners, face, row, Math.min(heightPx, row + rowsAtOnce));
    await othersTurn();
  }
  return sharp(face.data, { raw: { width: widthPx, height: heightPx, channels: 3 } })
    .jpeg({ quality: 80 })
    .toBuffer();
}

async function keep(runtime: Runtime, sum: string, jpeg: Buffer): Promise<void> {
  await makeFolder(runtime.photoFolder);
  await writeDurably(fileOf(runtime, sum), jpeg);
}

/**
 * Takes a photo of a device, kept without anything but its pixels. That of a face is straightened by its corners first, as if it had been taken from
 * straight before it. Faults: `form`, `corners`, `too-many-photos`, those of `scalePhoto`.
 */
export async function addPicture(
  runtime: Runtime,
  form: unknown,
  bytes: Buffer,
): Promise<Result<{ picture: string }>> {
  const parsed = PictureForm.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const { face } = parsed.data;
  const checked = face ? checkCorners(face.corners) : null;
  if (checked && !checked.ok) return checked;
  const scaled = await scaleWithOthers(runtime, bytes);
  if (!scaled.ok) return scaled;
  const { jpeg: whole } = scaled.value;
  const jpeg = face ? await straightened(whole, face, face.corners) : whole;
  const picture = sumOf(jpeg);
  await keep(runtime, picture, jpeg);
  return ok({ picture });
}

/** The photo of a sum; null where it is not kept here. */
export async function findPicture(runtime: Runtime, sum: string): Promise<Buffer | null> {
  if (!PictureSum.safeParse(sum).success) return null;
  try {
    return await readFile(fileOf(runtime, sum));
  } catch (error) {
    if (isMissing(error)) return null;
    throw error;
  }
}

/** Those of some photos that are kept here. */
export async function findPictures(runtime: Runtime, sums: readonly string[]): Promise<Pictures> {
  const found = new Map<string, Buffer>();
  for (const sum of sums) {
    const jpeg = await findPicture(runtime, sum);
    if (jpeg) found.set(sum, jpeg);
  }
  return found;
}

/** What is made here is never larger. */
const mostPixels = 4_000_000;

/** Keeps photos that a file brought, once each is seen to be one that can be shown and to hold nothing but its pixels. Fault: `picture`. */
export async function keepPictures(runtime: Runtime, pictures: Pictures): Promise<Result<null>> {
  for (const [sum, jpeg] of pictures) {
    try {
      const picture = sharp(jpeg, { limitInputPixels: mostPixels, failOn: 'error' });
      const { format, exif, xmp, iptc } = await picture.metadata();
      if (format !== 'jpeg' || exif || xmp || iptc) return noPicture(sum);
      await picture.raw().toBuffer();
    } catch {
      return noPicture(sum);
    }
  }
  for (const [sum, jpeg] of pictures) await keep(runtime, sum, jpeg);
  return ok(null);
}

const noPicture = (sum: string) =>
  refuse(
    'picture',
    `The photo ${sum.slice(0, 12)}… is no JPEG that can be shown, or says more than its pixels.`,
    'Have the profile exported again by Jicara; or take “pictures” out: the map is drawn as outlines then.',
  );
