import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { CopyOrder, type CopyProof, type Manifest, isProof, readManifest, sameWork } from '@/core/copy';
import { type Result, ok } from '@/core/result';
import { makeFolder, readIfThere, removeDurably, writeDurably } from '@/files';
import { type CopyHooks, type EngineJob, journalDone, runEngine } from './copy-engine';
import { sha256 } from './digest';
import { readJournal } from './journal';
import { type AreaNamer, manifestOf, proofOf } from './manifest';

/** An order that was written down, and the digest of its text that its journal and its manifest name. */
export type StandingOrder = { order: CopyOrder; digest: string; text: string };

/** What a run came to. `proof` says how far it is verified. */
export type CopyOutcome = { kind: 'finished'; proof: CopyProof; manifest: Manifest } | { kind: 'stopped' };

/** The files of a copy, in the order in which they are dropped: without its order a journal claims nothing. */
export const copyFiles = ['journal.log', 'manifest.json', 'order.json'] as const;

/**
 * The folder of one copy: what it is to do, how far it came and what it proved. The dock, a restore and the command line keep
 * their copies here and nowhere else.
 */
export class CopyFolder {
  constructor(readonly path: string) {}

  private at = (name: (typeof copyFiles)[number]) => join(this.path, name);

  /** The order that stands; null where there is none, or none that reads. */
  async standing(): Promise<StandingOrder | null> {
    const text = await readIfThere(this.at('order.json'));
    if (text === null) return null;
    try {
      return { order: CopyOrder.parse(JSON.parse(text)), digest: sha256(text), text };
    } catch {
      return null;
    }
  }

  /** Drops what stands and writes down what a new copy is to do. `more` is kept beside the order, for whoever wrote it. */
  async begin(order: CopyOrder, more: Record<string, unknown> = {}): Promise<StandingOrder> {
    await makeFolder(this.path);
    await this.drop();
    const text = JSON.stringify({ ...order, ...more });
    await writeDurably(this.at('order.json'), text);
    return { order, digest: sha256(text), text };
  }

  /** The order that stands where it does this work; else it is dropped, with all that it came to, and this one begun. */
  async beginOrGoOn(order: CopyOrder): Promise<{ standing: StandingOrder; goesOn: boolean }> {
    const standing = await this.standing();
    if (standing && sameWork(standing.order, order)) return { standing, goesOn: true };
    return { standing: await this.begin(order), goesOn: false };
  }

  /** Forgets the order and how far it came. The bytes on both drives stay as they are. */
  async drop(): Promise<void> {
    for (const name of copyFiles) await removeDurably(this.at(name));
  }

  /** What the journal says: null where nothing was begun. */
  async soFar(): Promise<{ verifiedBlocks: number; writtenBlocks: number; done: boolean } | null> {
    if (!existsSync(this.at('journal.log'))) return null;
    const { verified, written, done } = await readJournal(this.at('journal.log'));
    return { verifiedBlocks: verified, writtenBlocks: written, done };
  }

  /** The manifest as text; null where there is none. */
  async manifestText(): Promise<string | null> {
    return existsSync(this.at('manifest.json')) ? readFile(this.at('manifest.json'), 'utf8') : null;
  }

  /** The manifest of this very order; null where the copy is not finished, or its manifest is lost or damaged. */
  async manifestOf({ digest }: StandingOrder): Promise<Manifest | null> {
    const manifest = readManifest((await this.manifestText()) ?? '');
    return manifest?.orderSha256 === digest ? manifest : null;
  }

  /**
   * Does what the order says, or goes on with it, and leaves the manifest before it tells anyone. A copy that was finished is
   * read again: its proof stands, unless something had to be done again. Faults: those of `runEngine`.
   */
  async carryOut(
    standing: StandingOrder,
    drives: Pick<EngineJob, 'source' | 'target' | 'pacer'>,
    setting: { simulated: boolean; into: CopyProof['into']; areaOf: AreaNamer },
    hooks: CopyHooks,
  ): Promise<Result<CopyOutcome>> {
    const { order, digest } = standing;
    const finished = await this.manifestOf(standing);
    const engine = { ...drives, order, orderDigest: digest, folder: this.path };
    const result = await runEngine(engine, hooks);
    if (!result.ok || result.value.kind === 'stopped') return result.ok ? ok({ kind: 'stopped' }) : result;
    if (finished && isProof(finished.proof.grade) && result.value.redoneBlocks === 0)
      return ok({ kind: 'finished', proof: finished.proof, manifest: finished });
    const { readBackFrom } = drives.target;
    const proof = await proofOf(order, result.value, { ...setting, readBackFrom });
    const manifest = manifestOf(order, digest, result.value, proof);
    await writeDurably(this.at('manifest.json'), JSON.stringify(manifest));
    await journalDone(this.path);
    return ok({ kind: 'finished', proof, manifest });
  }
}
