import { readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import {
  ImageCheck,
  ImageFileName,
  ImageIndex,
  type LibraryImage,
  SystemImage,
  listedSum,
  readChecksumList,
} from '@/core/image';
import { type Result, ok, refuse } from '@/core/result';
import { isMissing, makeFolder, readIfThere, removeDurably, writeDurably } from '@/files';
import { bytesHere, partPath } from './download';

const mostIndexBytes = 2 ** 20;

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
  const reply = await fetch(url, { signal: AbortSignal.timeout(60_000) });
  if (!reply.ok) throw new Error(`${reply.status}`);
  const text = await reply.text();
  if (text.length > mostIndexBytes) throw new Error('too long');
  return text;
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
    return Promise.all([...offered, ...(await this.own()).map((image) => this.entry(image, 'own'))]);
  }

  private async entry(image: SystemImage, from: LibraryImage['from']): Promise<LibraryImage> {
    const path = this.path({ image, from });
    const haveBytes = await bytesHere(path, image.fileBytes);
    const text = await readIfThere(`${path}.check.json`);
    const check = text === null ? null : ImageCheck.safeParse(parseJson(text));
    // A check counts for the file that was checked: of another length it is another file.
    const holds = check?.success && haveBytes === image.fileBytes;
    return { image, from, haveBytes, check: holds ? check.data : null };
  }

  /** Files of the own folder that can be images; what is not described is for no known device. */
  private async own(): Promise<SystemImage[]> {
    const names = await readdir(this.ownFolder()).catch((error: unknown) => {
      if (isMissing(error)) return [];
      throw error;
    });
    const files = names.filter(
      (name) => ImageFileName.safeParse(name).success && /\.(img|raw|iso|gz|zip)$/iu.test(name),
    );
    const found = await Promise.all(files.slice(0, 200).map((name) => this.ownImage(name)));
    return found.filter((image) => image !== null);
  }

  private async ownImage(fileName: string): Promise<SystemImage | null> {
    const path = join(this.ownFolder(), fileName);
    const { size, mtime } = await stat(path);
    const described = parseJson((await readIfThere(`${path}.json`)) ?? '{}');
    const image = SystemImage.safeParse({
      name: fileName,
      models: [],
      version: '0',
      releasedOn: mtime.toISOString().slice(0, 10),
      imageBytes: null,
      ...(typeof described === 'object' ? described : {}),
      schema: 'jicara.system-image/1',
      id: `own-${fileName.toLowerCase().replace(/[^a-z0-9]+/gu, '-')}`.slice(0, 60),
      fileName,
      fileBytes: Math.max(1, size),
      packing: /\.gz$/iu.test(fileName) ? 'gzip' : /\.zip$/iu.test(fileName) ? 'zip' : 'none',
    });
    return image.success ? image.data : null;
  }

  /** What the checksum list beside an image says of it; null where it says nothing. */
  async listed({ image, from }: LibraryImage): Promise<string | null> {
    const text =
      from === 'own'
        ? ((await readIfThere(join(this.ownFolder(), 'SHA256SUMS'))) ?? '')
        : ((await this.asked())?.checksums ?? '');
    const lines = readChecksumList(text);
    return lines.ok ? listedSum(lines.value, image.fileName) : null;
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
