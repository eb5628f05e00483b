import { createHash } from 'node:crypto';
import { readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type Fault, type Result, ok, refuse } from '@/core/result';
import type { CopyProgress, CopyProof, Manifest } from '@/core/job';
import type { Pace } from '@/core/workshop';
import { CopyOrder, DriveIdentity } from './copy-order';
import { DriveImage } from './drive-image';
import { Journal, readJournal } from './journal';
import { Pacer } from './pacer';

const blockBytes = 2 ** 20;
/** Blocks between two syncs: small enough that a kill loses under a second, large enough that syncing costs little. */
const batchBlocks = 16;

export type CopyJob = {
  sourceFolder: string;
  targetFolder: string;
  /** Holds order.json, the journal and, when done, manifest.json. */
  copyFolder: string;
  rateBytesPerS: number;
  pace: Pace;
};

export type CopyHooks = {
  progress: (progress: CopyProgress) => void;
  stopped: () => boolean;
  nowMs: () => number;
  sleep: (ms: number) => Promise<void>;
};

export type CopyOutcome = { kind: 'verified'; proof: CopyProof } | { kind: 'stopped' };

type Block = { source: number; target: number; bytes: number };

/** The order's spans in blocks of at most 1 MiB; those that are known to read zero on both drives fall out. */
function blocksOf(order: CopyOrder, source: DriveImage, targetBlank: boolean): Block[] {
  const blocks: Block[] = [];
  for (const span of order.spans) {
    for (let at = 0; at < span.bytes; at += blockBytes) {
      const bytes = Math.min(blockBytes, span.bytes - at);
      if (targetBlank && source.map.isUnwritten(span.source + at, span.source + at + bytes)) continue;
      blocks.push({ source: span.source + at, target: span.target + at, bytes });
    }
  }
  return blocks;
}

async function checkIdentity(
  folder: string,
  expected: CopyOrder['target'],
  drive: DriveImage,
): Promise<Fault | null> {
  const identity = DriveIdentity.safeParse(JSON.parse(await readFile(join(folder, 'identity.json'), 'utf8')));
  const same =
    identity.success &&
    identity.data.benchLabel === expected.benchLabel &&
    identity.data.serial === expected.serial &&
    drive.length === expected.bytes;
  return same
    ? null
    : {
        code: 'other-drive',
        sentence: `The drive in the port is not ${expected.benchLabel}.`,
        remedy: 'Put the right drive in, then go on.',
      };
}

const sha256 = (bytes: Uint8Array | string) => createHash('sha256').update(bytes).digest('hex');

/**
 * Copies what the order names: read, write, sync, read back, compare, then journal; intended rewrites last,
 * the partition table at the very end. Can be killed at any byte: the journal only claims what was read back,
 * and the next run goes on behind it. Faults: `other-drive`, `mismatch`.
 */
export async function runCopy(job: CopyJob, hooks: CopyHooks): Promise<Result<CopyOutcome>> {
  const orderText = await readFile(join(job.copyFolder, 'order.json'), 'utf8');
  const order = CopyOrder.parse(JSON.parse(orderText));
  const journalPath = join(job.copyFolder, 'journal.log');
  const before = await readJournal(journalPath);
  const source = await DriveImage.open(job.sourceFolder, 'read');
  const target = await DriveImage.open(job.targetFolder, 'write');
  const journal = await Journal.open(journalPath, before.wholeBytes);
  try {
    const wrong =
      (await checkIdentity(job.targetFolder, order.target, target)) ??
      (await checkIdentity(job.sourceFolder, order.source, source));
    if (wrong) return { ok: false, fault: wrong };
    const planDigest = sha256(orderText);
    const goesOn = before.plan === planDigest;
    const targetBlank = goesOn ? before.targetBlank : target.map.isBlank;
    if (!goesOn) await journal.add({ kind: 'plan', plan: planDigest, targetBlank });
    const blocks = blocksOf(order, source, targetBlank);
    const run = new Run(
      job,
      hooks,
      source,
      target,
      journal,
      blocks,
      goesOn ? before : { digests: [], seconds: 0 },
    );
    const copied = await run.copyBlocks();
    if (!copied.ok || copied.value === 'stopped') return copied.ok ? ok({ kind: 'stopped' }) : copied;
    const rewritten = await run.rewrite(order);
    if (!rewritten.ok) return rewritten;
    const proof: CopyProof = {
      blocks: blocks.length,
      bytes: blocks.reduce((total, block) => total + block.bytes, 0),
      mismatches: 0,
      rewrites: order.rewrites.length,
      sha256: sha256(run.digests.join('\n')),
      seconds: run.seconds,
    };
    await writeManifest(job.copyFolder, order, run.digests, proof);
    await journal.add({ kind: 'done' });
    return ok({ kind: 'verified', proof });
  } finally {
    await Promise.all([source.close(), target.close(), journal.close()]);
  }
}

class Run {
  readonly digests: string[];
  private readonly secondsBefore: number;
  private readonly startedMs: number;
  private notedMs: number;
  private readonly pacer: Pacer;
  private writtenBytes = 0;
  private verifiedBytes = 0;
  private readonly resumedBytes: number;
  private readonly totalBytes: number;
  private readonly buffers: [Uint8Array, Uint8Array];
  private readonly readBack = new Uint8Array(batchBlocks * blockBytes);

