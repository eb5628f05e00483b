import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { type Fault, type Result, ok, refuse } from '@/core/result';
import type { CopyProgress } from '@/core/copy';
import { isAllZero } from '@/core/disk';
import { RateWatch } from '@/core/link';
import { type Unreadable, readWithCare } from './careful-read';
import type { CopyOrder } from '@/core/copy';
import { DriveError, type SourceDrive, type TargetDrive, troubleFault } from './drives';
import { Journal, type JournalState, readJournal } from './journal';
import type { Clock, Pacer } from './pacer';

export const blockBytes = 2 ** 20;
/** Blocks between two syncs: small enough that a kill loses under a second, large enough that syncing costs little. */
const batchBlocks = 16;

export type CopyHooks = Clock & { progress: (progress: CopyProgress) => void; stopped: () => boolean };

/** What a run leaves: all copied and compared as ordered, or stopped at the end of a batch. */
export type EngineOutcome =
  | { kind: 'copied'; digests: string[]; unreadable: Unreadable[]; blocks: Block[]; seconds: number }
  | { kind: 'stopped' };

export type Block = { source: number; target: number; bytes: number; part: number };

export const sha256 = (bytes: Uint8Array | string) => createHash('sha256').update(bytes).digest('hex');

/** The order's spans in blocks of at most 1 MiB; those that are known to read zero on both drives fall out. */
function blocksOf(order: CopyOrder, source: SourceDrive, targetBlank: boolean): Block[] {
  const blocks: Block[] = [];
  for (const span of order.spans) {
    for (let at = 0; at < span.bytes; at += blockBytes) {
      const bytes = Math.min(blockBytes, span.bytes - at);
      if (targetBlank && source.isHole?.(span.source + at, bytes)) continue;
      blocks.push({ source: span.source + at, target: span.target + at, bytes, part: span.part });
    }
  }
  return blocks;
}

export type EngineJob = {
  order: CopyOrder;
  /** Digest of the order: a journal of another order does not count. */
  orderDigest: string;
  /** Where the journal is kept. */
  folder: string;
  source: SourceDrive;
  target: TargetDrive;
  pacer: Pacer;
};

/**
 * Copies what the order names: read, write, sync, read back, compare, then journal; intended rewrites last, the
 * partition table at the very end. Can be killed at any byte: the journal only claims what was read back, and the
 * next run goes on behind it. Faults: `mismatch` and those of a drive in trouble.
 */
export async function runEngine(job: EngineJob, hooks: CopyHooks): Promise<Result<EngineOutcome>> {
  const { order, source, target } = job;
  const path = join(job.folder, 'journal.log');
  const before = await readJournal(path);
  const journal = await Journal.open(path, before.wholeBytes);
  try {
    const goesOn = before.plan === job.orderDigest;
    const targetBlank = goesOn ? before.targetBlank : target.isBlank;
    if (!goesOn) await journal.add({ kind: 'plan', plan: job.orderDigest, targetBlank });
    const blocks = blocksOf(order, source, targetBlank);
    const run = new Run(job, hooks, journal, blocks, targetBlank, goesOn ? before : null);
    const copied = await run.copyBlocks();
    if (!copied.ok) return copied;
    if (copied.value === 'stopped') return ok({ kind: 'stopped' });
    const rewritten = await run.rewrite();
    if (!rewritten.ok) return rewritten;
    const { digests, unreadable, seconds } = run;
    return ok({ kind: 'copied', digests, unreadable, blocks, seconds });
  } catch (error) {
    if (error instanceof DriveError) return { ok: false, fault: troubleFault(error) };
    throw error;
  } finally {
    await journal.close();
  }
}

/** Tells a copy as done in its journal, behind its manifest. */
export async function journalDone(folder: string): Promise<void> {
  const path = join(folder, 'journal.log');
  const { wholeBytes } = await readJournal(path);
  const journal = await Journal.open(path, wholeBytes);
  await journal.add({ kind: 'done' });
  await journal.close();
}

class Run {
  readonly digests: string[];
  readonly unreadable: Unreadable[];
  private verified: number;
  private readonly secondsBefore: number;
  private readonly startedMs: number;
  private notedMs: number;
  private countedMs: number;
  private readonly watch = new RateWatch();
  private writtenBytes: number;
  private verifiedBytes: number;
  private readonly totalBytes: number;
  private readonly buffers: [Uint8Array, Uint8Array];
  private readonly readBack = new Uint8Array(blockBytes);

