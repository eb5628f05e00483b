import { existsSync } from 'node:fs';
import { readdir, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import type { CopySide, CopySource, ReadBack } from '@/core/copy';
import { CopyFolder, orderFrom } from '@/copier';
import { type CopyPlan, type DriveReading, type Layout, type TableKind, readDrive } from '@/core/disk';
import { isMissing, makeFolder, readIfThere, removeDurably, renameDurably, writeDurably } from '@/files';
import { type DriveIdentity, parseIdentity } from './drive-identity';
import { DriveImage } from './drive-image';
import { type OpenDrive, openDrive } from './open-drive';
import type { FillWish } from './fill-drive';
import { PracticeFault } from './practice-faults';
import type { Threads } from './threads';

const firstLabel = 2201;

/** A simulated drive before it has its label. */
type Simulated = Omit<DriveIdentity, 'schema' | 'benchLabel' | 'role' | 'file'>;

/** What lies in a folder; null where there is none. */
const namesIn = async (folder: string): Promise<string[] | null> =>
  readdir(folder).catch((error: unknown) => {
    if (isMissing(error)) return null;
    throw error;
  });

/** The bench's dock: a folder of drives, each a folder of its own, and a folder of copies by job. */
export class Dock {
  private readonly making = new Set<string>();

  constructor(
    readonly folder: string,
    readonly threads: Threads,
  ) {}

  driveFolder = (benchLabel: string) => join(this.folder, 'drives', benchLabel);
  copyFolder = (jobId: string) => join(this.folder, 'copies', jobId);

  async identities(): Promise<DriveIdentity[]> {
    await makeFolder(join(this.folder, 'drives'));
    const labels = (await readdir(join(this.folder, 'drives')))
      .filter((name) => /^[A-Z]{2}-\d+$/u.test(name))
      .sort();
    const found = await Promise.all(labels.map((label) => this.identity(label)));
    return found.filter((identity) => identity !== null);
  }

  async identity(benchLabel: string): Promise<DriveIdentity | null> {
    const path = join(this.driveFolder(benchLabel), 'identity.json');
    if (!existsSync(path)) return null;
    return parseIdentity(await readFile(path, 'utf8'));
  }

  /** Gives a drive of a job its bench label and its place; the same drive is not given a second one. */
  private async place(
    drive: Omit<DriveIdentity, 'schema' | 'benchLabel'>,
    make: (folder: string) => Promise<void>,
  ): Promise<DriveIdentity> {
    const all = await this.identities();
    const known = all.find(
      (d) => d.jobId === drive.jobId && d.role === drive.role && d.serial === drive.serial,
    );
    if (known) return known;
    for (let number = firstLabel; ; number += 1) {
      const benchLabel = `KV-${number}`;
      // Another job may be making a drive under this label at this moment.
      if (this.making.has(benchLabel)) continue;
      this.making.add(benchLabel);
      try {
        const folder = this.driveFolder(benchLabel);
        const taken = await namesIn(folder);
        if (taken?.includes('identity.json')) continue;
        // A folder without identity is what a kill left of an unfinished one.
        await rm(folder, { recursive: true, force: true });
        await makeFolder(folder);
        await make(folder);
        const identity: DriveIdentity = { schema: 'jicara.dock-drive/1', benchLabel, ...drive };
        await writeDurably(join(folder, 'identity.json'), JSON.stringify(identity));
        return identity;
      } finally {
        this.making.delete(benchLabel);
      }
    }
  }

  /** Gives an image file its bench label and its place in a port; the file itself stays where it lies. */
  placeFile(drive: Omit<DriveIdentity, 'schema' | 'benchLabel'> & { file: string }): Promise<DriveIdentity> {
    return this.place(drive, async () => {});
  }

  placeNewDrive(drive: Simulated): Promise<DriveIdentity> {
    return this.place({ ...drive, role: 'new', file: null }, async (folder) => {
      await (await DriveImage.create(folder, drive.bytes)).close();
    });
  }

  placeOldDrive(drive: Simulated, wish: FillWish): Promise<DriveIdentity> {
    return this.place({ ...drive, role: 'old', file: null }, async (finalFolder) => {
      const folder = join(finalFolder, 'making');
      await makeFolder(folder);
      await this.threads.fill({ folder, bytes: drive.bytes, wish });
      for (const name of ['image.img', 'written.map'])
        await renameDurably(
          join(/*turbopackIgnore: true*/ folder, name),
          join(/*turbopackIgnore: true*/ finalFolder, name),
        );
      await rm(folder, { recursive: true });
    });
  }

  /** The path of the file that a drive is, as programs outside open it; null where it is gone. */
  async imageOf(benchLabel: string): Promise<string | null> {
    const identity = await this.identity(benchLabel);
    return identity && (identity.file ?? join(this.driveFolder(benchLabel), 'image.img'));
  }

  /** Opens a drive to look at, reads its table and what is in use, and hands both to `look`. */
  async withDrive<T>(
    benchLabel: string,
    look: (drive: OpenDrive, reading: DriveReading) => Promise<T>,
    /** Which table counts, where a person had to say. */
    table: TableKind | null = null,
  ): Promise<T> {
    const identity = await this.identity(benchLabel);
    const drive = await openDrive(this.driveFolder(benchLabel), 'read');
    try {
      const reading = await readDrive(drive, identity?.sectorBytes, table);
      return await look(drive, reading);
    } finally {
      await drive.close();
    }
  }

  /** The faults that are switched on to practise with; none where the note of them is missing or damaged. */
  async faults(): Promise<PracticeFault[]> {
    const text = await readIfThere(join(this.folder, 'practice.json'));
    try {
      return z.array(PracticeFault).parse(JSON.parse(text ?? '[]'));
    } catch {
      return [];
    }
  }

  async setFaults(faults: PracticeFault[]): Promise<void> {
    await makeFolder(this.folder);
    await writeDurably(join(this.folder, 'practice.json'), JSON.stringify(faults));
  }

  /** The folder of a job's copy. */
  copyOf = (jobId: string) => new CopyFolder(this.copyFolder(jobId));

  /**
   * Writes down what a copy is to do. An order for the same work stands, and the copy goes on; of any other source, drive,
   * layout or image it is dropped with all that it came to. Resolves to whether it goes on.
   */
  async writeOrder(
    jobId: string,
    source: CopySource,
    target: CopySide,
    layout: Layout,
    plan: CopyPlan,
    readBack: ReadBack = { mode: 'each', reason: '' },
  ): Promise<{ goesOn: boolean }> {
    const { goesOn } = await this.copyOf(jobId).beginOrGoOn(
      orderFrom(source, target, layout, plan, readBack),
    );
    return { goesOn };
  }

  /** Drops what a job's copy was to do and how far it came. The bytes on both drives stay as they are. */
  async forgetCopy(jobId: string): Promise<void> {
    await removeDurably(this.copyFolder(jobId));
  }

  /** The manifest of a job's verified copy as text; null where there is none. */
  manifest = (jobId: string): Promise<string | null> => this.copyOf(jobId).manifestText();

  /** What the journal of a job's copy says: null where none was begun. */
  copySoFar = (jobId: string) => this.copyOf(jobId).soFar();
}
