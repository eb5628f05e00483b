/** Where bytes come from: a file, memory, a browser's File. Reading past the end gives fewer bytes, never an error. */
export interface BlockReader {
  /** Length of the whole, bytes. */
  readonly length: number;
  read(offset: number, length: number): Promise<Uint8Array>;
}

/** Bytes in memory; also lets sparse content be laid over zeros. */
export class MemoryReader implements BlockReader {
  constructor(private readonly bytes: Uint8Array) {}

  get length() {
    return this.bytes.length;
  }

  async read(offset: number, length: number) {
    return this.bytes.subarray(offset, Math.min(offset + length, this.bytes.length));
  }
}

/** One part of a whole, seen as if it began at 0. */
export class PartReader implements BlockReader {
  constructor(
    private readonly whole: BlockReader,
    private readonly start: number,
    readonly length: number,
  ) {}

  read(offset: number, length: number) {
    return this.whole.read(this.start + offset, Math.max(0, Math.min(length, this.length - offset)));
  }
}