  constructor(
    job: CopyJob,
    private readonly hooks: CopyHooks,
    private readonly source: DriveImage,
    private readonly target: DriveImage,
    private readonly journal: Journal,
    private readonly blocks: Block[],
    before: { digests: string[]; seconds: number },
  ) {
    this.digests = before.digests;
    this.secondsBefore = before.seconds;
    this.startedMs = hooks.nowMs();
    this.notedMs = this.startedMs;
    this.pacer = new Pacer(job.rateBytesPerS, job.pace, hooks);
    this.buffers = [new Uint8Array(batchBlocks * blockBytes), new Uint8Array(batchBlocks * blockBytes)];
    this.totalBytes = blocks.reduce((total, block) => total + block.bytes, 0);
    this.resumedBytes = blocks.slice(0, this.digests.length).reduce((total, block) => total + block.bytes, 0);
    this.writtenBytes = this.resumedBytes;
    this.verifiedBytes = this.resumedBytes;
  }

  private get secondsNow() {
    return (this.hooks.nowMs() - this.startedMs) / 1000;
  }

  /** Time that all runs of this copy took, the ones before a kill as far as they are in the journal. */
  get seconds() {
    return this.secondsBefore + this.secondsNow;
  }

  /** While one batch is synced, read back and compared, the next is already read, hashed and written. */
  async copyBlocks(): Promise<Result<'copied' | 'stopped'>> {
    let checking: Promise<Fault | null> = Promise.resolve(null);
    let turn = 0;
    this.report();
    try {
      for (let at = this.digests.length; at < this.blocks.length; at += batchBlocks) {
        if (this.hooks.stopped()) break;
        const batch = this.blocks.slice(at, at + batchBlocks);
        const buffer = this.buffers[turn % 2]!;
        turn += 1;
        const digests = await this.writeBatch(batch, buffer);
        const fault = await checking;
        if (fault) return { ok: false, fault };
        checking = this.checkBatch(batch, buffer, digests);
        // A failure of the check is met at the next await of `checking`; until then it is not unhandled.
        checking.catch(() => {});
      }
      const fault = await checking;
      if (fault) return { ok: false, fault };
      return ok(this.digests.length < this.blocks.length ? 'stopped' : 'copied');
    } finally {
      // Files may only be closed when nothing works on them any more.
      await checking.catch(() => {});
    }
  }

  private async writeBatch(batch: Block[], buffer: Uint8Array): Promise<string[]> {
    const digests: string[] = [];
    let used = 0;
    for (const block of batch) {
      const bytes = buffer.subarray(used, used + block.bytes);
      await this.source.readInto(block.source, bytes);
      digests.push(sha256(bytes));
      await this.target.write(block.target, bytes);
      used += block.bytes;
      this.writtenBytes += block.bytes;
    }
    await this.pacer.moved(used);
    this.report();
    return digests;
  }

  private async checkBatch(batch: Block[], buffer: Uint8Array, digests: string[]): Promise<Fault | null> {
    await this.target.sync();
    let used = 0;
    for (const block of batch) {
      const back = this.readBack.subarray(used, used + block.bytes);
      await this.target.readInto(block.target, back);
      if (Buffer.compare(back, buffer.subarray(used, used + block.bytes)) !== 0)
        return mismatch(block.target);
      used += block.bytes;
    }
    await this.pacer.moved(used);
    this.digests.push(...digests);
    const nowMs = this.hooks.nowMs();
    const seconds = (nowMs - this.notedMs) / 1000;
    this.notedMs = nowMs;
    await this.journal.add({ kind: 'verified', to: this.digests.length, digests, seconds });
    this.verifiedBytes += used;
    this.report();
    return null;
  }

  /** The intended rewrites, in their order: the table comes last, so that a killed copy has none. */
  async rewrite(order: CopyOrder): Promise<Result<null>> {
    for (const { offset, base64 } of order.rewrites)
      await this.target.write(offset, Buffer.from(base64, 'base64'));
    await this.target.sync();
    for (const { offset, base64 } of order.rewrites) {
      const wanted = Buffer.from(base64, 'base64');
      if (Buffer.compare(await this.target.read(offset, wanted.length), wanted) !== 0)
        return { ok: false, fault: mismatch(offset) };
    }
    await this.journal.add({ kind: 'rewritten' });
    return ok(null);
  }

  private report() {
    const seconds = this.secondsNow;
    const done = (this.writtenBytes + this.verifiedBytes) / 2 - this.resumedBytes;
    const rate = seconds > 0.2 ? done / seconds : 0;
    const left = this.totalBytes - (this.writtenBytes + this.verifiedBytes) / 2;
    this.hooks.progress({
      totalBytes: this.totalBytes,
      writtenBytes: this.writtenBytes,
      verifiedBytes: this.verifiedBytes,
      blocks: this.blocks.length,
      verifiedBlocks: this.digests.length,
      rateBytesPerS: rate,
      secondsLeft: rate > 0 ? left / rate : null,
    });
  }
}

const mismatch = (offset: number): Fault =>
  refuse(
    'mismatch',
    `What was read back at byte ${offset} is not what was written.`,
    'Change the cable or the case, then go on; if it stays, the new drive is faulty.',
  ).fault;

/** The manifest: what was copied, each block's SHA-256, and which bytes were rewritten on purpose. */
async function writeManifest(folder: string, order: CopyOrder, digests: string[], proof: CopyProof) {
  const manifest: Manifest = {
    schema: 'jicara.manifest/1',
    source: order.source,
    target: order.target,
    proof,
    rewrites: order.rewrites.map(({ what, offset, base64 }) => {
      const bytes = Buffer.from(base64, 'base64');
      return { what, offset, bytes: bytes.length, sha256: sha256(bytes) };
    }),
    spans: order.spans,
    blockBytes,
    digests,
  };
  const path = join(folder, 'manifest.json');
  await writeFile(`${path}.new`, JSON.stringify(manifest));
  await rename(`${path}.new`, path);
}
