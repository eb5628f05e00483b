import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { sameWork } from '@/core/copy';
import { type FileStamp, surelyUnchanged } from '@/core/file-stamp';
import { unsafeValue } from '@/core/result';
import { type CopyHooks, runEngine } from './copy-engine';
import { sha256 } from './digest';
import { blockSize, blocks, drives, order, same } from './memory-drive.test.data';
import { Pacer } from './pacer';

let root: string;
beforeEach(() => (root = mkdtempSync(join(tmpdir(), 'jicara-again-'))));
afterEach(() => rmSync(root, { recursive: true }));

let clock = 0;
const hooks: CopyHooks = {
  progress: () => {},
  stopped: () => false,
  nowMs: () => (clock += 10),
  sleep: async () => {},
};
type Drives = ReturnType<typeof drives>;
const stamp = (changedNs: number): FileStamp => ({
  device: '1',
  file: '2',
  bytes: String(blocks * blockSize),
  modifiedNs: String(changedNs),
  changedNs: String(changedNs),
  seenNs: '9000000000',
});

const run = (its: Drives, wanted = order(), more: Partial<CopyHooks> = {}) =>
  runEngine(
    {
      order: wanted,
      orderDigest: sha256(JSON.stringify(wanted)),
      folder: root,
      ...its,
      pacer: new Pacer([{ fromBytes: 0, bytesPerS: 1e9 }], 'free', hooks),
    },
    { ...hooks, ...more },
  );

/** A copy that was stopped with 32 of 50 blocks verified. */
async function stopped(mode: 'each' | 'last' | 'skipped' = 'each', state: FileStamp | null = null) {
  const its = drives();
  its.source.state = state;
  const plain = order(mode === 'each' ? undefined : { mode, reason: 'a reason' });
  const wanted = { ...plain, source: { ...plain.source, stamp: state } };
  let asked = 0;
  expect(unsafeValue(await run(its, wanted, { stopped: () => (asked += 1) > 2 }))).toEqual({
    kind: 'stopped',
  });
  its.target.writes = 0;
  return { its, wanted };
}

