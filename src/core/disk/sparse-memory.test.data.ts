import type { BlockReader } from './block-reader';
import type { Write } from './write';

const pageBytes = 4096;

/** A drive of any size in memory of which only the written pages exist; everything else reads zero. For tests and for trying layouts. */
export class SparseMemory implements BlockReader {
  private readonly pages = new Map<number, Uint8Array>();

  constructor(readonly length: number) {}

  async read(offset: number, length: number): Promise<Uint8Array> {
    const bytes = new Uint8Array(Math.max(0, Math.min(length, this.length - offset)));
    this.eachPage(offset, bytes.length, (page, at, inPage, count) => {
      const stored = this.pages.get(page);
      if (stored) bytes.set(stored.subarray(inPage, inPage + count), at);
    });
    return bytes;
  }

  write(offset: number, bytes: Uint8Array): void {
    if (offset + bytes.length > this.length) throw new Error('write past the end');
    this.eachPage(offset, bytes.length, (page, at, inPage, count) => {
      const stored = this.pages.get(page) ?? new Uint8Array(pageBytes);
      stored.set(bytes.subarray(at, at + count), inPage);
      this.pages.set(page, stored);
    });
  }

  writeAll(writes: Write[], base = 0): void {
    for (const { offset, bytes } of writes) this.write(base + offset, bytes);
  }

  isHole(offset: number, length: number): boolean {
    let isHole = true;
    this.eachPage(offset, Math.max(0, Math.min(length, this.length - offset)), (page) => {
      isHole &&= !this.pages.has(page);
    });
    return isHole;
  }

  private eachPage(
    offset: number,
    length: number,
    visit: (page: number, at: number, inPage: number, count: number) => void,
  ) {
    for (let at = 0; at < length;) {
      const inPage = (offset + at) % pageBytes;
      const count = Math.min(pageBytes - inPage, length - at);
      visit(Math.floor((offset + at) / pageBytes), at, inPage, count);
      at += count;
    }
  }
}