  constructor(
    private readonly job: EngineJob,
    private readonly hooks: CopyHooks,
    private readonly journal: Journal,
    private readonly blocks: Block[],
    private readonly targetBlank: boolean,
    before: JournalState | null,
  ) {
    this.digests = before?.digests ?? [];
    this.unreadable = before?.unreadable ?? [];
    this.verified = before?.verified ?? 0;
    this.secondsBefore = before?.seconds ?? 0;
    this.startedMs = hooks.nowMs();
    this.notedMs = this.startedMs;
    this.countedMs = this.startedMs;
    this.buffers = [new Uint8Array(batchBlocks * blockBytes), new Uint8Array(batchBlocks * blockBytes)];
    const bytesOf = (end: number) => blocks.slice(0, end).reduce((total, block) => total + block.bytes, 0);
    this.totalBytes = bytesOf(blocks.length);
    this.writtenBytes = bytesOf(this.digests.length);
    this.verifiedBytes = bytesOf(this.verified);
  }

  /** Time that all runs of this copy took, the ones before a kill as far as they are in the journal. */
  get seconds() {
    return this.secondsBefore + (this.hooks.nowMs() - this.startedMs) / 1000;
  }

  async copyBlocks(): Promise<Result<'copied' | 'stopped'>> {
    const { mode } = this.job.order.readBack;
    this.report();
    const written = await this.writeAll(mode === 'each');
    if (!written.ok || written.value === 'stopped' || mode !== 'last') return written;
    return this.readAllBack();
  }

  /** While one batch is synced, read back and compared, the next is already read, hashed and written. */
  private async writeAll(compares: boolean): Promise<Result<'copied' | 'stopped'>> {
    let finishing: Promise<Fault | null> = Promise.resolve(null);
    let turn = 0;
    let at = compares ? this.verified : this.digests.length;
    // What was written but not yet read back is done again: a batch is finished as a whole.
    this.digests.length = at;
    try {
      for (; at < this.blocks.length && !this.hooks.stopped(); at += batchBlocks) {
        const batch = this.blocks.slice(at, at + batchBlocks);
        const buffer = this.buffers[turn % 2]!;
        turn += 1;
        const wrote = await this.writeBatch(batch, buffer);
        const fault = await finishing;
        if (fault) return { ok: false, fault };
        finishing = this.finishBatch(batch, buffer, wrote, compares);
        // A failure is met at the next await of `finishing`; until then it is not unhandled.
        finishing.catch(() => {});
      }
      const fault = await finishing;
      if (fault) return { ok: false, fault };
      return ok(this.digests.length < this.blocks.length ? 'stopped' : 'copied');
    } finally {
      // Files may only be closed when nothing works on them any more.
      await finishing.catch(() => {});
    }
  }

  private async writeBatch(batch: Block[], buffer: Uint8Array) {
    const { source, target, order, pacer } = this.job;
    const digests: string[] = [];
    const unreadable: Unreadable[] = [];
    let used = 0;
    for (const block of batch) {
      const bytes = buffer.subarray(used, used + block.bytes);
      unreadable.push(...(await readWithCare(source, block.source, bytes, order.sectorBytes)));
      digests.push(sha256(bytes));
      // Zeros are left out only where the target is known to read zero.
      if (!this.targetBlank || !isAllZero(bytes)) await target.write(block.target, bytes);
      used += block.bytes;
      this.writtenBytes += block.bytes;
    }
    await pacer.moved(used);
    this.report();
    return { digests, unreadable };
  }

  private async finishBatch(
    batch: Block[],
    buffer: Uint8Array,
    { digests, unreadable }: { digests: string[]; unreadable: Unreadable[] },
    compares: boolean,
  ): Promise<Fault | null> {
    await this.job.target.sync();
    const bytes = batch.reduce((total, block) => total + block.bytes, 0);
    if (compares) {
      const wrong = await this.compare(
        batch,
        (block, at, back) => Buffer.compare(back, buffer.subarray(at, at + block.bytes)) === 0,
      );
      if (wrong) return wrong;
      await this.job.pacer.moved(bytes);
      this.verifiedBytes += bytes;
      this.verified += batch.length;
    }
    this.digests.push(...digests);
    this.unreadable.push(...unreadable);
    const line = { to: this.digests.length, digests, seconds: this.lap(), unreadable };
    await this.journal.add({ kind: compares ? 'verified' : 'written', ...line });
    this.count(bytes);
    return null;
  }

