import {
  closeSync,
  existsSync,
  fdatasyncSync,
  fsyncSync,
  openSync,
  readFileSync,
  readSync,
  fstatSync,
  writeSync,
} from 'node:fs';

/** The dock keeps account of a drive in lines of 1 MiB. */
export const mapLineBytes = 2 ** 20;

/**
 * The sidecar of a drive image: one bit for each 1 MiB that was ever written. Node cannot ask a file for its
 * holes, and reading them costs minutes. A bit is set, and on disk, before the bytes it stands for are written:
 * a kill can leave a bit without bytes, never bytes without a bit.
 */
export class WrittenMap {
  private constructor(
    private readonly handle: number,
    private readonly bits: Uint8Array,
  ) {}

  static open(path: string, driveBytes: number): WrittenMap {
    const length = Math.ceil(driveBytes / mapLineBytes / 8);
    const bits = new Uint8Array(length);
    if (existsSync(path)) bits.set(readFileSync(path).subarray(0, length));
    const handle = openSync(path, existsSync(path) ? 'r+' : 'w+', 0o600);
    return new WrittenMap(handle, bits);
  }

  /** Rebuilds the account of an image that came without one, by looking for bytes that are not zero. */
  static scan(imagePath: string, mapPath: string): WrittenMap {
    const image = openSync(imagePath, 'r');
    try {
      const { size } = fstatSync(image);
      const map = WrittenMap.open(mapPath, size);
      const line = Buffer.alloc(mapLineBytes);
      for (let at = 0; at < size; at += mapLineBytes) {
        const read = readSync(image, line, 0, mapLineBytes, at);
        if (line.subarray(0, read).some((byte) => byte !== 0)) map.mark(at, read);
      }
      map.sync();
      return map;
    } finally {
      closeSync(image);
    }
  }

  /** True where all of start..end was never written, and so reads zero. */
  isUnwritten(start: number, end: number): boolean {
    for (let line = Math.floor(start / mapLineBytes); line * mapLineBytes < end; line += 1) {
      if (this.bits[line >> 3]! & (1 << (line & 7))) return false;
    }
    return true;
  }

  get isBlank(): boolean {
    return this.bits.every((byte) => byte === 0);
  }

  mark(start: number, bytes: number): void {
    // On the disk first: a power cut must not leave bytes behind a bit that says that there are none.
    if (this.note(start, bytes)) fdatasyncSync(this.handle);
  }

  /** Marks many places at once, and waits for the disk once. */
  markAll(starts: readonly number[], bytes: number): void {
    const isNew = starts.map((start) => this.note(start, bytes));
    if (isNew.includes(true)) fdatasyncSync(this.handle);
  }

  /** Nothing is written any more: for an image that was cut to nothing, and is on the disk as that. */
  clear(): void {
    this.bits.fill(0);
    writeSync(this.handle, this.bits, 0, this.bits.length, 0);
    fsyncSync(this.handle);
  }

  /** Sets the bits of a stretch; whether any of them is new. */
  private note(start: number, bytes: number): boolean {
    let isNew = false;
    for (let line = Math.floor(start / mapLineBytes); line * mapLineBytes < start + bytes; line += 1) {
      const before = this.bits[line >> 3]!;
      const after = before | (1 << (line & 7));
      if (after === before) continue;
      this.bits[line >> 3] = after;
      writeSync(this.handle, this.bits, line >> 3, 1, line >> 3);
      isNew = true;
    }
    return isNew;
  }

  sync(): void {
    fsyncSync(this.handle);
  }

  close(): void {
    closeSync(this.handle);
  }
}
