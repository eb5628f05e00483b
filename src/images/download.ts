import { type FileHandle, open, rm, stat } from 'node:fs/promises';
import type { Pacer } from '@/copier';
import { fileMode, isMissing, readIfThere, renameDurably, writeDurably } from '@/files';
import type { ImageHooks } from './hooks';
import { trouble } from './trouble';

export type DownloadOrder = {
  url: string;
  path: string;
  fileBytes: number;
  /** A server that sends nothing for this long is given up. */
  stallMs?: number;
};

const usualStallMs = 30_000;
const lookEveryMs = 200;

export const partPath = (path: string) => `${path}.part`;
const tagPath = (path: string) => `${path}.part.tag`;

const unreachable = () =>
  trouble(
    'maker-offline',
    'The image server does not answer.',
    'What was fetched stays. Check the network, then go on.',
  );

/** Bytes of a download that are here already; 0 where nothing was begun. */
export const bytesHere = async (path: string, fileBytes: number): Promise<number> => {
  const whole = await sizeIfThere(path);
  if (whole !== null) return whole;
  return Math.min((await sizeIfThere(partPath(path))) ?? 0, fileBytes);
};

const sizeIfThere = (path: string): Promise<number | null> =>
  stat(path).then(
    ({ size }) => size,
    (error: unknown) => {
      if (isMissing(error)) return null;
      throw error;
    },
  );

/**
 * Asks for what is not here yet. A server that cannot go on where it stopped, or whose file changed meanwhile, sends it from
 * the beginning (RFC 9110, sections 13.1.5 `If-Range` and 14.2 `Range`).
 */
async function ask({ url, path, fileBytes }: DownloadOrder, stop: AbortSignal) {
  const tag = (await readIfThere(tagPath(path))) ?? '';
  const have = tag ? await bytesHere(path, fileBytes) : 0;
  const headers: Record<string, string> = have > 0 ? { range: `bytes=${have}-`, 'if-range': tag } : {};
  const reply = await fetch(url, { headers, signal: stop }).catch(() => {
    throw unreachable();
  });
  const from = /^bytes (\d+)-\d+\/(\d+)$/u.exec(reply.headers.get('content-range') ?? '');
  const goesOn =
    reply.status === 206 && from !== null && Number(from[1]) === have && Number(from[2]) === fileBytes;
  if (!goesOn && reply.status !== 200) {
    await reply.body?.cancel();
    if (reply.status === 416 || reply.status === 206) return { reply: null, from: 0 };
    throw trouble(
      'maker-refuses',
      `The image server refuses: ${reply.status}.`,
      'Look for the image anew; it may have been withdrawn.',
    );
  }
  return { reply, from: goesOn ? have : 0 };
}

/**
 * Fetches a file, going on where an earlier try ended; it takes its name only when it is whole. False where it was stopped.
 * Throws an `ImageTrouble`: `maker-offline`, `maker-refuses`, `other-length`; what was fetched stays.
 */
export async function download(order: DownloadOrder, hooks: ImageHooks, pacer: Pacer): Promise<boolean> {
  const stop = new AbortController();
  const guard = new Guard(stop, hooks, order.stallMs ?? usualStallMs);
  try {
    if (!(await fetched(order, stop.signal, guard, hooks, pacer))) return false;
  } catch (error) {
    // A pause is no fault of the server, also where it came while nothing was sent.
    if (guard.wasPaused) return false;
    throw error;
  } finally {
    guard.end();
    stop.abort();
  }
  const { path } = order;
  await renameDurably(partPath(path), path);
  await rm(tagPath(path), { force: true });
  return true;
}

/** Watches over a download: gives a server up that sends nothing any more, and lets a pause work while it does. */
class Guard {
  private askedMs = Infinity;
  private readonly timer: NodeJS.Timeout;
  wasPaused = false;

  constructor(stop: AbortController, hooks: ImageHooks, stallMs: number) {
    this.timer = setInterval(() => {
      if (hooks.stopped()) this.wasPaused = true;
      if (this.wasPaused || performance.now() - this.askedMs > stallMs) stop.abort();
    }, lookEveryMs);
  }

  /** Waits for the server. What this computer takes to write down what came is not held against it. */
  async wait<T>(answer: () => Promise<T>): Promise<T> {
    this.askedMs = performance.now();
    try {
      return await answer();
    } finally {
      this.askedMs = Infinity;
    }
  }

  end() {
    clearInterval(this.timer);
  }
}

async function fetched(
  order: DownloadOrder,
  stop: AbortSignal,
  guard: Guard,
  hooks: ImageHooks,
  pacer: Pacer,
): Promise<boolean> {
  const { path, fileBytes } = order;
  let asked = await guard.wait(() => ask(order, stop));
  if (!asked.reply) {
    // The server could not go on from here: from the beginning, once.
    await rm(tagPath(path), { force: true });
    asked = await guard.wait(() => ask(order, stop));
  }
  const { reply, from } = asked;
  if (!reply?.body) throw unreachable();
  if (from === 0) await writeDurably(tagPath(path), reply.headers.get('etag') ?? '');
  const part = await open(partPath(path), from > 0 ? 'r+' : 'w', fileMode);
  try {
    const whole = await receive(reply.body, part, { from, fileBytes }, guard, hooks, pacer);
    await part.sync();
    return whole;
  } finally {
    await part.close();
  }
}

async function receive(
  body: ReadableStream<Uint8Array>,
  part: FileHandle,
  { from, fileBytes }: { from: number; fileBytes: number },
  guard: Guard,
  hooks: ImageHooks,
  pacer: Pacer,
): Promise<boolean> {
  let at = from;
  const reader = body.getReader();
  for (;;) {
    const { done, value } = await guard
      .wait(() => reader.read())
      .catch(() => {
        throw unreachable();
      });
    if (done) break;
    if (at + value.length > fileBytes) throw otherLength('more');
    await part.write(value, 0, value.length, at);
    at += value.length;
    await pacer.moved(value.length);
    hooks.progress({ phase: 'fetching', doneBytes: at, totalBytes: fileBytes });
    if (hooks.stopped()) return false;
  }
  if (at < fileBytes) throw unreachable();
  return true;
}

const otherLength = (how: string) =>
  trouble(
    'other-length',
    `The image server sends ${how} than it announced.`,
    'Throw what is here away and fetch the list of images again.',
  );
