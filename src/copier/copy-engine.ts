import { join } from 'node:path';
import { type CopyGrade, type CopyOrder, type CopyProgress } from '@/core/copy';
import { sameState } from '@/core/file-stamp';
import { isAllZero } from '@/core/disk';
import { RateWatch } from '@/core/link';
import { type Fault, type Result, ok } from '@/core/result';
import { type Block, blocksOf, readBlock } from './blocks';
import type { Unreadable } from './careful-read';
import { checkAgain, mismatch, sourceChanged } from './check-again';
import { sha256 } from './digest';
import { DriveError, type SourceDrive, type TargetDrive, troubleFault } from './drives';
import { Journal, type JournalState, readJournal } from './journal';
import { PartsMatched } from './part-progress';
import type { Clock, Pacer } from './pacer';

/** Blocks between two syncs: small enough that a kill loses under a second, large enough that syncing costs little. */
const batchBlocks = 16;

export type CopyHooks = Clock & { progress: (progress: CopyProgress) => void; stopped: () => boolean };

/** What a run leaves: all copied and compared as ordered, or stopped at the end of a batch. */
export type EngineOutcome =
  | {
      kind: 'copied';
      grade: Extract<CopyGrade, 'read-back' | 'read-back-later' | 'not-read-back'>;
      digests: string[];
      unreadable: Unreadable[];
      blocks: Block[];
      /** Blocks that were no longer as an earlier run had left them. */
      redoneBlocks: number;
      seconds: number;
    }
  | { kind: 'stopped' };

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
 * partition table at the very end. Can be killed at any byte. What the journal claims is held against both drives before a
 * next run goes on behind it; at the end the source must be what it was at the beginning. Faults: `mismatch`,
 * `source-changed`, and those of a drive in trouble.
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
    const stamp = await source.stamp();
    const { blocks, leftOut } = blocksOf(order, source, targetBlank);
    const run = new Run(job, hooks, journal, blocks, targetBlank, goesOn ? before : null);
    const steps = [() => run.checkBefore(leftOut), () => run.copyBlocks(), () => run.rewrite()];
    for (const step of steps) {
      const done = await step();
      if (!done.ok) return done;
      if (done.value === 'stopped') return ok({ kind: 'stopped' });
    }
    if (stamp && !sameState(stamp, await source.stamp()))
      return { ok: false, fault: sourceChanged('while it was read') };
    const { digests, unreadable, seconds, redoneBlocks, grade } = run;
    return ok({ kind: 'copied', grade, digests, unreadable, blocks, redoneBlocks, seconds });
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
  digests: string[];
  unreadable: Unreadable[];
  private verified: number;
  private readonly secondsBefore: number;
  private readonly startedMs: number;
  private notedMs: number;
  private countedMs: number;
  private readonly watch: RateWatch;
  private readonly parts: PartsMatched;
  private writtenBytes: number;
  private verifiedBytes: number;
  private readonly totalBytes: number;
  private readonly buffers: [Uint8Array, Uint8Array];
  private readonly readBack: Uint8Array;
  /** Blocks that an earlier run left: the zeros behind them are left out only where the target still reads zero. */
  private readonly goesOn: boolean;
  private readonly claimedBlocks: number;
  private phase: CopyProgress['phase'] = 'copying';
  redoneBlocks = 0;

  constructor(
    private readonly job: EngineJob,
    private readonly hooks: CopyHooks,
    private readonly journal: Journal,
    private readonly blocks: Block[],
    private readonly targetBlank: boolean,
    before: JournalState | null,
  ) {
    // A stand-in that is quicker than its links runs through in seconds: its rate is looked at more often.
    const isQuickened = (job.pacer.bytesPerS ?? 0) > job.pacer.nominalBytesPerS;
    this.watch = new RateWatch(isQuickened ? 125 : 500);
    this.parts = new PartsMatched(blocks, job.order);
    this.goesOn = before !== null;
    this.claimedBlocks = before?.digests.length ?? 0;
    this.digests = before?.digests ?? [];
    this.unreadable = before?.unreadable ?? [];
    this.verified = before?.verified ?? 0;
    this.secondsBefore = before?.seconds ?? 0;
    this.startedMs = hooks.nowMs();
    this.notedMs = this.startedMs;
    this.countedMs = this.startedMs;
    const largestBytes = blocks.reduce((most, { bytes }) => Math.max(most, bytes), 0);
    const batchBytes = Math.min(batchBlocks, blocks.length) * largestBytes;
    this.buffers = [new Uint8Array(batchBytes), new Uint8Array(batchBytes)];
    this.readBack = new Uint8Array(largestBytes);
    const bytesOf = (end: number) => blocks.slice(0, end).reduce((total, block) => total + block.bytes, 0);
    this.totalBytes = bytesOf(blocks.length);
    this.writtenBytes = bytesOf(this.digests.length);
    this.verifiedBytes = bytesOf(this.verified);
  }

  /** Time that all runs of this copy took, the ones before a kill as far as they are in the journal. */
  get seconds() {
    return this.secondsBefore + (this.hooks.nowMs() - this.startedMs) / 1000;
  }

  /** How what is on the target was compared. */
  get grade() {
    if (this.job.order.readBack.mode !== 'skipped') return 'read-back';
    return this.claimedBlocks === this.blocks.length && this.goesOn ? 'read-back-later' : 'not-read-back';
  }

  /** Holds what earlier runs claim against both drives. */
  async checkBefore(leftOut: Block[]): Promise<Result<'checked' | 'stopped'>> {
    if (!this.goesOn) return ok('checked');
    const { order, source, target } = this.job;
    if (this.digests.length > this.blocks.length)
      return { ok: false, fault: sourceChanged('other stretches of it are empty') };
    this.phase = 'checking';
    const verifiedBytes = this.verifiedBytes;
    this.verifiedBytes = 0;
    const held = await checkAgain(
      {
        order,
        source,
        target,
        blocks: this.blocks,
        leftOut,
        claimed: { digests: this.digests, unreadable: this.unreadable },
        mayBeRewritten:
          (order.readBack.mode === 'skipped' ? this.digests.length : this.verified) === this.blocks.length,
      },
      {
        stopped: this.hooks.stopped,
        checked: async (bytes) => {
          await this.job.pacer.moved(bytes);
          this.verifiedBytes += bytes;
          this.report();
        },
      },
    );
    this.phase = 'copying';
    this.verifiedBytes = verifiedBytes;
    if (!held.ok) return held;
    if (!held.value) return ok('stopped');
    ({ digests: this.digests, unreadable: this.unreadable, redoneBlocks: this.redoneBlocks } = held.value);
    this.countedMs = this.hooks.nowMs();
    return ok('checked');
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
      unreadable.push(...(await readBlock(source, block, bytes, order.sectorBytes)));
      digests.push(sha256(bytes));
      if (!(await this.readsZeroAlready(block, bytes))) await target.write(block.target, bytes);
      used += block.bytes;
      this.writtenBytes += block.bytes;
    }
    await pacer.moved(used);
    this.report();
    return { digests, unreadable };
  }

  /** Zeros are left out only where the target is known to read zero: what was blank at the beginning need not be so now. */
  private async readsZeroAlready(block: Block, bytes: Uint8Array): Promise<boolean> {
    if (!this.targetBlank || !isAllZero(bytes)) return false;
    return !this.goesOn || isAllZero(await this.job.target.read(block.target, block.bytes));
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
      await this.job.target.readBackInto(block.target, back);
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

  /** The intended rewrites, in their order: the table comes last, so that a killed copy has none. Those that stand are left. */
  async rewrite(): Promise<Result<'rewritten'>> {
    const { target } = this.job;
    const rewrites = this.job.order.rewrites.map(({ offset, base64 }) => ({
      offset,
      wanted: Buffer.from(base64, 'base64'),
    }));
    const firstWrong = async () => {
      for (const { offset, wanted } of rewrites) {
        const back = new Uint8Array(wanted.length);
        await target.readBackInto(offset, back);
        if (Buffer.compare(back, wanted) !== 0) return offset;
      }
      return null;
    };
    if (this.goesOn && (await firstWrong()) === null) return ok('rewritten');
    for (const { offset, wanted } of rewrites) await target.write(offset, wanted);
    await target.sync();
    const wrong = await firstWrong();
    if (wrong !== null) return { ok: false, fault: mismatch(wrong) };
    await this.journal.add({ kind: 'rewritten' });
    return ok('rewritten');
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
      phase:
        this.phase === 'copying' && mode === 'last' && this.writtenBytes >= this.totalBytes
          ? 'reading back'
          : this.phase,
      totalBytes: this.totalBytes,
      writtenBytes: this.writtenBytes,
      verifiedBytes: this.verifiedBytes,
      blocks: this.blocks.length,
      verifiedBlocks: this.verified,
      parts: this.parts.upTo(this.verified),
      unreadableBytes: this.unreadable.reduce((total, { bytes }) => total + bytes, 0),
      expectedBytesPerS: this.expected(mode),
      linkBytesPerS: this.job.pacer.bytesPerS === null ? null : this.job.pacer.nominalBytesPerS,
      rate: this.watch.report(left),
    });
  }
}
