import type { CopyOrder, ReadBack } from '@/core/copy';
import type { FileStamp } from '@/core/file-stamp';
import { DriveError, type DriveTrouble, type SourceDrive, type TargetDrive } from './drives';

/** Each block is a span of its own, so that many of them take no time. */
export const blockSize = 4096;

/** A drive in memory that counts what was written and can be made to fail. */
export class MemoryDrive implements SourceDrive, TargetDrive {
  readonly readBackFrom = 'past-the-cache';
  /** Null says that nothing tells its states apart. */
  state: FileStamp | null = null;
  readonly bytes: Uint8Array;
  isBlank = true;
  writes = 0;
  bad: [start: number, end: number][] = [];
  trouble: { after: number; kind: DriveTrouble } | null = null;
  flipAt = 0;

  constructor(readonly length: number) {
    this.bytes = new Uint8Array(length);
  }
  async read(offset: number, length: number) {
    return this.bytes.slice(offset, offset + length);
  }
  async readInto(offset: number, into: Uint8Array) {
    if (this.bad.some(([start, end]) => offset < end && start < offset + into.length))
      throw new DriveError('bad-sector', offset);
    into.set(this.bytes.subarray(offset, offset + into.length));
  }
  readBackInto(offset: number, into: Uint8Array) {
    return this.readInto(offset, into);
  }
  async stamp() {
    return this.state;
  }
  async write(offset: number, bytes: Uint8Array) {
    this.writes += 1;
    if (this.trouble && this.writes > this.trouble.after) throw new DriveError(this.trouble.kind, offset);
    this.bytes.set(bytes, offset);
    if (this.writes === this.flipAt) this.bytes[offset + 7]! ^= 4;
  }
  async sync() {}
}

export const blocks = 50;
export function order(readBack: ReadBack = { mode: 'each', reason: '' }): CopyOrder {
  const side = (benchLabel: string) => ({ benchLabel, serial: '', bytes: blocks * blockSize });
  return {
    schema: 'jicara.copy-order/2',
    source: { ...side('old'), stamp: null, imageSha256: null },
    target: side('new'),
    sectorBytes: 512,
    readBack,
    parts: [{ number: 1, name: 'system' }],
    spans: Array.from({ length: blocks }, (_, i) => ({
      source: i * blockSize,
      target: i * blockSize,
      bytes: blockSize,
      part: 1,
      zero: false,
    })),
    rewrites: [{ what: 'table', offset: 0, base64: Buffer.from('rewritten').toString('base64') }],
  };
}

export function drives() {
  const source = new MemoryDrive(blocks * blockSize);
  const words = new Uint32Array(source.bytes.buffer);
  for (let i = 0; i < words.length; i += 1) words[i] = i * 2_654_435_761;
  // Ten blocks of zeros in the middle.
  source.bytes.fill(0, 20 * blockSize, 30 * blockSize);
  return { source, target: new MemoryDrive(blocks * blockSize) };
}

/** The same but for the intended rewrite at the very beginning. */
export const same = ({ source, target }: ReturnType<typeof drives>) =>
  Buffer.compare(source.bytes.subarray(16), target.bytes.subarray(16)) === 0;
