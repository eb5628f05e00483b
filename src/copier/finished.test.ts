import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { CopyOrder, Manifest } from '@/core/copy';
import { unsafeValue } from '@/core/result';
import { CopyFolder, copyFiles } from './copy-folder';
import type { DirectReader } from './direct-read';
import type { ImageFile } from './image-file';
import { MemoryDrive, blockSize, blocks, drives, order } from './memory-drive.test.data';
import { orderFrom } from './order-from';
import { Pacer } from './pacer';
import { verifyTarget } from './verify-target';

let root: string;
let folder: CopyFolder;
beforeEach(() => {
  root = mkdtempSync(join(tmpdir(), 'jicara-finished-'));
  folder = new CopyFolder(join(root, 'copy'));
});
afterEach(() => rmSync(root, { recursive: true }));

let now = 0;
const hooks = {
  progress: () => {},
  stopped: () => false,
  nowMs: () => (now += 10),
  sleep: async () => {},
};
const setting = { simulated: true, into: 'drive', areaOf: async () => 'SYSTEM/CORE.BIN' } as const;
const pacer = () => new Pacer([{ fromBytes: 0, bytesPerS: 1e9 }], 'free', hooks);
const sum = (bytes: Uint8Array | string) => createHash('sha256').update(bytes).digest('hex');

async function carried(its: ReturnType<typeof drives>, wanted: CopyOrder, more: Partial<typeof hooks> = {}) {
  const { standing } = await folder.beginOrGoOn(wanted);
  return unsafeValue(
    await folder.carryOut(standing, { ...its, pacer: pacer() }, setting, { ...hooks, ...more }),
  );
}
async function finished(its = drives(), wanted = order()) {
  const outcome = await carried(its, wanted);
  if (outcome.kind !== 'finished') throw new Error(outcome.kind);
  return { its, ...outcome };
}

describe('the folder of a copy', () => {
  it('where nothing was begun has nothing', async () => {
    expect([await folder.standing(), await folder.soFar(), await folder.manifestText()]).toEqual([
      null,
      null,
      null,
    ]);
    await folder.drop();
  });

  it('keeps the order as it was written, with what its writer adds, and knows it again', async () => {
    const begun = await folder.begin(order(), { job: 'J-1' });
    expect(JSON.parse(begun.text)).toMatchObject({ job: 'J-1', sectorBytes: 512 });
    expect(begun.digest).toBe(sum(begun.text));
    const standing = await folder.standing();
    expect(standing).toMatchObject({ digest: begun.digest, text: begun.text });
    expect(standing!.order).toEqual(order());
    expect(await folder.beginOrGoOn(order())).toMatchObject({ goesOn: true, standing: { text: begun.text } });
    const other = { ...order(), sectorBytes: 4096 };
    expect(await folder.beginOrGoOn(other)).toMatchObject({ goesOn: false, standing: { order: other } });
  });

  it.each(['{', '{}', 'null'])('does not go on from an order that reads %s', async (text) => {
    await folder.begin(order());
    writeFileSync(join(folder.path, 'order.json'), text);
    expect(await folder.standing()).toBeNull();
    expect(await folder.beginOrGoOn(order())).toMatchObject({ goesOn: false });
  });

  it('tells how far a copy came, and finishes it with its manifest, once', async () => {
    const its = drives();
    let asked = 0;
    expect(await carried(its, order(), { stopped: () => (asked += 1) > 2 })).toEqual({ kind: 'stopped' });
    expect(await folder.soFar()).toEqual({ verifiedBlocks: 32, writtenBlocks: 32, done: false });
    expect(await folder.manifestOf((await folder.standing())!)).toBeNull();
    const { manifest, proof } = await finished(its);
    expect(await folder.soFar()).toEqual({ verifiedBlocks: blocks, writtenBlocks: blocks, done: true });
    expect(await folder.manifestOf((await folder.standing())!)).toEqual(manifest);
    expect(readdirSync(folder.path).sort()).toEqual([...copyFiles].sort());
    // Read again and found as it was: the proof that stands is older, and stays.
    expect((await finished(its)).proof).toEqual(proof);
    its.target.bytes[7 * blockSize]! ^= 1;
    const again = await finished(its);
    expect(again.proof).toMatchObject({ redoneBlocks: 1, grade: 'read-back' });
    expect(again.proof.seconds).not.toBe(proof.seconds);
    await folder.drop();
    expect([await folder.standing(), await folder.soFar(), await folder.manifestText()]).toEqual([
      null,
      null,
      null,
    ]);
  });

  it('takes no manifest for its own that belongs to another order, or was changed', async () => {
    await finished();
    const standing = (await folder.standing())!;
    expect(await folder.manifestOf({ ...standing, digest: sum('other') })).toBeNull();
    const path = join(folder.path, 'manifest.json');
    writeFileSync(path, readFileSync(path, 'utf8').slice(0, -20));
    expect(await folder.manifestOf(standing)).toBeNull();
  });

  it('gives a copy that was not read back its proof when it is read later', async () => {
    const its = drives();
    const wanted = order({ mode: 'skipped', reason: 'the owner waits' });
    expect((await finished(its, wanted)).proof.grade).toBe('not-read-back');
    const later = await finished(its, wanted);
    expect(later.proof).toMatchObject({ grade: 'read-back-later', readBackFrom: 'past-the-cache' });
    expect(later.manifest.parts[0]!.resultSha256).toBe(later.manifest.parts[0]!.sourceSha256);
  });

  it('passes on what stopped a copy', async () => {
    const its = drives();
    its.target.trouble = { after: 3, kind: 'unplugged' };
    const standing = await folder.begin(order());
    expect(await folder.carryOut(standing, { ...its, pacer: pacer() }, setting, hooks)).toMatchObject({
      ok: false,
      fault: { code: 'unplugged' },
    });
    expect(await folder.manifestText()).toBeNull();
  });
});

