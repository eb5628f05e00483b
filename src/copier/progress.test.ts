import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { CopyProgress, ReadBack } from '@/core/copy';
import { unsafeValue } from '@/core/result';
import { runEngine } from './copy-engine';
import { readJournal } from './journal';
import { blockSize, blocks, drives, order } from './memory-drive.test.data';
import { Pacer } from './pacer';

let root: string;
beforeEach(() => (root = mkdtempSync(join(tmpdir(), 'jicara-progress-'))));
afterEach(() => rmSync(root, { recursive: true }));

const totalBytes = blocks * blockSize;
/** A batch of sixteen blocks in a second: there, and the same back. */
const bytesPerS = 16 * blockSize;

type Copied = { seen: CopyProgress[]; seconds: number; clockS: number };

/** A copy at the rate of its links, on a clock that only waiting moves; stopped where `stopAt` is reached. */
async function copy(
  mode: ReadBack['mode'],
  its = drives(),
  { pace = 'true', stopAt = Infinity }: { pace?: 'true' | 'free'; stopAt?: number } = {},
): Promise<Copied> {
  const seen: CopyProgress[] = [];
  let [clock, stopped] = [5e6, false];
  const before = clock;
  const hooks = {
    progress: (progress: CopyProgress) => {
      seen.push(progress);
      stopped ||= progress.writtenBytes >= stopAt;
    },
    stopped: () => stopped,
    nowMs: () => clock,
    sleep: async (ms: number) => void (clock += ms),
  };
  const outcome = unsafeValue(
    await runEngine(
      {
        order: order(mode === 'each' ? { mode, reason: '' } : ({ mode, reason: 'because' } as ReadBack)),
        orderDigest: 'a',
        folder: root,
        ...its,
        pacer: new Pacer([{ fromBytes: 0, bytesPerS }], pace, hooks),
      },
      hooks,
    ),
  );
  const seconds = outcome.kind === 'copied' ? outcome.seconds : NaN;
  return { seen, seconds, clockS: (clock - before) / 1000 };
}

/** What was told changes one way alone: never less than before, from nothing to so much. */
function expectGrows(values: number[], to: number) {
  expect(values[0]).toBe(0);
  expect(values.at(-1)).toBe(to);
  values.forEach((value, i) => expect(value).toBeGreaterThanOrEqual(values[i - 1] ?? 0));
}

/**
 * What is left takes about as long as it is long: of so few batches the first, behind which the second is written already, is half as quick as the
 * links are, and weighs much.
 */
function expectLeft({ secondsLeft }: CopyProgress['rate'], leftBytes: number, atMost: number) {
  expect(secondsLeft!.middle).toBeGreaterThanOrEqual((0.9 * leftBytes) / bytesPerS);
  expect(secondsLeft!.middle).toBeLessThanOrEqual((atMost * leftBytes) / bytesPerS);
}

it('one that reads back each batch tells what is written and what is matched, and for how long it goes on', async () => {
  const { seen, seconds, clockS } = await copy('each');
  expectGrows(
    seen.map(({ writtenBytes }) => writtenBytes),
    totalBytes,
  );
  expectGrows(
    seen.map(({ verifiedBytes }) => verifiedBytes),
    totalBytes,
  );
  for (const one of seen) {
    expect([one.phase, one.totalBytes, one.blocks]).toEqual(['copying', totalBytes, blocks]);
    expect(one.verifiedBytes).toBe(one.verifiedBlocks * blockSize);
    expect(one.verifiedBytes).toBeLessThanOrEqual(one.writtenBytes);
    // There and back over the same links.
    expect([one.expectedBytesPerS, one.linkBytesPerS]).toEqual([bytesPerS / 2, bytesPerS]);
  }
  const told = seen.filter(({ rate }) => rate.secondsLeft !== null);
  expect(told.length).toBeGreaterThan(3);
  for (const { rate, verifiedBytes } of told) expectLeft(rate, totalBytes - verifiedBytes, 3.2);
  expect(seen.at(-1)!.rate.secondsLeft!.middle).toBe(0);
  expect(clockS).toBeCloseTo(2 * (totalBytes / bytesPerS), 2);
  expect(seconds).toBeCloseTo(clockS, 6);
  expect((await readJournal(join(root, 'journal.log'))).seconds).toBeCloseTo(clockS, 2);
});

