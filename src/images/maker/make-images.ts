import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync } from 'node:fs';
import { open, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { ZipFile } from 'yazl';
import * as z from 'zod';
import { DeliveredPartition } from '@/core/disk';
import { type ImageIndex, SystemImage, writeChecksumList } from '@/core/image';
import { DriveImage, fillDrive } from '@/dock';
import { makeFolder, renameDurably, writeDurably } from '@/files';

/** What the stand-in of a maker’s image server offers: how to make each image, and what is wrong with it. */
export const MakerImages = z.object({
  schema: z.literal('jicara.maker-images/1'),
  maker: z.string().max(60),
  /** Sectors of 512 bytes that each image has, and its parts. */
  sectors: z.int().positive(),
  parts: z.array(DeliveredPartition),
  images: z
    .array(
      SystemImage.pick({ id: true, name: true, models: true, version: true, releasedOn: true }).extend({
        packing: z.enum(['gzip', 'zip']),
        startFile: z.string(),
        seed: z.int().positive(),
        /** One byte of it is not what its sum was made of; or its list does not name it. */
        damage: z.enum(['flipped', 'unlisted']).nullable(),
      }),
    )
    .max(20),
});
export type MakerImages = z.infer<typeof MakerImages>;
type Wanted = MakerImages['images'][number];

export type MakerOrder = { folder: string; demo: string; wanted: MakerImages };

async function pack(raw: string, { packing, id }: Wanted, path: string): Promise<void> {
  // Level 1: most of an image is zeros, which any level packs as well.
  if (packing === 'gzip')
    return pipeline(
      createReadStream(raw),
      createGzip({ level: 1 }),
      createWriteStream(path, { mode: 0o600, flush: true }),
    );
  const zip = new ZipFile();
  zip.addReadStream(createReadStream(raw), `${id}.img`, {
    mtime: new Date(Date.UTC(2026, 0, 1)),
    compressionLevel: 1,
  });
  zip.end();
  return pipeline(zip.outputStream, createWriteStream(path, { mode: 0o600, flush: true }));
}

async function sumOf(path: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(path), hash);
  return hash.digest('hex');
}

async function flipOneByte(path: string): Promise<void> {
  const file = await open(path, 'r+');
  try {
    const at = Math.floor((await file.stat()).size / 2);
    const { buffer } = await file.read(Buffer.alloc(1), 0, 1, at);
    buffer[0]! ^= 0x40;
    await file.write(buffer, 0, 1, at);
  } finally {
    await file.close();
  }
}

async function makeOne(order: MakerOrder, one: Wanted): Promise<{ image: SystemImage; sha256: string }> {
  const { sectors, parts } = order.wanted;
  const work = join(order.folder, 'making');
  await rm(work, { recursive: true, force: true });
  await makeFolder(work);
  const drive = await DriveImage.create(work, sectors * 512);
  const wish = {
    parts,
    sectors,
    sectorBytes: 512,
    statedBytes: null,
    startFile: one.startFile,
    seed: one.seed,
  };
  await fillDrive(drive, { ...wish, demo: order.demo });
  await drive.close();
  const fileName = `${one.id}.img.${one.packing === 'gzip' ? 'gz' : 'zip'}`;
  const path = join(order.folder, fileName);
  await pack(join(work, 'image.img'), one, join(work, fileName));
  const sha256 = await sumOf(join(work, fileName));
  if (one.damage === 'flipped') await flipOneByte(join(work, fileName));
  await renameDurably(join(work, fileName), path);
  await rm(work, { recursive: true });
  const { id, name, models, version, releasedOn, packing } = one;
  const published = { id, name, models, version, releasedOn, fileName, packing };
  const fileBytes = (await stat(path)).size;
  return {
    image: { schema: 'jicara.system-image/1', ...published, fileBytes, imageBytes: sectors * 512 },
    sha256,
  };
}

/** Makes all that the stand-in server offers, once: the same order makes the same bytes. The index comes last; false where it was stopped. */
export async function makeImages(order: MakerOrder, isStopped: () => boolean): Promise<boolean> {
  const indexPath = join(order.folder, 'index.json');
  if (existsSync(indexPath)) return true;
  await makeFolder(order.folder);
  const made: { image: SystemImage; sha256: string; listed: boolean }[] = [];
  for (const one of order.wanted.images) {
    if (isStopped()) return false;
    made.push({ ...(await makeOne(order, one)), listed: one.damage !== 'unlisted' });
  }
  const lines = made
    .filter(({ listed }) => listed)
    .map(({ image, sha256 }) => ({ name: image.fileName, sha256 }));
  await writeDurably(join(order.folder, 'SHA256SUMS'), writeChecksumList(lines));
  const index: ImageIndex = {
    schema: 'jicara.image-index/1',
    maker: order.wanted.maker,
    images: made.map(({ image }) => image),
  };
  await writeDurably(indexPath, JSON.stringify(index));
  return true;
}
