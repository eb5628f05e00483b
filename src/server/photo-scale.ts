import sharp from 'sharp';
import { type Result, ok, refuse } from '@/core/result';
import type { Runtime } from './runtime';

/** What a tablet’s camera gives, with room; a larger file is no photo from one. */
export const mostPhotoBytes = 24 * 1024 * 1024;
/** The longer side of what is kept, px: a latch is still told from a screw, and twenty photos stay a few megabytes. */
const keptPx = 1600;
/** A picture that claims more than this is no photo, and would take the machine’s memory when it is unpacked. */
const mostPixels = 120_000_000;

export type ScaledPhoto = { jpeg: Buffer; widthPx: number; heightPx: number };

const marks: [kind: string, test: (b: Buffer) => boolean][] = [
  ['jpeg', (b) => b[0] === 0xff && b[1] === 0xd8 && b[2] === 0xff],
  ['png', (b) => b.subarray(0, 8).equals(Buffer.from('89504e470d0a1a0a', 'hex'))],
  ['webp', (b) => b.toString('latin1', 0, 4) === 'RIFF' && b.toString('latin1', 8, 12) === 'WEBP'],
];

/**
 * A photo as it is kept: turned upright, scaled, written anew as JPEG, so that nothing but its pixels is left; place, camera
 * and preview pictures are gone. Read are JPEG (ISO/IEC 10918-1), PNG and WebP, told by their first bytes, never by a name.
 * Faults: `photo-kind`, `photo-large`, `photo-broken`.
 */
export async function scalePhoto(bytes: Buffer): Promise<Result<ScaledPhoto>> {
  if (bytes.length > mostPhotoBytes) return photoTooLarge();
  if (!marks.some(([, test]) => test(bytes)))
    return refuse(
      'photo-kind',
      'This is not a picture that can be read.',
      'Take it as JPEG, PNG or WebP; a camera’s settings call JPEG “most compatible”.',
    );
  try {
    const { data, info } = await sharp(bytes, { limitInputPixels: mostPixels, failOn: 'error' })
      .rotate()
      .resize({ width: keptPx, height: keptPx, fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 82 })
      .toBuffer({ resolveWithObject: true });
    return ok({ jpeg: data, widthPx: info.width, heightPx: info.height });
  } catch {
    return refuse('photo-broken', 'The picture is cut off or damaged.', 'Take it again.');
  }
}

/** Pictures that are unpacked at the same time; each takes up to half a gigabyte while it lasts. */
const mostAtOnce = 3;

/** Scales a picture unless too many are being scaled. Faults: `too-many-photos` and those of `scalePhoto`. */
export async function scaleWithOthers(
  runtime: Pick<Runtime, 'scaling'>,
  bytes: Buffer,
): Promise<Result<ScaledPhoto>> {
  if (runtime.scaling >= mostAtOnce)
    return refuse(
      'too-many-photos',
      `${mostAtOnce} photos are being scaled at this moment.`,
      'Send this one again in a moment.',
    );
  runtime.scaling += 1;
  try {
    return await scalePhoto(bytes);
  } finally {
    runtime.scaling -= 1;
  }
}

export const photoTooLarge = () =>
  refuse(
    'photo-large',
    `A photo of more than ${mostPhotoBytes / 1024 / 1024} MiB is not taken.`,
    'Take it again with the camera at a smaller size.',
  );