it('one that reads back last goes over all of it twice, and says when it begins to read', async () => {
  const { seen, clockS } = await copy('last');
  const phases = seen.map(({ phase }) => phase);
  expect([...new Set(phases)]).toEqual(['copying', 'reading back']);
  for (const one of seen) {
    expect(one.phase).toBe(one.writtenBytes < totalBytes ? 'copying' : 'reading back');
    if (one.writtenBytes < totalBytes) expect(one.verifiedBytes).toBe(0);
    expect(one.expectedBytesPerS).toBe(bytesPerS);
    if (one.rate.secondsLeft)
      expectLeft(one.rate, 2 * totalBytes - one.writtenBytes - one.verifiedBytes, 2.1);
  }
  expect(seen.at(-1)!.rate.secondsLeft!.middle).toBe(0);
  expectGrows(
    seen.map(({ verifiedBlocks }) => verifiedBlocks),
    blocks,
  );
  expect(clockS).toBeCloseTo(2 * (totalBytes / bytesPerS), 2);
});

it('one that is not read back tells nothing as matched', async () => {
  const { seen, clockS } = await copy('skipped');
  expectGrows(
    seen.map(({ writtenBytes }) => writtenBytes),
    totalBytes,
  );
  for (const { verifiedBytes, verifiedBlocks, phase, rate, writtenBytes } of seen) {
    expect([verifiedBytes, verifiedBlocks, phase]).toEqual([0, 0, 'copying']);
    if (rate.secondsLeft) expectLeft(rate, totalBytes - writtenBytes, 2.1);
  }
  expect(clockS).toBeCloseTo(totalBytes / bytesPerS, 2);
});

it('one that nothing holds back promises no rate', async () => {
  const { seen } = await copy('each', drives(), { pace: 'free' });
  for (const { expectedBytesPerS, linkBytesPerS } of seen)
    expect([expectedBytesPerS, linkBytesPerS]).toEqual([null, null]);
});

it('what could not be read is told as it is found', async () => {
  const its = drives();
  its.source.bad = [
    [5 * blockSize, 5 * blockSize + 512],
    [40 * blockSize, 40 * blockSize + 1024],
  ];
  const { seen } = await copy('each', its);
  expectGrows(
    seen.map(({ unreadableBytes }) => unreadableBytes),
    512 + 1024,
  );
  expect(new Set(seen.map(({ unreadableBytes }) => unreadableBytes))).toEqual(new Set([0, 512, 1536]));
});

it.each(['each', 'last', 'skipped'] as const)(
  'one that was stopped (%s) looks at what it has first, says so, and adds its seconds up',
  async (mode) => {
    const its = drives();
    const first = await copy(mode, its, { stopAt: 20 * blockSize });
    const before = await readJournal(join(root, 'journal.log'));
    expect(before.seconds).toBeGreaterThan(0);
    const second = await copy(mode, its);
    const phases = second.seen.map(({ phase }) => phase);
    expect(phases[0]).toBe('checking');
    expect(phases.lastIndexOf('checking')).toBe(phases.findIndex((phase) => phase !== 'checking') - 1);
    const checking = second.seen.filter(({ phase }) => phase === 'checking');
    // What is looked at again counts from nothing, and behind it what was matched before counts as it did.
    expect(checking.at(-1)!.verifiedBytes).toBeGreaterThan(0);
    const then = second.seen.find(({ phase }) => phase !== 'checking')!;
    expect(then.verifiedBlocks).toBe(mode === 'each' ? before.verified : 0);
    expect(then.writtenBytes).toBe(before.digests.length * blockSize);
    expect(second.seconds).toBeCloseTo(before.seconds + second.clockS, 6);
    expect(first.seen.at(-1)!.writtenBytes).toBeLessThan(totalBytes);
  },
);
