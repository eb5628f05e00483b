import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { Pacer } from '@/copier';
import { isAllZero } from '@/core/disk';
import { StickContent } from '@/core/image';
import { refuse } from '@/core/result';
import type { Pace } from '@/core/workshop';
import { DriveImage, type PracticeFault, failingTarget } from '@/dock';
import { lockFile, readIfThere, writeDurably } from '@/files';
import type { ImageHooks } from './hooks';
import { ImageTrouble } from './trouble';
import { unpacked } from './unpack';

export type StickOrder = {
  imagePath: string;
  stickFolder: string;
  label: string;
  content: Pick<StickContent, 'imageId' | 'name' | 'version' | 'fileName' | 'fileSha256' | 'imageBytes'>;
  at: string;
  writeBytesPerS: number;
  pace: Pace;
  faults: PracticeFault[];
};

const pieceBytes = 2 ** 20;
const contentPath = (folder: string) => join(folder, 'content.json');

/** What a stick holds, as this bench wrote it down; null where it wrote nothing. */
export async function stickContent(folder: string): Promise<StickContent | null> {
  const text = await readIfThere(contentPath(folder));
  if (text === null) return null;
  try {
    return StickContent.parse(JSON.parse(text));
  } catch {
    return null;
  }
}

const note = (folder: string, content: StickContent): Promise<void> =>
  writeDurably(contentPath(folder), JSON.stringify(content));

/**
 * Writes an image onto a stick as it is unpacked, then reads all of it back and compares. Before the first byte the stick is
 * noted as half written, so that a kill leaves no stick that looks whole. Null where it was stopped.
 * Throws an `ImageTrouble` (`stick-busy`, those of `unpacked`) or a `DriveError`.
 */
export async function writeStick(order: StickOrder, hooks: ImageHooks): Promise<StickContent | null> {
  const lock = lockFile(join(order.stickFolder, 'writer.lock'), (pid) =>
    refuse(
      'stick-busy',
      `Another process (${pid}) writes to ${order.label}.`,
      'Wait for it: one writer per stick.',
    ),
  );
  if (!lock.ok) throw new ImageTrouble(lock.fault);
  const stick = await DriveImage.open(order.stickFolder, 'write');
  try {
    const half: StickContent = { ...order.content, state: 'half-written', sha256: null, at: order.at };
    await note(order.stickFolder, half);
    const pacer = new Pacer([{ fromBytes: 0, bytesPerS: order.writeBytesPerS }], order.pace, hooks);
    const target = failingTarget(stick, order.faults);
    const written = createHash('sha256');
    const total = 2 * order.content.imageBytes;
    let at = 0;
    for await (const piece of unpacked(order.imagePath, Math.min(stick.length, order.content.imageBytes))) {
      written.update(piece);
      if (!(isAllZero(piece) && stick.isHole(at, piece.length))) await target.write(at, piece);
      at += piece.length;
      await pacer.moved(piece.length);
      hooks.progress({ phase: 'writing', doneBytes: at, totalBytes: total });
      if (hooks.stopped()) return null;
    }
    await target.sync();
    const sha256 = written.digest('hex');
    const readBack = createHash('sha256');
    const buffer = Buffer.alloc(pieceBytes);
    for (let from = 0; from < at; from += pieceBytes) {
      const piece = buffer.subarray(0, Math.min(pieceBytes, at - from));
      await target.readInto(from, piece);
      readBack.update(piece);
      await pacer.moved(piece.length);
      hooks.progress({ phase: 'reading back', doneBytes: at + from + piece.length, totalBytes: total });
      if (hooks.stopped()) return null;
    }
    const state = readBack.digest('hex') === sha256 ? 'matched' : 'differs';
    const content: StickContent = { ...half, state, sha256, imageBytes: at };
    await note(order.stickFolder, content);
    return content;
  } finally {
    await stick.close();
    lock.value();
  }
}
