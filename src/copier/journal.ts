import { createHash } from 'node:crypto';
import { type FileHandle, open, readFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import * as z from 'zod';
import { fileMode, isMissing, syncFolder } from '@/files';

const Unreadable = z
  .array(z.object({ offset: z.int().nonnegative(), bytes: z.int().positive() }))
  .default([]);

const Line = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('plan'), plan: z.string(), targetBlank: z.boolean() }),
  /** Blocks before `to` were written but not yet read back; their digests, and what of the source could not be read. */
  z.object({
    kind: z.literal('written'),
    to: z.int().nonnegative(),
    digests: z.array(z.string()),
    seconds: z.number().nonnegative(),
    unreadable: Unreadable,
  }),
  /**
   * Blocks before `to` were read back and matched, and the seconds it took, since the line before in the same run.
   * Carries the digests of blocks that no `written` line has told before.
   */
  z.object({
    kind: z.literal('verified'),
    to: z.int().nonnegative(),
    digests: z.array(z.string()),
    seconds: z.number().nonnegative(),
    unreadable: Unreadable,
  }),
  z.object({ kind: z.literal('rewritten') }),
  z.object({ kind: z.literal('done') }),
]);
type Line = z.infer<typeof Line>;

export type JournalState = {
  plan: string | null;
  targetBlank: boolean;
  /** Blocks that were written, read back or not. */
  written: number;
  verified: number;
  digests: string[];
  unreadable: { offset: number; bytes: number }[];
  /** Time spent by all runs so far. */
  seconds: number;
  done: boolean;
};

const empty = (): JournalState => ({
  plan: null,
  targetBlank: false,
  written: 0,
  verified: 0,
  digests: [],
  unreadable: [],
  seconds: 0,
  done: false,
});

/** Takes a line into the state; false where it does not go on exactly where the one before ended. */
function follow(state: JournalState, line: Line): boolean {
  if (line.kind === 'plan') Object.assign(state, empty(), { plan: line.plan, targetBlank: line.targetBlank });
  if (line.kind === 'written' || line.kind === 'verified') {
    const written = state.written + line.digests.length;
    const fits =
      line.kind === 'written' ? line.to === written : line.to > state.verified && line.to <= written;
    if (!fits) return false;
    state.written = written;
    if (line.kind === 'verified') state.verified = line.to;
    state.digests.push(...line.digests);
    state.unreadable.push(...line.unreadable);
    state.seconds += line.seconds;
  }
  if (line.kind === 'done') state.done = true;
  return true;
}

/** Reads a journal as far as it is whole: a line torn by a kill, and all behind it, does not count. */
export async function readJournal(path: string): Promise<JournalState & { wholeBytes: number }> {
  const state = { ...empty(), wholeBytes: 0 };
  let text: Buffer;
  try {
    text = await readFile(path);
  } catch (error) {
    // A disk that does not give it is not a copy that was never begun.
    if (isMissing(error)) return state;
    throw error;
  }
  for (let at = 0, end = text.indexOf(10); end !== -1; at = end + 1, end = text.indexOf(10, at)) {
    const parsed = parseLine(text.subarray(at, end).toString('utf8'));
    if (!parsed || !follow(state, parsed)) break;
    state.wholeBytes = end + 1;
  }
  return state;
}

function parseLine(text: string): Line | null {
  const [checksum, body] = [text.slice(0, 8), text.slice(9)];
  if (lineCheck(body) !== checksum) return null;
  const parsed = Line.safeParse(JSON.parse(body));
  return parsed.data ?? null;
}

const lineCheck = (body: string) => createHash('sha256').update(body).digest('hex').slice(0, 8);

/** The copier's memory: a file of checked lines, each synced before the copier relies on it. */
export class Journal {
  private constructor(private readonly file: FileHandle) {}

  /** Opens for going on; what was torn at the end is cut off first. */
  static async open(path: string, wholeBytes: number): Promise<Journal> {
    const file = await open(path, 'a', fileMode);
    try {
      await file.truncate(wholeBytes);
      await file.sync();
      // Its name too is on the disk before anything relies on a line in it.
      await syncFolder(dirname(path));
      return new Journal(file);
    } catch (error) {
      await file.close();
      throw error;
    }
  }

  async add(line: Line): Promise<void> {
    const body = JSON.stringify(line);
    await this.file.appendFile(`${lineCheck(body)} ${body}\n`);
    await this.file.datasync();
  }

  close(): Promise<void> {
    return this.file.close();
  }
}
