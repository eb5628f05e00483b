import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { type FileHandle, open } from 'node:fs/promises';
import { PassThrough, Readable } from 'node:stream';
import { createGunzip } from 'node:zlib';
import { type Entry, type ZipFile, fromFd } from 'yauzl';
import type { Packing } from '@/core/image';
import { crc32 } from '@/core/disk';
import { stampOf, stampOfPath } from '@/copier';
import { sameState } from '@/core/file-stamp';
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
const pieceBytes = 2 ** 20;
/** A zip with more entries than this is no packed image. */
const mostEntries = 1000;

/** The one image in a zip, as a stream. */
function zipStream(file: FileHandle): Promise<Readable> {
  return new Promise((resolve, reject) => {
    const fail = (error: ImageTrouble = broken('zip')) => reject(error);
    fromFd(file.fd, { lazyEntries: true, autoClose: false }, (error, zip?: ZipFile) => {
      if (error || !zip) return fail();
      const files: Entry[] = [];
      zip.on('error', (reason: Error) => fail(zipTrouble(reason)));
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
        zip.openReadStream(image!, (failed, stream) =>
          failed || !stream ? fail() : resolve(Readable.from(checkedSum(stream, image!.crc32))),
        );
      });
      zip.readEntry();
    });
  });
}

/** yauzl refuses names that lead out of their folder; a person is told which, and not that the file is damaged. */
function zipTrouble({ message }: Error): ImageTrouble {
  const [, why, name] =
    /^(absolute path|invalid relative path|invalid characters in fileName): ([^]*)$/u.exec(message) ?? [];
  return why
    ? trouble(
        'zip-unsafe-path',
        `The zip holds a path that leads out of its folder (${why.replace(' in fileName', '')}): ${name!.slice(0, 80)}`,
        'Nothing of it was unpacked. Ask who made it, or unpack it by hand and add the image itself.',
      )
    : broken('zip');
}

/** What is unpacked of an entry, held against the checksum that the zip keeps of it (APPNOTE 4.4.7). */
async function* checkedSum(stream: Readable, wanted: number): AsyncGenerator<Buffer> {
  let sum = 0;
  for await (const chunk of stream as AsyncIterable<Buffer>) {
    sum = crc32(chunk, sum);
    yield chunk;
  }
  if (sum !== wanted) throw broken('zip');
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
 * `hashed` hears the SHA-256 of the file itself, as it was read for this, behind the last piece.
 * Throws an `ImageTrouble`: `image-broken`, `image-changed`, `zip-no-image`, `zip-sealed`, `zip-unsafe-path`, `unpacks-too-far`.
 */
export async function* unpacked(
  path: string,
  mostBytes: number,
  hashed: (sha256: string) => void = () => {},
): AsyncGenerator<Buffer> {
  const file = await open(path, 'r');
  try {
    const before = await stampOf(file);
    const head = Buffer.alloc(4);
    await file.read(head, 0, 4, 0);
    const packing = packingOf(head);
    const sum = createHash('sha256');
    let summedBytes = 0;
    const { stream, raw } = await streamOf(file, path, packing);
    raw?.on('data', (chunk: Buffer) => {
      sum.update(chunk);
      summedBytes += chunk.length;
    });
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
      raw?.destroy();
    }
    if (filled > 0) yield piece.subarray(0, filled);
    // A zip is read in its own order, and something may stand behind what a gzip unpacks to.
    for (let at = summedBytes; ;) {
      const { bytesRead } = await file.read(piece, 0, piece.length, at);
      if (bytesRead === 0) break;
      sum.update(piece.subarray(0, bytesRead));
      at += bytesRead;
    }
    // Of the file that was opened, and of what stands under its name now: both were read.
    if (!sameState(before, await stampOf(file)) || !sameState(before, await stampOfPath(path)))
      throw changed();
    hashed(sum.digest('hex'));
  } finally {
    await file.close();
  }
}

const changed = () =>
  trouble(
    'image-changed',
    'The image file was changed by another program while it was read.',
    'Check it again when nothing writes to it any more.',
  );

/** What comes out, and the stream of the file’s own bytes where they are read from front to back. */
async function streamOf(
  file: FileHandle,
  path: string,
  packing: Packing,
): Promise<{ stream: Readable; raw: Readable | null }> {
  if (packing === 'zip') return { stream: await zipStream(file), raw: null };
  const raw = createReadStream(path, { highWaterMark: 2 ** 18 });
  // Passed on, so that whoever sums the bytes does not take them from whoever reads them.
  const out = packing === 'none' ? new PassThrough() : createGunzip({ chunkSize: 2 ** 18 });
  raw.on('error', (error) => out.destroy(error));
  return { stream: raw.pipe(out), raw };
}
