import * as z from 'zod';
import { FileStamp } from '../file-stamp';

const text = z.string().trim().min(1).max(120);
export const Sha256 = z.string().regex(/^[0-9a-f]{64}$/u);

/** A file name that stays in its folder. */
export const ImageFileName = z
  .string()
  .regex(/^(?!\.)[A-Za-z0-9._-]{1,120}$/u, 'A file name without folders.');

export const Packing = z.enum(['none', 'gzip', 'zip']);
export type Packing = z.infer<typeof Packing>;

/** A system image as whoever publishes it describes it. */
export const SystemImage = z.object({
  schema: z.literal('jicara.system-image/1'),
  id: z.string().regex(/^[a-z0-9][a-z0-9-]{0,59}$/u),
  name: text,
  /** The device profiles that it is for. */
  models: z.array(z.string().max(60)).max(20),
  version: z.string().trim().min(1).max(20),
  releasedOn: z.iso.date(),
  fileName: ImageFileName,
  /** Bytes of the file as it is fetched. */
  fileBytes: z.int().positive(),
  /** Bytes that it writes; null where nobody says so before it was unpacked. */
  imageBytes: z.int().positive().nullable(),
  packing: Packing,
});
export type SystemImage = z.infer<typeof SystemImage>;

/** What a maker’s image server offers. */
export const ImageIndex = z.object({
  schema: z.literal('jicara.image-index/1'),
  maker: text,
  images: z.array(SystemImage).max(200),
});
export type ImageIndex = z.infer<typeof ImageIndex>;

/** What was found when a fetched image was read from beginning to end. */
export const ImageCheck = z.object({
  at: z.iso.datetime(),
  /** Of the file as fetched. */
  sha256: Sha256,
  /** What the checksum list says; null where it says nothing of this file. */
  listed: Sha256.nullable(),
  /** Bytes that it unpacks to, counted; null where it could not be unpacked, and then why. */
  imageBytes: z.int().nonnegative().nullable(),
  unpackFault: z.string().max(300).nullable(),
  /** What told the file from any other state of it; a check counts for that state only. */
  stamp: FileStamp.nullable().default(null),
});
export type ImageCheck = z.infer<typeof ImageCheck>;

/** An image of the library: what it is, how much of it is here, and what checking it found. */
export type LibraryImage = {
  image: SystemImage;
  /** Where it comes from: the maker’s server, or the workshop’s own folder. */
  from: 'maker' | 'own';
  haveBytes: number;
  check: ImageCheck | null;
};

/** Whether an image is whole and its sum is the listed one. */
export const isChecked = ({ image, haveBytes, check }: LibraryImage): boolean =>
  check !== null &&
  haveBytes === image.fileBytes &&
  check.listed === check.sha256 &&
  check.imageBytes !== null;
