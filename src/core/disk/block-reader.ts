/** Where bytes come from: a file, memory, a browser's File. Reading past the end gives fewer bytes, never an error. */
export interface BlockReader {
  /** Length of the whole, bytes. */
  readonly length: number;
  read(offset: number, length: number): Promise<Uint8Array>;
  /** True where these bytes are known to read zero without being read; a reader that cannot know leaves it out. */
  isHole?(offset: number, length: number): boolean;
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

/** A browser's File or Blob: read piece by piece, never as a whole. */
export class BlobReader implements BlockReader {
  constructor(private readonly blob: Blob) {}

  get length() {
    return this.blob.size;
  }

  async read(offset: number, length: number) {
    return new Uint8Array(await this.blob.slice(offset, offset + length).arrayBuffer());
  }
}

/** One partition of a whole, seen as if it began at 0. */
export class PartitionReader implements BlockReader {
  constructor(
    private readonly whole: BlockReader,
    private readonly start: number,
    readonly length: number,
  ) {}

  read(offset: number, length: number) {
    return this.whole.read(this.start + offset, Math.max(0, Math.min(length, this.length - offset)));
  }

  isHole(offset: number, length: number) {
    return this.whole.isHole?.(this.start + offset, length) ?? false;
  }
}

const windowBytes = 2 ** 16;

/** Keeps the last window of 64 KiB, so that following a chain of small entries does not read the same bytes again and again. */
export class WindowReader implements BlockReader {
  private at = -1;
  private window: Uint8Array = new Uint8Array();

  constructor(private readonly whole: BlockReader) {}

  get length() {
    return this.whole.length;
  }

  async read(offset: number, length: number) {
    const base = Math.floor(offset / windowBytes) * windowBytes;
    if (offset + length > base + windowBytes) return this.whole.read(offset, length);
    if (base !== this.at) {
      this.window = await this.whole.read(base, windowBytes);
      this.at = base;
    }
    return this.window.subarray(offset - base, offset - base + length);
  }

  isHole(offset: number, length: number) {
    return this.whole.isHole?.(offset, length) ?? false;
  }
}
