import { type FileHandle, open } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { createGunzip } from 'node:zlib';
import { type Entry, type ZipFile, fromFd } from 'yauzl';
import type { Packing } from '@/core/image';
import { ImageTrouble, trouble } from './trouble';

/** How a file is packed, by its first bytes: gzip (RFC 1952, section 2.3.1), zip (APPNOTE 4.3.7), or not at all. */
export function packingOf(head: Uint8Array): Packing {
  if (head[0] === 0x1f && head[1] === 0x8b) return 'gzip';
  return head[0] === 0x50 && head[1] === 0x4b && head[2] === 3 && head[3] === 4 ? 'zip' : 'none';
}

const broken = (packing: Packing) =>
  trouble(
    'image-broken',
    `The ${packing} file is damaged: it does not unpack to its end.`,
    'Fetch it again, and check it against its checksum list.',
  );

const imageNames = /\.(img|raw|iso|bin)$/iu;
/** A zip with more entries than this is no packed image. */
const mostEntries = 1000;

/** The one image in a zip, as a stream. */
function zipStream(file: FileHandle): Promise<Readable> {
  return new Promise((resolve, reject) => {
    const fail = (error: ImageTrouble = broken('zip')) => reject(error);
    fromFd(file.fd, { lazyEntries: true, autoClose: false }, (error, zip?: ZipFile) => {
      if (error || !zip) return fail();
      const files: Entry[] = [];
      zip.on('error', () => fail());
      zip.on('entry', (entry: Entry) => {
        if (!entry.fileName.endsWith('/')) files.push(entry);
        if (files.length > mostEntries) return fail(noImage(files.length));
        zip.readEntry();
      });
      zip.on('end', () => {
        const images = files.length === 1 ? files : files.filter(({ fileName }) => imageNames.test(fileName));
        if (images.length !== 1) return fail(noImage(files.length));
        const [image] = images;
        if (image!.generalPurposeBitFlag & 1)
          return fail(
            trouble(
              'zip-sealed',
              'The zip is locked with a password.',
              'Unlock it first, then add it again.',
            ),
          );
        zip.openReadStream(image!, (failed, stream) => (failed || !stream ? fail() : resolve(stream)));
      });
      zip.readEntry();
    });
  });
}

const noImage = (files: number) =>
  trouble(
    'zip-no-image',
    `The zip holds ${files} files, and not exactly one of them is an image.`,
    'Unpack it by hand and add the image itself.',
  );

/**
 * The bytes of an image file, unpacked as they are read, in pieces of at most `pieceBytes`. Nothing is ever held whole, and
 * no more than `mostBytes` comes out: a file that unpacks without end is stopped there.
 * Throws an `ImageTrouble`: `image-broken`, `zip-no-image`, `zip-sealed`, `unpacks-too-far`.
 */
export async function* unpacked(
  path: string,
  mostBytes: number,
  pieceBytes = 2 ** 20,
): AsyncGenerator<Buffer> {
  const file = await open(path, 'r');
  try {
    const head = Buffer.alloc(4);
    await file.read(head, 0, 4, 0);
    const packing = packingOf(head);
    const stream = await streamOf(file, packing);
    let total = 0;
    const piece = Buffer.alloc(pieceBytes);
    let filled = 0;
    try {
      for await (const chunk of stream as AsyncIterable<Buffer>) {
        total += chunk.length;
        if (total > mostBytes)
          throw trouble(
            'unpacks-too-far',
            `It unpacks to more than the ${mostBytes} bytes that it may.`,
            'It is not what its publisher says, or needs a larger stick: check where it comes from.',
          );
        for (let at = 0; at < chunk.length;) {
          const length = Math.min(pieceBytes - filled, chunk.length - at);
          chunk.copy(piece, filled, at, at + length);
          filled += length;
          at += length;
          if (filled < pieceBytes) continue;
          yield piece;
          filled = 0;
        }
      }
    } catch (error) {
      const code = (error as NodeJS.ErrnoException).code ?? '';
      // What the unpackers throw carries Z_ codes or none; the operating system's errors go on as they are.
      const isUnpackers = !(error instanceof ImageTrouble) && !/^E[A-Z]/u.test(code);
      throw packing !== 'none' && isUnpackers ? broken(packing) : error;
    } finally {
      stream.destroy();
    }
    if (filled > 0) yield piece.subarray(0, filled);
  } finally {
    await file.close();
  }
}

async function streamOf(file: FileHandle, packing: Packing): Promise<Readable> {
  if (packing === 'zip') return zipStream(file);
  const raw = file.createReadStream({ autoClose: false, start: 0, highWaterMark: 2 ** 18 });
  if (packing === 'none') return raw;
  const gunzip = createGunzip({ chunkSize: 2 ** 18 });
  raw.on('error', (error) => gunzip.destroy(error));
  return raw.pipe(gunzip);
}
