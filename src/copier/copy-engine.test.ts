import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { CopyProgress } from '@/core/copy';
import { unsafeValue } from '@/core/result';
import { readWithCare } from './careful-read';
import { type CopyHooks, runEngine } from './copy-engine';
import { sha256 } from './digest';
import { DriveError } from './drives';
import { readJournal } from './journal';
import { Pacer } from './pacer';
import { proofOf } from './manifest';
import { MemoryDrive, blockSize, blocks, drives, order, same } from './memory-drive.test.data';

let root: string;
beforeEach(() => (root = mkdtempSync(join(tmpdir(), 'jicara-engine-'))));
afterEach(() => rmSync(root, { recursive: true }));

const setting = {
  simulated: true,
  into: 'drive',
  readBackFrom: 'past-the-cache',
  areaOf: async () => null,
} as const;

let clock = 0;
const seen: CopyProgress[] = [];
const hooks: CopyHooks = {
  progress: (progress) => void seen.push(progress),
  stopped: () => false,
  nowMs: () => (clock += 10),
  sleep: async (ms) => void (clock += ms),
};

const run = (
  its: ReturnType<typeof drives>,
  wanted = order(),
  more: Partial<CopyHooks> = {},
  steps = [{ fromBytes: 0, bytesPerS: 1e9 }],
) =>
  runEngine(
    {
      order: wanted,
      orderDigest: sha256(JSON.stringify(wanted)),
      folder: root,
      ...its,
      pacer: new Pacer(steps, steps.length > 1 ? 'true' : 'free', hooks),
    },
    { ...hooks, ...more },
  );

describe('the copier', () => {
  it('leaves zeros out where the target reads zero, and only there', async () => {
    const blank = drives();
    unsafeValue(await run(blank));
    expect(same(blank)).toBe(true);
    expect(blank.target.writes).toBe(blocks - 10 + 1);
    const used = drives();
    used.target.isBlank = false;
    used.target.bytes.fill(9);
    unsafeValue(await run(used, { ...order(), sectorBytes: 4096 }));
    expect(same(used)).toBe(true);
  });

  it('reads a bad sector three times, then fills it, goes on and tells where it was', async () => {
    const its = drives();
    its.source.bad = [[5 * blockSize + 1024, 5 * blockSize + 2048]];
    const outcome = unsafeValue(await run(its));
    if (outcome.kind !== 'copied') throw new Error(outcome.kind);
    expect(outcome.unreadable).toEqual([{ offset: 5 * blockSize + 1024, bytes: 1024 }]);
    its.source.bytes.fill(0, 5 * blockSize + 1024, 5 * blockSize + 2048);
    expect(same(its)).toBe(true);
    const proof = await proofOf(order(), outcome, {
      ...setting,
      areaOf: async () => 'SYSTEM/CORE.BIN',
    });
    expect(proof.unreadable).toEqual([
      { offset: 5 * blockSize + 1024, bytes: 1024, part: 'system', area: 'SYSTEM/CORE.BIN' },
    ]);
    expect((await readJournal(join(root, 'journal.log'))).unreadable).toEqual(outcome.unreadable);
  });

  it.each([
    ['unplugged', 'unplugged'],
    ['full', 'disk-full'],
    ['not-allowed', 'not-allowed'],
  ] as const)('stops at a target that is %s, says so, and goes on later', async (kind, code) => {
    const its = drives();
    its.target.trouble = { after: 30, kind };
    expect(await run(its)).toMatchObject({ ok: false, fault: { code } });
    const { verified } = await readJournal(join(root, 'journal.log'));
    expect(verified).toBeGreaterThan(0);
    its.target.trouble = null;
    its.target.writes = 0;
    unsafeValue(await run(its));
    expect(its.target.writes).toBeLessThanOrEqual(blocks - verified + 1);
    expect(same(its)).toBe(true);
  });

  it('notices a bit that turned over, behind each batch or at the end, and never claims that block', async () => {
    for (const mode of ['each', 'last'] as const) {
      const its = drives();
      its.target.flipAt = 18;
      expect(await run(its, order({ mode, reason: 'night' }))).toMatchObject({
        ok: false,
        fault: { code: 'mismatch' },
      });
      expect((await readJournal(join(root, 'journal.log'))).verified).toBe(16);
    }
  });

  it('reads back last in a second pass that a kill does not lose', async () => {
    const its = drives();
    const wanted = order({ mode: 'last', reason: 'the night is long' });
    seen.length = 0;
    let asked = 0;
    expect(unsafeValue(await run(its, wanted, { stopped: () => (asked += 1) > 6 }))).toEqual({
      kind: 'stopped',
    });
    expect(await readJournal(join(root, 'journal.log'))).toMatchObject({ written: blocks, verified: 32 });
    expect(seen.at(-1)).toMatchObject({ phase: 'reading back', writtenBytes: blocks * blockSize });
    const writes = its.target.writes;
    expect(unsafeValue(await run(its, wanted)).kind).toBe('copied');
    expect(its.target.writes).toBe(writes + 1);
    expect(same(its)).toBe(true);
  });

  it('that does not read back claims nothing as compared', async () => {
    const its = drives();
    its.target.flipAt = 18;
    const wanted = order({ mode: 'skipped', reason: 'the owner is at the counter' });
    const outcome = unsafeValue(await run(its, wanted));
    expect(await readJournal(join(root, 'journal.log'))).toMatchObject({ written: blocks, verified: 0 });
    if (outcome.kind !== 'copied') throw new Error(outcome.kind);
    expect(await proofOf(wanted, outcome, setting)).toMatchObject({
      grade: 'not-read-back',
      readBack: wanted.readBack,
      readBackFrom: null,
    });
  });

  it('shows when a fast cache is full, and what that makes of the time left', async () => {
    const its = drives();
    seen.length = 0;
    const steps = [
      { fromBytes: 0, bytesPerS: 32_000 },
      { fromBytes: 200 * blockSize, bytesPerS: 4000 },
    ];
    // The same area four times: enough stretches to see a change in.
    unsafeValue(await run(its, { ...order(), spans: [1, 2, 3, 4].flatMap(() => order().spans) }, {}, steps));
    const drop = seen.at(-1)!.rate.drop!;
    expect(drop.toBytesPerS).toBeLessThan(drop.fromBytesPerS / 2);
    const left = seen.findLast(
      (progress) => progress.rate.secondsLeft && progress.verifiedBytes < 4 * blocks * blockSize,
    )!.rate.secondsLeft!;
    expect(left.least).toBeLessThanOrEqual(left.middle);
    expect(left.most).toBeGreaterThanOrEqual(left.middle);
  });
});

