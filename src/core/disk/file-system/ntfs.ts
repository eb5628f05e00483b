import type { BitmapPiece } from '../bitmap';
import type { BlockReader } from '../block-reader';
import { isPowerOfTwo, latin1, u64, viewOf } from '../bytes';
import { type NotRead, notRead } from './file-system';
import { type Attribute, type Run, attributeType, parseAttributes, restoreRecord } from './ntfs-record';

/** Source of all fields: the NTFS documentation that ships with ntfs-3g (layout.h) and the Linux kernel. */
export type Ntfs = {
  sectorBytes: number;
  clusterBytes: number;
  hiddenSectors: number;
  /** Sectors of the volume; the copy of the boot sector stands in the one behind the last. */
  totalSectors: number;
  clusters: number;
  mftCluster: number;
  recordBytes: number;
  serial: string;
};

/** Offset of the "hidden sectors" in the boot sector, bytes. */
export const ntfsHiddenField = 28;

/** Reads the boot sector. What speaks against it is said in a sentence. */
export function parseNtfs(boot: Uint8Array): { ok: true; value: Ntfs } | NotRead {
  const not = (why: string) => notRead(`This NTFS cannot be read: ${why}.`);
  if (boot.length < 512 || latin1(boot.subarray(3, 11)) !== 'NTFS    ') return not('its name is missing');
  const view = viewOf(boot);
  const sectorBytes = view.getUint16(11, true);
  const perCluster = sizeCode(boot[13]!, 1);
  const clusterBytes = perCluster * sectorBytes;
  if (sectorBytes < 512 || sectorBytes > 4096 || !isPowerOfTwo(sectorBytes))
    return not(`sectors of ${sectorBytes} bytes`);
  if (!isPowerOfTwo(clusterBytes) || clusterBytes > 2 ** 21)
    return not('its clusters have an impossible size');
  const recordBytes = sizeCode(boot[64]!, clusterBytes);
  if (!isPowerOfTwo(recordBytes) || recordBytes < 1024 || recordBytes > 65_536)
    return not('its file records have an impossible size');
  const totalSectors = u64(view, 40);
  if (!(totalSectors > 0) || totalSectors * sectorBytes > Number.MAX_SAFE_INTEGER)
    return not('its size is impossible');
  const clusters = Math.floor(totalSectors / perCluster);
  const mftCluster = u64(view, 48);
  if (!(mftCluster < clusters)) return not('its table of files lies outside');
  const value = {
    sectorBytes,
    clusterBytes,
    hiddenSectors: view.getUint32(ntfsHiddenField, true),
    totalSectors,
    clusters,
    mftCluster,
    recordBytes,
    serial: view.getBigUint64(72, true).toString(16).toUpperCase().padStart(16, '0'),
  };
  return { ok: true, value };
}

/** A count of `unit`, or, above 0x80, a power of two with the sign turned. */
const sizeCode = (byte: number, unit: number) => (byte <= 0x80 ? byte * unit : 2 ** (256 - byte));

/** Most records that one file's list is followed through. */
const mostExtensions = 4096;

/** The table of files: finds records by number through its own runs. */
export class FileRecords {
  private runs: Run[];

  constructor(
    private readonly partition: BlockReader,
    private readonly fs: Ntfs,
  ) {
    const first = Math.max(1, Math.ceil((16 * fs.recordBytes) / fs.clusterBytes));
    // Until record 0 is read, only the first records are known to stand together.
    this.runs = [{ cluster: fs.mftCluster, clusters: first }];
  }

  /** Reads record 0, which says where all others are; false where it cannot be read. */
  async open(): Promise<boolean> {
    const own = await this.data(0);
    if (!own || own.runs.length === 0) return false;
    this.runs = own.runs;
    return true;
  }

  private async attributes(number: number): Promise<Attribute[] | null> {
    const raw = await readRuns(
      this.partition,
      this.fs,
      this.runs,
      number * this.fs.recordBytes,
      this.fs.recordBytes,
    );
    const record = raw && restoreRecord(raw);
    return record ? parseAttributes(record, this.fs.clusters) : null;
  }

  /** A value that lies in the record itself, such as the label; null where there is none. */
  async resident(number: number, type: number): Promise<Uint8Array | null> {
    const found = (await this.attributes(number))?.find((attribute) => attribute.type === type);
    return found?.isResident ? found.value : null;
  }

  /** The runs and the size of a file's content, gathered from all the records that it is spread over; null where one is broken. */
  async data(number: number): Promise<{ runs: Run[]; bytes: number } | null> {
    const own = await this.attributes(number);
    if (!own) return null;
    const list = own.find((attribute) => attribute.type === attributeType.list);
    const pieces = own.filter(isData);
    if (list) {
      const bytes = list.isResident
        ? list.value
        : await readRuns(this.partition, this.fs, list.runs, 0, Math.min(list.bytes, 2 ** 20));
      if (!bytes) return null;
      const extensions = listedRecords(bytes, number);
      if (extensions.length > mostExtensions) return null;
      for (const extension of extensions) {
        // Extensions of the table itself are found through the runs that are known so far.
        if (number === 0 && pieces.length > 0) this.runs = inOrder(pieces);
        const more = await this.attributes(extension);
        if (!more) return null;
        pieces.push(...more.filter(isData));
      }
    }
    const bytes = pieces.find((piece) => piece.firstCluster === 0)?.bytes;
    return bytes === undefined ? null : { runs: inOrder(pieces), bytes };
  }
}

type DataPiece = Extract<Attribute, { isResident: false }>;
const isData = (attribute: Attribute): attribute is DataPiece =>
  attribute.type === attributeType.data && !attribute.isResident;

const inOrder = (pieces: DataPiece[]): Run[] =>
  [...pieces].sort((a, b) => a.firstCluster - b.firstCluster).flatMap((piece) => piece.runs);

/** Numbers of the other records that an attribute list names for unnamed data, each once. */
function listedRecords(list: Uint8Array, own: number): number[] {
  const view = viewOf(list);
  const records = new Set<number>();
  for (let at = 0; at + 26 <= list.length;) {
    const length = view.getUint16(at + 4, true);
    if (length < 26) break;
    const record = view.getUint32(at + 16, true) + view.getUint16(at + 20, true) * 2 ** 32;
    if (view.getUint32(at, true) === attributeType.data && list[at + 6] === 0 && record !== own)
      records.add(record);
    at += length;
  }
  return [...records];
}

/** Bytes of a file by its runs; null where they end before, or lead into a hole. */
async function readRuns(
  partition: BlockReader,
  fs: Ntfs,
  runs: Run[],
  offset: number,
  length: number,
): Promise<Uint8Array | null> {
  const bytes = new Uint8Array(length);
  let done = 0;
  let base = 0;
  for (const run of runs) {
    const end = base + run.clusters * fs.clusterBytes;
    if (offset + done < end && done < length) {
      if (run.cluster === null) return null;
      const inRun = offset + done - base;
      const count = Math.min(length - done, end - offset - done);
      const got = await partition.read(run.cluster * fs.clusterBytes + inRun, count);
      if (got.length < count) return null;
      bytes.set(got, done);
      done += count;
    }
    base = end;
  }
  return done === length ? bytes : null;
}

/** A file's runs as stretches of bytes on the partition; null where one is a hole. */
export function piecesOf(fs: Ntfs, runs: Run[]): BitmapPiece[] | null {
  if (runs.some((run) => run.cluster === null)) return null;
  return runs.map((run) => ({
    offset: run.cluster! * fs.clusterBytes,
    bytes: run.clusters * fs.clusterBytes,
  }));
}
