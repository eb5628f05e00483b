import { type Result, ok, refuse } from '../../result';
import type { BlockReader } from '../block-reader';
import { latin1, viewOf } from '../bytes';
import type { ByteRange } from '../byte-range';
import { type Fat, clusterBytes, clusterOffset, dataStartSector, endOfChain, rootStartSector } from './fat';
import { readEntry } from './fat-table';

const broken = (sentence: string) => refuse('fat-chain', sentence, 'Check the old drive first.');

/** The clusters of one chain, in order. Faults: a loop, a step outside, a chain longer than `mostClusters`. */
export async function readChain(
  partition: BlockReader,
  fat: Fat,
  first: number,
  mostClusters: number,
): Promise<Result<number[]>> {
  const chain: number[] = [];
  for (let cluster = first; cluster < endOfChain(fat.bits);) {
    if (cluster < 2 || cluster > fat.clusters + 1) return broken('A file leaves the file system.');
    if (chain.length >= mostClusters) return broken('A file has no end.');
    chain.push(cluster);
    const next = await readEntry(partition, fat, cluster);
    if (next === null) return broken('The allocation table ends too soon.');
    cluster = next;
  }
  return ok(chain);
}

export type FatFile = { name: string; isDirectory: boolean; firstCluster: number; bytes: number };

/** 2 MiB is the largest folder that the specification allows (65,536 entries of 32 bytes). */
const mostDirectoryBytes = 2 ** 21;

/** The stretches of bytes that a folder lies in; cluster 0 names the root. */
async function directoryRanges(
  partition: BlockReader,
  fat: Fat,
  first: number,
): Promise<Result<ByteRange[]>> {
  if (fat.bits !== 32 && first === 0)
    return ok([
      { start: rootStartSector(fat) * fat.sectorBytes, end: dataStartSector(fat) * fat.sectorBytes },
    ]);
  const chain = await readChain(
    partition,
    fat,
    first === 0 ? fat.rootCluster : first,
    Math.ceil(mostDirectoryBytes / clusterBytes(fat)),
  );
  if (!chain.ok) return chain;
  return ok(
    chain.value.map((cluster) => {
      const start = clusterOffset(fat, cluster);
      return { start, end: start + clusterBytes(fat) };
    }),
  );
}

/** Characters of a long name in one of its entries (specification section 7): 5, 6 and 2 of two bytes. */
const longNameSlices = [
  [1, 11],
  [14, 26],
  [28, 32],
] as const;

function longNamePiece(entry: Uint8Array): string {
  const bytes = longNameSlices.flatMap(([from, to]) => [...entry.subarray(from, to)]);
  return new TextDecoder('utf-16le').decode(new Uint8Array(bytes)).replace(/\0.*$/su, '');
}

function shortNameOf(entry: Uint8Array): string {
  const text = latin1(entry.subarray(0, 11));
  const extension = text.slice(8).trimEnd();
  return text.slice(0, 8).trimEnd() + (extension ? `.${extension}` : '');
}

/** The files and folders of one folder, by long name where there is one. */
export async function readDirectory(
  partition: BlockReader,
  fat: Fat,
  first: number,
): Promise<Result<FatFile[]>> {
  const ranges = await directoryRanges(partition, fat, first);
  if (!ranges.ok) return ranges;
  const files: FatFile[] = [];
  let longName = '';
  for (const { start, end } of ranges.value) {
    const bytes = await partition.read(start, end - start);
    for (let at = 0; at + 32 <= bytes.length; at += 32) {
      const entry = bytes.subarray(at, at + 32);
      if (entry[0] === 0) return ok(files);
      const attributes = entry[11]!;
      if (entry[0] !== 0xe5 && (attributes & 0x3f) === 0x0f) {
        longName = longNamePiece(entry) + longName;
        continue;
      }
      const name = longName || shortNameOf(entry);
      longName = '';
      if (entry[0] === 0xe5 || (attributes & 0x08) !== 0) continue;
      const view = viewOf(entry);
      files.push({
        name,
        isDirectory: (attributes & 0x10) !== 0,
        firstCluster: view.getUint16(20, true) * 65_536 + view.getUint16(26, true),
        bytes: view.getUint32(28, true),
      });
    }
  }
  return ok(files);
}

/** Finds a file by its path, such as `EFI/BOOT/BOOTX64.EFI`, in any mix of cases; null where there is none. */
export async function findFile(
  partition: BlockReader,
  fat: Fat,
  path: string,
): Promise<Result<FatFile | null>> {
  let cluster = 0;
  let found: FatFile | null = null;
  for (const name of path.toUpperCase().split('/')) {
    const files = await readDirectory(partition, fat, cluster);
    if (!files.ok) return files;
    found = files.value.find((file) => file.name.toUpperCase() === name) ?? null;
    if (!found) return ok(null);
    cluster = found.firstCluster;
  }
  return ok(found);
}

/** Most files that are looked through for the one that a bad sector belongs to. */
const mostFilesSearched = 20_000;

/** The paths of files that have bytes in one of the ranges: what a bad sector has cost. Folders that cannot be read are passed over. */
export async function filesAt(partition: BlockReader, fat: Fat, ranges: ByteRange[]): Promise<string[]> {
  const hit: string[] = [];
  const folders = [{ path: '', cluster: 0 }];
  const seen = new Set<number>([0]);
  let searched = 0;
  const touches = (cluster: number) => {
    const start = clusterOffset(fat, cluster);
    return ranges.some((range) => range.start < start + clusterBytes(fat) && start < range.end);
  };
  for (let folder = folders.shift(); folder; folder = folders.shift()) {
    const files = await readDirectory(partition, fat, folder.cluster);
    for (const file of files.ok ? files.value : []) {
      searched += 1;
      if (searched > mostFilesSearched) return hit;
      if (file.name === '.' || file.name === '..') continue;
      const path = `${folder.path}${file.name}`;
      const chain = await readChain(partition, fat, file.firstCluster, fat.clusters);
      if (chain.ok && chain.value.some(touches)) hit.push(path);
      if (file.isDirectory && !seen.has(file.firstCluster)) {
        seen.add(file.firstCluster);
        folders.push({ path: `${path}/`, cluster: file.firstCluster });
      }
    }
  }
  return hit;
}
