import { readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import {
  ImageCheck,
  ImageFileName,
  ImageIndex,
  type LibraryImage,
  SystemImage,
  listedSum,
  readChecksumList,
} from '@/core/image';
import { sha256, stampOfPath } from '@/copier';
import { sameModification } from '@/core/file-stamp';
import { type Result, ok, refuse } from '@/core/result';
import { isMissing, makeFolder, readIfThere, removeDurably, writeDurably } from '@/files';
import { bytesHere, partPath } from './download';

const mostIndexBytes = 2 ** 20;
const mostDescriptionBytes = 2 ** 16;
const mostOwnFiles = 200;
/** An image server that has not sent its list by then does not answer. */
const askedAtMostMs = 60_000;

/** A file of the own folder that cannot be used, and why. */
export type OddFile = { fileName: string; why: string };

/** The id of a file of one’s own, from its name; `whole` where a shorter one is taken by a name that is almost the same. */
function ownId(fileName: string, whole: boolean): string {
  const words = `own-${fileName.toLowerCase().replace(/[^a-z0-9]+/gu, '-')}`;
  return whole ? `${words.slice(0, 51)}-${sha256(fileName).slice(0, 8)}` : words.slice(0, 60);
}

/** A text file of so many bytes at most; null where there is none. Throws where it is no file or may not be read. */
async function readAtMost(path: string, mostBytes: number): Promise<string | 'too-long' | null> {
  const there = await stat(path).catch((error: unknown) => {
    if (isMissing(error)) return null;
    throw error;
  });
  if (!there) return null;
  if (!there.isFile() || there.size > mostBytes) return 'too-long';
  return readIfThere(path);
}

/** What the image server said when it was last asked. */
const Asked = z.object({
  at: z.iso.datetime(),
  index: ImageIndex,
  checksums: z.string().max(mostIndexBytes),
});
type Asked = z.infer<typeof Asked>;

const offline = () =>
  refuse(
    'maker-offline',
    'The image server does not answer.',
    'What was fetched is still here. Check the network, then ask again.',
  );

async function fetchText(url: string): Promise<string> {
  const reply = await fetch(url, { signal: AbortSignal.timeout(askedAtMostMs) });
  if (!reply.ok || !reply.body) throw new Error(`${reply.status}`);
  const pieces: Uint8Array[] = [];
  let bytes = 0;
  for await (const piece of reply.body as AsyncIterable<Uint8Array>) {
    bytes += piece.length;
    // Leaving the loop gives the connection back: a list without end is not read to it.
    if (bytes > mostIndexBytes) throw new Error('too long');
    pieces.push(piece);
  }
  return Buffer.concat(pieces).toString('utf8');
}

/**
 * The workshop’s library of system images: a folder with what was fetched, and a folder `own` where image files of one’s own
 * are laid, with a SHA256SUMS and a `NAME.json` (a system image without sizes) beside them.
 */
export class ImageLibrary {
  constructor(
    readonly folder: string,
    readonly makerUrl: string,
  ) {}

  readonly ownFolder = () => join(this.folder, 'own');

  /** Asks the image server what it offers, and keeps the answer. Faults: `maker-offline`, `maker-index`, those of the checksum list. */
  async ask(at: string): Promise<Result<null>> {
    let index: string, checksums: string;
    try {
      index = await fetchText(`${this.makerUrl}/index.json`);
      checksums = await fetchText(`${this.makerUrl}/SHA256SUMS`);
    } catch {
      return offline();
    }
    const lines = readChecksumList(checksums);
    if (!lines.ok) return lines;
    const asked = Asked.safeParse({ at, index: parseJson(index), checksums });
    if (!asked.success)
      return refuse(
        'maker-index',
        'The list of images does not read.',
        'Ask again; if it stays, tell whoever publishes it.',
      );
    await makeFolder(this.folder);
    await writeDurably(join(this.folder, 'asked.json'), JSON.stringify(asked.data));
    return ok(null);
  }

  private async asked(): Promise<Asked | null> {
    const text = await readIfThere(join(this.folder, 'asked.json'));
    const parsed = text === null ? null : Asked.safeParse(parseJson(text));
    return parsed?.success ? parsed.data : null;
  }

  /** When the image server was last heard; null where it never was. */
  async askedAt(): Promise<string | null> {
    return (await this.asked())?.at ?? null;
  }

  path = ({ image, from }: Pick<LibraryImage, 'image' | 'from'>): string =>
    join(from === 'own' ? this.ownFolder() : this.folder, image.fileName);

  /** All images that are known: offered by the maker, and laid into the own folder. */
  async entries(): Promise<LibraryImage[]> {
    const images = (await this.asked())?.index.images ?? [];
    const offered = images.map((image) => this.entry(image, 'maker'));
    const { images: own } = await this.own();
    return Promise.all([...offered, ...own.map((image) => this.entry(image, 'own'))]);
  }

  private async entry(image: SystemImage, from: LibraryImage['from']): Promise<LibraryImage> {
    const path = this.path({ image, from });
    const haveBytes = await bytesHere(path, image.fileBytes);
    const text = await readIfThere(`${path}.check.json`);
    const check = text === null ? null : ImageCheck.safeParse(parseJson(text));
    // A check counts for the file that was checked: of another length or time it is another file.
    const holds =
      check?.success &&
      haveBytes === image.fileBytes &&
      sameModification(check.data.stamp, await stampOfPath(path).catch(() => null));
    return { image, from, haveBytes, check: holds ? check.data : null };
  }

  /** Files of the own folder that can be images, and those that cannot be used, each with why: an odd one spoils no other. */
  private async own(): Promise<{ images: SystemImage[]; odd: OddFile[] }> {
    const names = await readdir(this.ownFolder()).catch((error: unknown) => {
      if (isMissing(error)) return [];
      throw error;
    });
    const files = names.filter((name) => /\.(img|raw|iso|gz|zip)$/iu.test(name)).sort();
    const found = await Promise.all(
      files.slice(0, mostOwnFiles).map(async (name) => ({ name, ...(await this.ownImage(name)) })),
    );
    const odd: OddFile[] = files
      .slice(mostOwnFiles)
      .map((fileName) => ({ fileName, why: `Only the first ${mostOwnFiles} files are read.` }));
    const images = new Map<string, SystemImage>();
    for (const { name, image, why } of found) {
      if (!image) odd.push({ fileName: name, why: why ?? 'It cannot be read.' });
      // Two names may make one id: the second gets one that follows from its whole name.
      else images.set(images.has(image.id) ? ownId(name, true) : image.id, image);
    }
    return { images: [...images].map(([id, image]) => ({ ...image, id })), odd };
  }

  /** What lies in the own folder and cannot be used. */
  async oddFiles(): Promise<OddFile[]> {
    return (await this.own()).odd;
  }

  private async ownImage(fileName: string): Promise<{ image?: SystemImage; why?: string }> {
    if (!ImageFileName.safeParse(fileName).success)
      return { why: 'Its name must be letters, digits, dots, dashes and underlines.' };
    const path = join(this.ownFolder(), fileName);
    const looked = await stat(path).then(
      (there) => ({ there, code: '' }),
      (error: NodeJS.ErrnoException) => ({ there: null, code: error.code ?? '' }),
    );
    const { there, code } = looked;
    if (!there)
      return { why: code === 'ENOENT' ? 'It is a link to nothing.' : `It cannot be looked at (${code}).` };
    if (!there.isFile()) return { why: there.isDirectory() ? 'It is a folder.' : 'It is no file.' };
    if (there.size === 0) return { why: 'It is empty.' };
    const described = await readAtMost(`${path}.json`, mostDescriptionBytes).catch(
      () => 'unreadable' as const,
    );
    if (described === 'too-long' || described === 'unreadable')
      return {
        why: `Its description ${fileName}.json cannot be read, or is longer than ${mostDescriptionBytes} bytes.`,
      };
    const words = described === null ? {} : parseJson(described);
    if (typeof words !== 'object' || words === null || Array.isArray(words))
      return { why: `Its description ${fileName}.json is no JSON object.` };
    const image = SystemImage.safeParse({
      name: fileName,
      models: [],
      version: '0',
      releasedOn: there.mtime.toISOString().slice(0, 10),
      imageBytes: null,
      ...words,
      schema: 'jicara.system-image/1',
      id: ownId(fileName, false),
      fileName,
      fileBytes: there.size,
      packing: /\.gz$/iu.test(fileName) ? 'gzip' : /\.zip$/iu.test(fileName) ? 'zip' : 'none',
    });
    if (image.success) return { image: image.data };
    const [issue] = image.error.issues;
    return {
      why: `Its description does not read: ${issue?.path.join('.') ?? ''}: ${issue?.message ?? ''}`.slice(
        0,
        200,
      ),
    };
  }

  /** What the checksum list beside an image says of it; null where it says nothing. */
  async listed({ image, from }: LibraryImage): Promise<string | null> {
    const text = from === 'own' ? await this.ownSums() : ((await this.asked())?.checksums ?? '');
    const lines = readChecksumList(text);
    return lines.ok ? listedSum(lines.value, image.fileName) : null;
  }

  private async ownSums(): Promise<string> {
    const text = await readAtMost(join(this.ownFolder(), 'SHA256SUMS'), mostIndexBytes).catch(() => null);
    return text === null || text === 'too-long' ? '' : text;
  }

  async saveCheck(entry: LibraryImage, check: ImageCheck): Promise<void> {
    await writeDurably(`${this.path(entry)}.check.json`, JSON.stringify(check));
  }

  /** Throws away what was fetched of an image. The workshop’s own files are not touched. */
  async forget(entry: LibraryImage): Promise<void> {
    const path = this.path(entry);
    await removeDurably(`${path}.check.json`);
    if (entry.from === 'own') return;
    for (const one of [path, partPath(path), `${partPath(path)}.tag`]) await removeDurably(one);
  }
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return null;
  }
}
