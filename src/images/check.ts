import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { stampOfPath } from '@/copier';
import { sameState } from '@/core/file-stamp';
import type { ImageCheck } from '@/core/image';
import { ImageTrouble, trouble } from './trouble';
import { packingOf, unpacked } from './unpack';
import type { ImageHooks } from './hooks';

export type CheckOrder = {
  path: string;
  /** What the checksum list says of it. */
  listed: string | null;
  /** No image of this bench may unpack to more. */
  mostImageBytes: number;
};

/**
 * Reads an image file from beginning to end: its SHA-256, and how much it unpacks to. Null where it was stopped.
 * Throws what the operating system says; that it does not unpack is an answer and no error.
 */
export async function checkImage(
  order: CheckOrder,
  hooks: ImageHooks,
): Promise<Omit<ImageCheck, 'at'> | null> {
  const stamp = await stampOfPath(order.path);
  const size = Number(stamp.bytes);
  const hash = createHash('sha256');
  let head: Buffer | null = null;
  let done = 0;
  // The file is read twice: once for its sum, once to unpack it.
  const total = 2 * size;
  for await (const chunk of createReadStream(order.path, {
    highWaterMark: 2 ** 20,
  }) as AsyncIterable<Buffer>) {
    head ??= chunk.subarray(0, 4);
    hash.update(chunk);
    done += chunk.length;
    hooks.progress({ phase: 'checking', doneBytes: done, totalBytes: total });
    if (hooks.stopped()) return null;
  }
  const found = {
    sha256: hash.digest('hex'),
    listed: order.listed,
    imageBytes: null,
    unpackFault: null,
    stamp,
  };
  // Changed under the reading: what was read is of no state of it.
  if (!sameState(stamp, await stampOfPath(order.path)))
    throw trouble(
      'image-changed',
      'The image file was changed by another program while it was checked.',
      'Check it again when nothing writes to it any more.',
    );
  if (packingOf(head ?? new Uint8Array()) === 'none') return { ...found, imageBytes: size };
  let imageBytes = 0;
  try {
    for await (const piece of unpacked(order.path, order.mostImageBytes)) {
      imageBytes += piece.length;
      if (hooks.stopped()) return null;
    }
  } catch (error) {
    if (error instanceof ImageTrouble) return { ...found, unpackFault: error.fault.sentence };
    throw error;
  }
  return { ...found, imageBytes };
}
