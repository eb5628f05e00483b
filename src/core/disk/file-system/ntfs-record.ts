import { latin1, u64, viewOf } from '../bytes';

/** A stretch of clusters of a file; `cluster` is null where it is a hole. */
export type Run = { cluster: number | null; clusters: number };

export type Attribute =
  | { type: number; isResident: true; value: Uint8Array }
  | { type: number; isResident: false; firstCluster: number; bytes: number; runs: Run[] };

/** Attribute types that are looked for (NTFS documentation of the Linux kernel and of ntfs-3g, layout.h). */
export const attributeType = { list: 0x20, volumeName: 0x60, volumeInfo: 0x70, data: 0x80 } as const;

/** The mark and the update sequence: the last two bytes of each 512 were exchanged for a counter when the record was written. */
export function restoreRecord(raw: Uint8Array): Uint8Array | null {
  if (raw.length < 512 || latin1(raw.subarray(0, 4)) !== 'FILE') return null;
  const record = raw.slice();
  const view = viewOf(record);
  const at = view.getUint16(4, true);
  const count = view.getUint16(6, true);
  if (count !== raw.length / 512 + 1 || at + 2 * count > 510) return null;
  const counter = view.getUint16(at, true);
  for (let i = 1; i < count; i += 1) {
    const end = i * 512 - 2;
    if (view.getUint16(end, true) !== counter) return null;
    view.setUint16(end, view.getUint16(at + 2 * i, true), true);
  }
  return record;
}

/**
 * Run list: each run begins with a byte of two sizes, then its length and the signed distance from the run before.
 * Null where a run is empty, leads outside or the list is cut off.
 */
export function parseRuns(bytes: Uint8Array, clusters: number): Run[] | null {
  const runs: Run[] = [];
  let cluster = 0;
  for (let at = 0; at < bytes.length && bytes[at] !== 0;) {
    const lengthBytes = bytes[at]! & 15;
    const offsetBytes = bytes[at]! >>> 4;
    const end = at + 1 + lengthBytes + offsetBytes;
    if (lengthBytes === 0 || lengthBytes > 8 || offsetBytes > 8 || end > bytes.length) return null;
    const length = signedAt(bytes, at + 1, lengthBytes);
    if (length <= 0) return null;
    if (offsetBytes === 0) runs.push({ cluster: null, clusters: length });
    else {
      cluster += signedAt(bytes, at + 1 + lengthBytes, offsetBytes);
      if (cluster < 0 || cluster + length > clusters) return null;
      runs.push({ cluster, clusters: length });
    }
    at = end;
  }
  return runs;
}

function signedAt(bytes: Uint8Array, at: number, count: number): number {
  let value = 0n;
  for (let i = count - 1; i >= 0; i -= 1) value = (value << 8n) | BigInt(bytes[at + i]!);
  return Number(BigInt.asIntN(count * 8, value));
}

/** The attributes of a restored record without names of their own (named streams are nobody's business here); null where one leaves the record. */
export function parseAttributes(record: Uint8Array, clusters: number): Attribute[] | null {
  const view = viewOf(record);
  const attributes: Attribute[] = [];
  for (let at = view.getUint16(20, true); at + 16 <= record.length;) {
    const type = view.getUint32(at, true);
    if (type === 0xffffffff) return attributes;
    const length = view.getUint32(at + 4, true);
    if (length < 24 || at + length > record.length) return null;
    const attribute = record.subarray(at, at + length);
    if (record[at + 9] === 0) {
      const parsed = parseAttribute(attribute, type, clusters);
      if (!parsed) return null;
      attributes.push(parsed);
    }
    at += length;
  }
  return null;
}

function parseAttribute(bytes: Uint8Array, type: number, clusters: number): Attribute | null {
  const view = viewOf(bytes);
  if (bytes[8] === 0) {
    const from = view.getUint16(20, true);
    const length = view.getUint32(16, true);
    return from + length > bytes.length
      ? null
      : { type, isResident: true, value: bytes.subarray(from, from + length) };
  }
  if (bytes.length < 64) return null;
  const firstCluster = u64(view, 16);
  const runs = parseRuns(bytes.subarray(view.getUint16(32, true)), clusters);
  // Only the first of several pieces carries the size.
  return (
    runs && { type, isResident: false, firstCluster, bytes: firstCluster === 0 ? u64(view, 48) : 0, runs }
  );
}
