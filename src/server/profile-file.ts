import { createHash } from 'node:crypto';
import * as z from 'zod';
import { type DeviceProfile, picturesOf } from '@/core/device';
import { readProfile } from '@/core/exchange';
import { PictureSum } from '@/core/picture-sum';
import { type Result, ok, refuse } from '@/core/result';

const sumOf = (document: object) =>
  `sha256:${createHash('sha256').update(JSON.stringify(document)).digest('hex')}`;

/** Photos of a device by their sums. */
export type Pictures = ReadonlyMap<string, Buffer>;

/** A profile as it is exported, its photos in base64 (RFC 4648, 4) by their sums; its last field says what the others come to. */
export function sealed(profile: DeviceProfile, pictures: Pictures = new Map()) {
  const brought = Object.fromEntries([...pictures].map(([sum, jpeg]) => [sum, jpeg.toString('base64')]));
  const document = pictures.size > 0 ? { ...profile, pictures: brought } : profile;
  return { ...document, checksum: sumOf(document) };
}

/** A document without its checksum. Fault `checksum`: it says of the rest what is not so. */
function withoutChecksum(form: unknown): Result<unknown> {
  if (typeof form !== 'object' || form === null || !('checksum' in form)) return ok(form);
  const { checksum, ...rest } = form;
  return checksum === sumOf(rest)
    ? ok(rest)
    : refuse(
        'checksum',
        'This profile is not as it was exported: its checksum says something else.',
        'Have it sent again; or, where you changed it on purpose, take the line “checksum” out.',
      );
}

/** Faces of a map and figures that were read from photos; each as large as one that is made here can be, with room. */
const mostPictures = 24;
const Brought = z
  .record(PictureSum, z.base64().max(1_400_000))
  .refine((all) => Object.keys(all).length <= mostPictures);

const badPicture = (what: string) =>
  refuse(
    'picture',
    what,
    'Have the profile exported again; or take “pictures” out: its map is drawn as outlines then.',
  );

/** The photos of a file, each held against its sum; those alone that the device names. */
function picturesIn(pictures: unknown, profile: DeviceProfile): Result<Pictures> {
  if (pictures === undefined) return ok(new Map());
  const parsed = Brought.safeParse(pictures);
  if (!parsed.success)
    return badPicture(
      `What this profile brings as “pictures” are no photos in base64 by their SHA-256, ${mostPictures} at most.`,
    );
  const named = new Set(picturesOf(profile));
  const read = new Map<string, Buffer>();
  for (const [sum, text] of Object.entries(parsed.data)) {
    const jpeg = Buffer.from(text, 'base64');
    if (createHash('sha256').update(jpeg).digest('hex') !== sum)
      return badPicture(`The photo ${sum.slice(0, 12)}… is not what its sum says.`);
    if (!named.has(sum)) return badPicture(`Nothing of the device names the photo ${sum.slice(0, 12)}….`);
    read.set(sum, jpeg);
  }
  return ok(read);
}

/** A profile as a file brings it, with its photos. Faults: `checksum`, `picture`, those of `readProfile`. */
export function readProfileFile(form: unknown): Result<{ profile: DeviceProfile; pictures: Pictures }> {
  const whole = withoutChecksum(form);
  if (!whole.ok) return whole;
  const isObject = typeof whole.value === 'object' && whole.value !== null;
  const { pictures, ...document } = (isObject ? whole.value : {}) as { pictures?: unknown };
  const profile = readProfile(isObject ? document : whole.value);
  if (!profile.ok) return profile;
  const read = picturesIn(pictures, profile.value);
  return read.ok ? ok({ profile: profile.value, pictures: read.value }) : read;
}

/** A profile as a file brings it, read and proved and not kept. Faults: those of `readProfileFile`. */
export function lookAtProfile(form: unknown): Result<DeviceProfile> {
  const read = readProfileFile(form);
  return read.ok ? ok(read.value.profile) : read;
}
