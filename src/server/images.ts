import { join } from 'node:path';
import { readFile } from 'node:fs/promises';
import * as z from 'zod';
import { type LibraryImage, isChecked, writeChecksumList } from '@/core/image';
import { type Result, ok, refuse } from '@/core/result';
import { usualRates } from '@/core/route';
import { MakerImages } from '@/images';
import { benchItems } from './bench-items';
import { type ImageStep, busy, imageKey, notFound } from './image-runs';
import { ItemAct, doItemAct } from './item-acts';
import type { Runtime } from './runtime';
import { formFault, nobodyWorking } from './take-in-device';
import { readSettings } from './workshop';

/** Everything a person can do to images, sticks and cables. */
export const ImageAct = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('ask') }),
  z.object({ kind: z.enum(['fetch', 'pause', 'check', 'forget']), imageId: z.string().max(60) }),
  ...ItemAct.options,
]);
export type ImageAct = z.infer<typeof ImageAct>;

/** Makes what the stand-in image server offers, the first time that anybody asks it. */
export async function makeMakerImages(runtime: Runtime, folder: string): Promise<void> {
  const path = join(runtime.projectFolder, 'demo/maker-images.json');
  const wanted = MakerImages.parse(JSON.parse(await readFile(path, 'utf8')));
  const demo = join(runtime.projectFolder, 'demo');
  runtime.images.start('make', {
    work: { kind: 'make', folder, demo, wanted },
    finished: async () => {},
  });
  await runtime.images.ended('make');
}

/** Does an act to the image library, a stick or a cable; what takes a while goes on behind the answer. */
export async function doImageAct(
  runtime: Runtime,
  form: unknown,
  requestId: string | null = null,
): Promise<Result<null>> {
  const parsed = ImageAct.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const act = parsed.data;
  const { database } = runtime;
  const { working } = await readSettings(database);
  if (!working) return nobodyWorking();
  switch (act.kind) {
    case 'ask':
      askMaker(runtime);
      return ok(null);
    case 'fetch':
    case 'check':
    case 'forget': {
      const entry = (await runtime.library.entries()).find(({ image }) => image.id === act.imageId);
      if (!entry) return notFound('image');
      if (runtime.images.isRunning(imageKey(act.imageId))) return busy();
      if (act.kind === 'fetch') return fetchImage(runtime, entry);
      if (act.kind === 'check') return checkHere(runtime, entry);
      await runtime.library.forget(entry);
      return ok(null);
    }
    case 'pause':
      return runtime.images.stop(imageKey(act.imageId))
        ? ok(null)
        : refuse('not-running', 'Nothing runs on it.', 'Nothing needs stopping.');
    default:
      return doItemAct(runtime, act, working, requestId);
  }
}

/** Asks the image server in the background; the stand-in may have to make its images first. */
export function askMaker(runtime: Runtime): void {
  if (runtime.asking) return;
  runtime.asking = runtime.library
    .ask(runtime.now().toISOString())
    .then((asked) => {
      runtime.makerFault = asked.ok ? null : asked.fault;
    })
    .finally(() => {
      runtime.asking = null;
    });
}

async function fetchImage(runtime: Runtime, entry: LibraryImage): Promise<Result<null>> {
  const { image } = entry;
  if (entry.from === 'own' || entry.haveBytes === image.fileBytes)
    return refuse('here', 'It is here already.', 'Check it against its checksum list.');
  const { pace } = await readSettings(runtime.database);
  const url = `${runtime.library.makerUrl}/${image.fileName}`;
  const path = runtime.library.path(entry);
  const bytesPerS = usualRates.network.middle;
  const began = runtime.images.start(imageKey(image.id), {
    work: { kind: 'fetch', url, path, fileBytes: image.fileBytes, bytesPerS, pace },
    // What was fetched is checked at once: nobody has to think of it.
    finished: async ({ kind }) => (kind === 'fetched' ? checking(runtime, entry) : undefined),
  });
  return began ? ok(null) : busy();
}

async function checkHere(runtime: Runtime, entry: LibraryImage): Promise<Result<null>> {
  if (entry.haveBytes < entry.image.fileBytes)
    return refuse('not-here', 'It is not all here yet.', 'Fetch it to its end first.');
  return runtime.images.start(imageKey(entry.image.id), await checking(runtime, entry)) ? ok(null) : busy();
}

async function checking(runtime: Runtime, entry: LibraryImage): Promise<ImageStep> {
  const sticks = (await benchItems(runtime.database)).map(({ item }) => item.bytes ?? 0);
  return {
    work: {
      kind: 'check',
      path: runtime.library.path(entry),
      listed: await runtime.library.listed(entry),
      // What unpacks to more than any stick here holds is of no use here.
      mostImageBytes: Math.max(entry.image.imageBytes ?? 0, ...sticks),
    },
    finished: async (outcome) => {
      if (outcome.kind !== 'checked') return;
      await runtime.library.saveCheck(entry, { at: runtime.now().toISOString(), ...outcome.check });
    },
  };
}

/** The checksum list of all images that are here and were checked, as `sha256sum --check` reads it. */
export async function checksumList(runtime: Runtime): Promise<string> {
  const checked = (await runtime.library.entries()).filter(isChecked);
  return writeChecksumList(
    checked.map(({ image, check }) => ({ name: image.fileName, sha256: check!.sha256 })),
  );
}