describe('careful reading', () => {
  it('gives up single sectors only, and passes other troubles on', async () => {
    const drive = new MemoryDrive(64 * 1024);
    drive.bytes.fill(7);
    drive.bad = [
      [512, 1024],
      [1024, 1536],
      [60_000, 60_001],
    ];
    const into = new Uint8Array(64 * 1024);
    expect(await readWithCare(drive, 0, into, 512)).toEqual([
      { offset: 512, bytes: 1024 },
      { offset: 59_904, bytes: 512 },
    ]);
    expect(into.filter((byte) => byte === 0)).toHaveLength(1536);
    drive.readInto = async () => {
      throw new DriveError('unplugged', 0);
    };
    await expect(readWithCare(drive, 0, into, 512)).rejects.toThrow('unplugged');
  });

  it('reads every rewrite back, and is not done while one of them differs', async () => {
    const names = ['boot sector', 'mirror table', 'table', 'protective record'];
    const rewrites = names.map((what, n) => ({
      what,
      offset: n * blockSize,
      base64: Buffer.from(`${what} rewritten`).toString('base64'),
    }));
    for (const wrong of names.keys()) {
      const its = drives();
      const { write } = its.target;
      its.target.write = async (offset, bytes) => {
        await write.call(its.target, offset, bytes);
        if (offset === wrong * blockSize && Buffer.from(bytes).includes('rewritten'))
          its.target.bytes[offset + 3]! ^= 1;
      };
      const outcome = await run(its, { ...order(), rewrites });
      expect(outcome).toMatchObject({ ok: false, fault: { code: 'mismatch' } });
      const journal = await readJournal(join(root, 'journal.log'));
      expect([journal.verified, journal.done]).toEqual([blocks, false]);
    }
  });

  it('rewrites in the order’s own order, behind the last block, so that a kill leaves no table', async () => {
    const its = drives();
    const rewrites = ['boot', 'mirror', 'table'].map((what, n) => ({
      what,
      offset: (40 - 10 * n) * blockSize,
      base64: Buffer.from(what).toString('base64'),
    }));
    const written: number[] = [];
    const { write } = its.target;
    its.target.write = async (offset, bytes) => {
      written.push(offset);
      await write.call(its.target, offset, bytes);
    };
    unsafeValue(await run(its, { ...order(), rewrites }));
    expect(written.slice(-3)).toEqual([40 * blockSize, 30 * blockSize, 20 * blockSize]);
    expect(written.slice(0, -3).at(-1)).toBe((blocks - 1) * blockSize);
  });

  it('claims a block in its journal only when it was synced and read back', async () => {
    const its = drives();
    const events: string[] = [];
    let inJournal = 0;
    const note = async (what: string) => {
      const { verified } = await readJournal(join(root, 'journal.log'));
      if (verified > inJournal) events.push(`claimed ${(inJournal = verified)}`);
      events.push(what);
    };
    its.target.sync = () => note('sync');
    const { readInto } = its.target;
    its.target.readInto = async (offset, into) => {
      await note(`read ${offset / blockSize}`);
      await readInto.call(its.target, offset, into);
    };
    unsafeValue(await run(its));
    const at = (what: string) => events.indexOf(what);
    for (const [claimed, last] of [
      [16, 15],
      [32, 31],
      [48, 47],
    ] as const) {
      expect(at(`claimed ${claimed}`)).toBeGreaterThan(at(`read ${last}`));
      const syncs = events.slice(0, at(`read ${last}`)).filter((what) => what === 'sync').length;
      expect(syncs).toBeGreaterThanOrEqual(claimed / 16);
    }
  });
});