describe('the manifest', () => {
  it('says which bytes went where, and what they add up to', async () => {
    const wanted = order();
    wanted.spans[49] = { ...wanted.spans[49]!, part: 0 };
    wanted.spans[48] = { ...wanted.spans[48]!, part: 7 };
    const its = drives();
    its.target.isBlank = false;
    const { manifest, proof } = await finished(its, wanted);
    const digests = wanted.spans.map(({ source, bytes }) =>
      sum(its.source.bytes.subarray(source, source + bytes)),
    );
    expect(manifest).toMatchObject({
      schema: 'jicara.manifest/3',
      orderSha256: (await folder.standing())!.digest,
      source: { benchLabel: 'old', serial: '', bytes: blocks * blockSize },
      target: { benchLabel: 'new' },
      blockBytes: 2 ** 20,
      digests,
      spans: wanted.spans,
      rewrites: [{ what: 'table', offset: 0, bytes: 9, sha256: sum('rewritten') }],
    });
    expect(manifest.source).not.toHaveProperty('stamp');
    const part = (number: number, name: string, from: number, to: number) => ({
      number,
      name,
      bytes: (to - from) * blockSize,
      sourceSha256: sum(digests.slice(from, to).join('\n')),
      resultSha256: sum(digests.slice(from, to).join('\n')),
    });
    expect(manifest.parts).toEqual([
      part(1, 'system', 0, 48),
      part(7, 'the drive’s beginning', 48, 49),
      part(0, 'the drive’s beginning', 49, 50),
    ]);
    expect(proof).toMatchObject({
      grade: 'read-back',
      simulated: true,
      into: 'drive',
      blocks,
      bytes: blocks * blockSize,
      mismatches: 0,
      rewrites: 1,
      sha256: sum(digests.join('\n')),
      readBack: wanted.readBack,
      readBackFrom: 'past-the-cache',
      redoneBlocks: 0,
      unreadable: [],
    });
  });

  it('claims no result where nothing was read back', async () => {
    const { manifest } = await finished(drives(), order({ mode: 'skipped', reason: 'x' }));
    expect(manifest.parts.map(({ resultSha256 }) => resultSha256)).toEqual([null]);
    expect(manifest.proof.readBackFrom).toBeNull();
  });

  it('names where something could not be read: its part, and what its file system says, or nothing', async () => {
    const wanted = order();
    wanted.spans[49] = { ...wanted.spans[49]!, part: 0 };
    const its = drives();
    its.source.bad = [
      [2 * blockSize, 2 * blockSize + 512],
      [50 * blockSize - 512, 50 * blockSize],
    ];
    const { proof } = await finished(its, wanted);
    expect(proof.unreadable).toEqual([
      { offset: 2 * blockSize, bytes: 512, part: 'system', area: 'SYSTEM/CORE.BIN' },
      { offset: 50 * blockSize - 512, bytes: 512, part: 'the drive’s beginning', area: 'SYSTEM/CORE.BIN' },
    ]);
  });
});

describe('an order', () => {
  it('is the plan between two drives of these identities', () => {
    const side = (benchLabel: string) => ({ benchLabel, serial: `${benchLabel}-1`, bytes: 9000, more: 'x' });
    const stamp = null;
    const made = orderFrom(
      { ...side('old'), stamp, imageSha256: 'f'.repeat(64) } as never,
      side('new'),
      {
        sourceSectorBytes: 4096,
        partitions: [
          { number: 1, name: 'system' },
          { number: 2, name: '' },
        ],
      } as never,
      {
        spans: [
          { source: 0, target: 1, bytes: 2, part: 1 },
          { source: 3, target: 4, bytes: 5, part: 2, zero: true },
        ],
        rewrites: [{ what: 'table', offset: 8, bytes: Buffer.from('abc'), more: 1 }],
      } as never,
      { mode: 'last', reason: 'night' },
    );
    expect(made).toEqual({
      schema: 'jicara.copy-order/3',
      source: { benchLabel: 'old', serial: 'old-1', bytes: 9000, stamp, imageSha256: 'f'.repeat(64) },
      target: { benchLabel: 'new', serial: 'new-1', bytes: 9000 },
      sectorBytes: 4096,
      readBack: { mode: 'last', reason: 'night' },
      parts: [
        { number: 1, name: 'system' },
        { number: 2, name: 'partition 2' },
      ],
      spans: [
        { source: 0, target: 1, bytes: 2, part: 1, zero: false },
        { source: 3, target: 4, bytes: 5, part: 2, zero: true },
      ],
      rewrites: [{ what: 'table', offset: 8, base64: 'YWJj' }],
    });
  });
});

