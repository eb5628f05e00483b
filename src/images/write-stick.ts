import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { Pacer } from '@/copier';
import { isAllZero } from '@/core/disk';
import { StickContent } from '@/core/image';
import { surelyUnchanged } from '@/core/file-stamp';
import { refuse } from '@/core/result';
import type { Pace } from '@/core/workshop';
import { DriveImage, type PracticeFault, failingTarget, practicePace, rateSteps } from '@/dock';
import { lockFile, readIfThere, writeDurably } from '@/files';
import type { ImageHooks } from './hooks';
import { ImageTrouble, trouble } from './trouble';
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
    // Something was written, and nobody knows what: that is not an empty stick.
    return unknownContent;
  }
}

const unknownContent: StickContent = {
  state: 'unreadable',
  imageId: 'unknown',
  name: 'an image whose note cannot be read',
  version: '?',
  fileName: 'unknown',
  fileSha256: '0'.repeat(64),
  sha256: null,
  imageBytes: 0,
  at: '1970-01-01T00:00:00.000Z',
  stamp: null,
};

/** Whether a stick still holds the bytes that were noted: by its stamp, or by reading all of it where that rules nothing out. */
export async function holdsWhatWasNoted(folder: string, content: StickContent): Promise<boolean> {
  if (content.state !== 'matched' || content.sha256 === null) return false;
  const stick = await DriveImage.open(folder, 'read');
  try {
    if (surelyUnchanged(content.stamp, await stick.stamp())) return true;
    if (stick.length < content.imageBytes) return false;
    const sum = createHash('sha256');
    for (let at = 0; at < content.imageBytes; at += pieceBytes)
      sum.update(await stick.read(at, Math.min(pieceBytes, content.imageBytes - at)));
    return sum.digest('hex') === content.sha256;
  } finally {
    await stick.close();
  }
}

const note = (folder: string, content: StickContent): Promise<void> =>
  writeDurably(contentPath(folder), JSON.stringify(content));

const otherStick = (label: string) =>
  trouble('other-stick', `The stick in the port is not ${label}.`, 'Put the right stick in, then write it.');

const notAsChecked = () =>
  trouble(
    'not-as-checked',
    'The image file is no longer the one that was checked: the stick is not what it should be.',
    'Check the image again, then write the stick again.',
  );

/**
 * Writes an image onto a stick as it is unpacked, then reads all of it back and compares. Before the first byte the stick is
 * noted as half written, so that a kill leaves no stick that looks whole. The file is hashed as it is read: one that is no longer
 * what was checked leaves the stick half written. Null where it was stopped.
 * Throws an `ImageTrouble` (`stick-busy`, `other-stick`, `not-as-checked`, those of `unpacked`) or a `DriveError`.
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
    if (order.faults.includes('wrong-drive')) throw otherStick(order.label);
    const half: StickContent = {
      ...order.content,
      state: 'half-written',
      sha256: null,
      at: order.at,
      stamp: null,
    };
    await note(order.stickFolder, half);
    const total = 2 * order.content.imageBytes;
    const steps = rateSteps(order.writeBytesPerS, order.faults, order.content.imageBytes);
    const pacer = new Pacer(steps, practicePace(order.pace, order.faults), hooks, order.writeBytesPerS);
    const target = failingTarget(stick, order.faults, order.content.imageBytes);
    const written = createHash('sha256');
    let at = 0;
    let fileSha256 = '';
    const mostBytes = Math.min(stick.length, order.content.imageBytes);
    for await (const piece of unpacked(order.imagePath, mostBytes, (sum) => (fileSha256 = sum))) {
      written.update(piece);
      if (!(isAllZero(piece) && stick.isHole(at, piece.length))) await target.write(at, piece);
      at += piece.length;
      await pacer.moved(piece.length);
      hooks.progress({ phase: 'writing', doneBytes: at, totalBytes: total });
      if (hooks.stopped()) return null;
    }
    if (fileSha256 !== order.content.fileSha256 || at !== order.content.imageBytes) throw notAsChecked();
    await target.sync();
    const sha256 = written.digest('hex');
    const readBack = createHash('sha256');
    const buffer = Buffer.alloc(pieceBytes);
    for (let from = 0; from < at; from += pieceBytes) {
      const piece = buffer.subarray(0, Math.min(pieceBytes, at - from));
      await target.readBackInto(from, piece);
      readBack.update(piece);
      await pacer.moved(piece.length);
      hooks.progress({ phase: 'reading back', doneBytes: at + from + piece.length, totalBytes: total });
      if (hooks.stopped()) return null;
    }
    const state = readBack.digest('hex') === sha256 ? 'matched' : 'differs';
    const content: StickContent = { ...half, state, sha256, imageBytes: at, stamp: await stick.stamp() };
    await note(order.stickFolder, content);
    return content;
  } finally {
    await stick.close();
    lock.value();
  }
}