describe('what an earlier run left', () => {
  it.each([
    ['in a finished block', 3 * blockSize + 17, 1],
    ['in a block of zeros that was left out', 25 * blockSize, 1],
  ])('and was changed since %s is done again', async (_, at, redone) => {
    const { its, wanted } = await stopped();
    its.target.bytes[at]! ^= 1;
    const outcome = unsafeValue(await run(its, wanted));
    expect(outcome).toMatchObject({ kind: 'copied', grade: 'read-back', redoneBlocks: redone });
    expect(same(its)).toBe(true);
  });

  it('and is a blank drive of the same size now is done again, every block that is not zero', async () => {
    const { its, wanted } = await stopped();
    const { bytes } = its.target;
    bytes.fill(0);
    const outcome = unsafeValue(await run(its, wanted));
    expect(outcome).toMatchObject({ kind: 'copied', redoneBlocks: 22 });
    expect(same(its)).toBe(true);
  });

  it('and is another drive full of old bytes now is done again, zeros too, also behind what was finished', async () => {
    const { its, wanted } = await stopped();
    its.target.bytes.fill(0x5a);
    unsafeValue(await run(its, wanted));
    expect(same(its)).toBe(true);
    // Zeros that were not reached yet were left out because the drive was blank at the beginning: it need not be now.
    const late = await stopped('skipped');
    late.its.source.bytes.fill(0, 45 * blockSize, 46 * blockSize);
    late.its.target.bytes.fill(7, 45 * blockSize, 46 * blockSize);
    unsafeValue(await run(late.its, late.wanted));
    expect(same(late.its)).toBe(true);
  });

  it('is refused where the source is another one of the same name and size', async () => {
    const { its, wanted } = await stopped();
    its.source.bytes[5 * blockSize]! ^= 0x80;
    expect(await run(its, wanted)).toMatchObject({ ok: false, fault: { code: 'source-changed' } });
    expect(its.target.writes).toBe(0);
  });

  it('is refused where source and target changed in the same place', async () => {
    const state = stamp(1_000);
    const { its, wanted } = await stopped('each', state);
    its.source.bytes[5 * blockSize]! ^= 0x80;
    its.target.bytes[5 * blockSize]! ^= 0x40;
    expect(await run(its, wanted)).toMatchObject({ ok: false, fault: { code: 'source-changed' } });
  });

  it('needs no second reading of a source whose stamps rule a change out', async () => {
    const state = stamp(1_000);
    const { its, wanted } = await stopped('each', state);
    let reads = 0;
    const readInto = its.source.readInto.bind(its.source);
    its.source.readInto = (offset, into) => {
      reads += 1;
      return readInto(offset, into);
    };
    unsafeValue(await run(its, wanted));
    expect(reads).toBe(blocks - 32);
    expect(same(its)).toBe(true);
  });

  it('is not gone on from while the source changes under the copy', async () => {
    const its = drives();
    its.source.state = stamp(1_000);
    const write = its.target.write.bind(its.target);
    its.target.write = (offset, bytes) => {
      its.source.state = stamp(2_000);
      return write(offset, bytes);
    };
    expect(await run(its)).toMatchObject({ ok: false, fault: { code: 'source-changed' } });
  });

  it('that was not read back is read again all the same, and all of it makes a read-back later', async () => {
    const { its, wanted } = await stopped('skipped');
    its.target.bytes[blockSize]! ^= 1;
    expect(unsafeValue(await run(its, wanted))).toMatchObject({ grade: 'not-read-back', redoneBlocks: 1 });
    expect(unsafeValue(await run(its, wanted))).toMatchObject({ grade: 'read-back-later', redoneBlocks: 0 });
    expect(same(its)).toBe(true);
  });

  it('and was finished is read again and not written, its rewrites neither', async () => {
    const { its, wanted } = await stopped();
    unsafeValue(await run(its, wanted));
    its.target.writes = 0;
    expect(unsafeValue(await run(its, wanted))).toMatchObject({ kind: 'copied', redoneBlocks: 0 });
    expect(its.target.writes).toBe(0);
    its.target.bytes[2]! ^= 1;
    unsafeValue(await run(its, wanted));
    expect(its.target.writes).toBe(1);
    expect(Buffer.from(its.target.bytes.subarray(0, 9)).toString()).toBe('rewritten');
  });

  it('could not be read then and can be read now: done again, and no longer told as unreadable', async () => {
    const its = drives();
    its.source.bad = [[5 * blockSize + 1024, 5 * blockSize + 2048]];
    let asked = 0;
    unsafeValue(await run(its, order(), { stopped: () => (asked += 1) > 2 }));
    its.source.bad = [];
    its.target.bytes[5 * blockSize]! ^= 1;
    expect(unsafeValue(await run(its))).toMatchObject({ unreadable: [], redoneBlocks: 1 });
    expect(same(its)).toBe(true);
  });

  it('stops while it is looked at, and claims no less and no more for it', async () => {
    const { its, wanted } = await stopped();
    let asked = 0;
    expect(unsafeValue(await run(its, wanted, { stopped: () => (asked += 1) > 5 })).kind).toBe('stopped');
    expect(unsafeValue(await run(its, wanted)).kind).toBe('copied');
    expect(same(its)).toBe(true);
  });

  it('wherever either drive is changed between two runs, the end is the same as the source, or refused', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom('source', 'target', 'both'),
        fc.nat({ max: blocks * blockSize - 1 }),
        fc.constantFrom('each', 'last', 'skipped'),
        async (which, at, mode) => {
          rmSync(join(root, 'journal.log'), { force: true });
          const { its, wanted } = await stopped(mode as 'each');
          if (which !== 'target') its.source.bytes[at]! ^= 0x10;
          if (which !== 'source') its.target.bytes[at]! ^= 0x20;
          const done = await run(its, wanted);
          expect(done.ok ? same(its) : done.fault.code === 'source-changed').toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('what tells one copy from another', () => {
  it('is all of its order but the state of the source', () => {
    const one = order();
    expect(
      sameWork(one, { ...one, schema: 'jicara.copy-order/3', source: { ...one.source, stamp: stamp(1) } }),
    ).toBe(true);
    const others = [
      { ...one, source: { ...one.source, bytes: 1 } },
      { ...one, source: { ...one.source, benchLabel: 'other' } },
      { ...one, source: { ...one.source, imageSha256: 'a'.repeat(64) } },
      { ...one, target: { ...one.target, serial: 'other' } },
      { ...one, sectorBytes: 4096 },
      { ...one, readBack: { mode: 'last' as const, reason: 'x' } },
      { ...one, spans: one.spans.map((span) => ({ ...span, target: blockSize })) },
      { ...one, rewrites: [] },
    ];
    for (const other of others) expect(sameWork(one, other)).toBe(false);
  });

  it('stamps say unchanged only where nothing moved and the last change was no longer fresh', () => {
    const old = stamp(1_000);
    expect(surelyUnchanged(old, { ...old, seenNs: '12345678901' })).toBe(true);
    for (const key of ['device', 'file', 'bytes', 'modifiedNs', 'changedNs'] as const)
      expect(surelyUnchanged(old, { ...old, [key]: '77' })).toBe(false);
    const fresh = stamp(7_000_000_000);
    expect(surelyUnchanged(fresh, fresh)).toBe(false);
    const justOldEnough = stamp(6_999_999_999);
    expect(surelyUnchanged(justOldEnough, justOldEnough)).toBe(true);
    expect(surelyUnchanged(null, old)).toBe(false);
    expect(surelyUnchanged(old, null)).toBe(false);
  });
});
