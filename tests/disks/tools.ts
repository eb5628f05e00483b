import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type AnyFileSystem, type BlockReader, readContent } from '@/core/disk';
import { ImageFile } from '@/copier';

/** Debian keeps makers and checkers of file systems out of a plain user’s path. */
const env = {
  ...process.env,
  PATH: `${process.env.PATH}:/usr/sbin:/sbin`,
  LC_ALL: 'C.UTF-8',
  MTOOLS_SKIP_CHECK: '1',
};

/** Runs one of Debian's tools; a tool that fails fails the test with what it printed. */
export function tool(command: string, ...args: string[]): string {
  return execFileSync(command, args, {
    env,
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'pipe'],
    maxBuffer: 2 ** 26,
  });
}

/** A tool whose exit code is part of its answer. */
export function toolWithInput(input: string, command: string, ...args: string[]): string {
  return execFileSync(command, args, { env, encoding: 'utf8', input, stdio: ['pipe', 'pipe', 'pipe'] });
}

/** A folder for one test file, taken away with `clear`. */
export function workFolder(name: string) {
  const folder = mkdtempSync(join(tmpdir(), `jicara-${name}-`));
  return {
    folder,
    path: (file: string) => join(folder, file),
    clear: () => rmSync(folder, { recursive: true }),
  };
}

/** A file that is one hole of so many bytes. */
export function blank(path: string, bytes: number): string {
  writeFileSync(path, '');
  truncateSync(path, bytes);
  return path;
}

/** Bytes of no meaning, the same for the same seed. */
export function noise(bytes: number, seed: number): Buffer {
  const content = Buffer.alloc(bytes);
  let state = seed >>> 0 || 1;
  for (let i = 0; i + 4 <= bytes; i += 4) {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    content.writeUInt32LE(state >>> 0, i);
  }
  return content;
}

/** A tree of files of many sizes, as a device would have them. */
export function fileTree(folder: string, count: number): { name: string; bytes: Buffer }[] {
  mkdirSync(join(folder, 'GAMES'), { recursive: true });
  return Array.from({ length: count }, (_, i) => {
    const name = i % 2 === 0 ? `FILE${i}.BIN` : `GAMES/G${i}.DAT`;
    const bytes = noise(1000 + ((i * 7919) % 90_000), i + 1);
    writeFileSync(join(folder, name), bytes);
    return { name, bytes };
  });
}

/** Opens an image for as long as `look` needs it. */
export async function withImage<T>(path: string, look: (reader: BlockReader) => Promise<T>): Promise<T> {
  const reader = await ImageFile.open(path, 'read');
  try {
    return await look(reader);
  } finally {
    await reader.close();
  }
}

/** Reads an image that is one file system; anything else fails the test. */
export const readVolume = (path: string): Promise<AnyFileSystem> =>
  withImage(path, async (reader) => {
    const content = await readContent(reader);
    if (content.kind !== 'file-system') throw new Error(JSON.stringify(content));
    return content.fileSystem;
  });

/** The first number that a pattern finds in a tool's answer. */
export function numberIn(text: string, pattern: RegExp): number {
  const found = pattern.exec(text);
  if (!found) throw new Error(`${pattern} is not in:\n${text}`);
  return Number(found[1]);
}