describe('a finished copy that is read again', () => {
  const readerOf = (drive: MemoryDrive) =>
    ({
      from: 'past-the-cache',
      readInto: (offset: number, into: Uint8Array) => drive.readInto(offset, into),
    }) as unknown as DirectReader;
  const told: number[] = [];
  const verify = (
    { source, target }: ReturnType<typeof drives>,
    manifest: Manifest,
    withSource = false,
    bytes = target.length,
  ) => {
    told.length = 0;
    const from = withSource ? (source as unknown as ImageFile) : null;
    return verifyTarget({ reader: readerOf(target), bytes }, manifest, from, (share) => told.push(share));
  };
  /** Blocks of zeros by order: on a blank target they are left out, and have no digest. */
  const cleared = () => {
    const wanted = order();
    for (let i = 20; i < 30; i += 1) wanted.spans[i] = { ...wanted.spans[i]!, zero: true };
    return wanted;
  };

  it('is what its manifest says, of each kind of block', async () => {
    const { its, manifest } = await finished(drives(), cleared());
    expect(manifest.digests).toHaveLength(40);
    for (const withSource of [false, true])
      expect(unsafeValue(await verify(its, manifest, withSource))).toEqual({
        schema: 'jicara.verification/2',
        grade: 'read-back-later',
        readBackFrom: 'past-the-cache',
        blocks,
        differing: [],
        rewrittenBlocks: 1,
        againstSource: withSource,
      });
    expect(told).toEqual([0]);
  });

  it.each([
    ['a block that was carried', 40 * blockSize + 5, 40 * blockSize, blockSize],
    ['a block that had to read zero', 25 * blockSize, 25 * blockSize, blockSize],
    ['what was rewritten', 3, 0, 9],
  ])('says where %s differs', async (_, at, offset, bytes) => {
    const { its, manifest } = await finished(drives(), cleared());
    its.target.bytes[at]! ^= 2;
    for (const withSource of [false, true])
      expect(unsafeValue(await verify(its, manifest, withSource))).toMatchObject({
        grade: 'differs',
        differing: [{ offset, bytes }],
      });
  });

  it('compares the rest of a rewritten block where the source is there, and only there', async () => {
    const { its, manifest } = await finished();
    its.target.bytes[100]! ^= 2;
    expect(unsafeValue(await verify(its, manifest))).toMatchObject({ grade: 'read-back-later' });
    expect(unsafeValue(await verify(its, manifest, true))).toMatchObject({
      grade: 'differs',
      differing: [{ offset: 0, bytes: blockSize }],
    });
  });

  it('tells a source that is no longer what was copied', async () => {
    const { its, manifest } = await finished();
    its.source.bytes[7 * blockSize]! ^= 2;
    expect(unsafeValue(await verify(its, manifest))).toMatchObject({ grade: 'read-back-later' });
    expect(unsafeValue(await verify(its, manifest, true))).toMatchObject({
      differing: [{ offset: 7 * blockSize, bytes: blockSize }],
    });
  });

  it('reads nothing from a source where a block only clears', async () => {
    const used = drives();
    used.target.isBlank = false;
    const { its, manifest } = await finished(used, cleared());
    expect(manifest.digests).toHaveLength(blocks);
    its.source.bytes.fill(6, 20 * blockSize, 30 * blockSize);
    expect(unsafeValue(await verify(its, manifest, true))).toMatchObject({
      grade: 'read-back-later',
      blocks,
    });
  });

  it('that lies on a drive of another size differs behind the smaller end', async () => {
    const { its, manifest } = await finished();
    expect(unsafeValue(await verify(its, manifest, false, (blocks - 1) * blockSize))).toMatchObject({
      grade: 'differs',
      differing: [
        { offset: (blocks - 1) * blockSize, bytes: blockSize },
        { offset: (blocks - 1) * blockSize, bytes: blockSize },
      ],
    });
    expect(unsafeValue(await verify(its, manifest, false, blocks * blockSize + 512))).toMatchObject({
      differing: [{ offset: blocks * blockSize, bytes: 512 }],
    });
    const short = unsafeValue(await verify(its, manifest, false, 5));
    expect(short.differing.filter(({ offset }) => offset === 0)).toHaveLength(2);
  });

  it('whose manifest leaves out blocks without saying which is not guessed at', async () => {
    const { its, manifest } = await finished();
    const fewer = { ...manifest, digests: manifest.digests.slice(1) };
    expect(await verify(its, fewer)).toMatchObject({ ok: false, fault: { code: 'left-out' } });
  });
});