  private async compare(
    batch: Block[],
    same: (block: Block, at: number, back: Uint8Array) => boolean,
  ): Promise<Fault | null> {
    let used = 0;
    for (const block of batch) {
      const back = this.readBack.subarray(0, block.bytes);
      await this.job.target.readInto(block.target, back);
      if (!same(block, used, back)) return mismatch(block.target);
      used += block.bytes;
    }
    return null;
  }

  /** The second pass of a copy that reads back last: by the digests of what was read on the source. */
  private async readAllBack(): Promise<Result<'copied' | 'stopped'>> {
    while (this.verified < this.blocks.length) {
      if (this.hooks.stopped()) return ok('stopped');
      const batch = this.blocks.slice(this.verified, this.verified + batchBlocks);
      let at = this.verified;
      const wrong = await this.compare(batch, (_, __, back) => sha256(back) === this.digests[at++]);
      if (wrong) return { ok: false, fault: wrong };
      const bytes = batch.reduce((total, block) => total + block.bytes, 0);
      await this.job.pacer.moved(bytes);
      this.verified += batch.length;
      this.verifiedBytes += bytes;
      await this.journal.add({
        kind: 'verified',
        to: this.verified,
        digests: [],
        seconds: this.lap(),
        unreadable: [],
      });
      this.count(bytes);
    }
    return ok('copied');
  }

  /** Seconds since the last line of the journal. */
  private lap(): number {
    const nowMs = this.hooks.nowMs();
    const seconds = (nowMs - this.notedMs) / 1000;
    this.notedMs = nowMs;
    return seconds;
  }

  /** The intended rewrites, in their order: the table comes last, so that a killed copy has none. */
  async rewrite(): Promise<Result<null>> {
    const { order, target } = this.job;
    for (const { offset, base64 } of order.rewrites)
      await target.write(offset, Buffer.from(base64, 'base64'));
    await target.sync();
    for (const { offset, base64 } of order.rewrites) {
      const wanted = Buffer.from(base64, 'base64');
      if (Buffer.compare(await target.read(offset, wanted.length), wanted) !== 0)
        return { ok: false, fault: mismatch(offset) };
    }
    await this.journal.add({ kind: 'rewritten' });
    return ok(null);
  }

  private count(bytes: number) {
    const nowMs = this.hooks.nowMs();
    this.watch.add(bytes, nowMs - this.countedMs);
    this.countedMs = nowMs;
    this.report();
  }

  /** Reading back goes the same way again: behind each batch, half of the link is left for the way there. */
  private expected(mode: CopyOrder['readBack']['mode']): number | null {
    const rate = this.job.pacer.bytesPerS;
    return rate === null ? null : mode === 'each' ? rate / 2 : rate;
  }

  private report() {
    const { mode } = this.job.order.readBack;
    // A copy that reads back last goes over everything twice, one after the other.
    const left =
      mode === 'last'
        ? 2 * this.totalBytes - this.writtenBytes - this.verifiedBytes
        : this.totalBytes - (mode === 'each' ? this.verifiedBytes : this.writtenBytes);
    this.hooks.progress({
      phase: mode === 'last' && this.writtenBytes >= this.totalBytes ? 'reading back' : 'copying',
      totalBytes: this.totalBytes,
      writtenBytes: this.writtenBytes,
      verifiedBytes: this.verifiedBytes,
      blocks: this.blocks.length,
      verifiedBlocks: this.verified,
      unreadableBytes: this.unreadable.reduce((total, { bytes }) => total + bytes, 0),
      expectedBytesPerS: this.expected(mode),
      linkBytesPerS: this.job.pacer.bytesPerS === null ? null : this.job.pacer.nominalBytesPerS,
      rate: this.watch.report(left),
    });
  }
}

const mismatch = (offset: number): Fault =>
  refuse(
    'mismatch',
    `What was read back at byte ${offset} is not what was written.`,
    'Change the cable or the case, then go on; if it stays, the new drive is faulty.',
  ).fault;
