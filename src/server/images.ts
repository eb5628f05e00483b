import { join } from 'node:path';
import { readFile } from 'node:fs/promises';
import { z } from 'zod';
import { type LibraryImage, isChecked, itemKinds, stickRoomMargin, writeChecksumList } from '@/core/image';
import { isKept } from '@/core/margin';
import { type Result, ok, refuse } from '@/core/result';
import { usualRates } from '@/core/route';
import { MakerImages } from '@/images';
import { benchItems, findBenchItem, nextItemLabel, recordUse, saveBenchItem } from './bench-items';
import type { ImageStep } from './image-runs';
import type { Runtime } from './runtime';
import { ensureStick, sticksTaken } from './sticks';
import { formFault, nobodyWorking } from './take-in-device';
import { readSettings } from './workshop';

const Label = z.string().max(12);
const text = z.string().trim().min(1).max(200);

/** Everything a person can do to images, sticks and cables. */
export const ImageAct = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('ask') }),
  z.object({ kind: z.enum(['fetch', 'pause', 'check', 'forget']), imageId: z.string().max(60) }),
  /** `typed` is the stick’s label, typed by hand: all that is on it goes. */
  z.object({
    kind: z.literal('write'),
    imageId: z.string().max(60),
    label: Label,
    typed: z.string().max(20),
  }),
  z.object({ kind: z.literal('stop-writing'), label: Label }),
  z.object({ kind: z.literal('record'), label: Label, worked: z.boolean(), what: text }),
  z.object({ kind: z.literal('bin'), label: Label }),
  z.object({
    kind: z.literal('add'),
    item: z.object({
      kind: z.enum(itemKinds),
      model: text.max(80),
      labelGB: z.number().positive().max(4000).nullable(),
    }),
  }),
]);
export type ImageAct = z.infer<typeof ImageAct>;

export const imageKey = (imageId: string) => `image:${imageId}`;
export const stickKey = (label: string) => `stick:${label}`;
export const makerKey = 'maker';

const busy = () => refuse('busy', 'Something runs on it already.', 'Wait for it, or stop it.');
const notFound = (what: string) =>
  refuse('not-found', `This ${what} is not on the bench.`, 'Choose one from the list.');

/** Makes what the stand-in image server offers, the first time that anybody asks it. */
export async function makeMakerImages(runtime: Runtime, folder: string): Promise<void> {
  const path = join(runtime.projectFolder, 'demo/maker-images.json');
  const wanted = MakerImages.parse(JSON.parse(await readFile(path, 'utf8')));
  const volumes = join(runtime.projectFolder, 'demo/volumes');
  runtime.images.start('make', {
    work: { kind: 'make', folder, volumes, wanted },
    finished: async () => {},
  });
  await runtime.images.ended('make');
}

/** Does an act to the image library, a stick or a cable; what takes a while goes on behind the answer. */
export async function doImageAct(runtime: Runtime, form: unknown): Promise<Result<null>> {
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
    case 'write':
      return writeToStick(runtime, act, working);
    case 'stop-writing':
      return runtime.images.stop(stickKey(act.label))
        ? ok(null)
        : refuse('not-running', 'Nothing is written to it.', 'Nothing needs stopping.');
    case 'record': {
      if (!(await findBenchItem(database, act.label))) return notFound('stick or cable');
      const at = runtime.now().toISOString();
      await recordUse(database, act.label, {
        at,
        by: working,
        jobId: null,
        worked: act.worked,
        what: act.what,
      });
      return ok(null);
    }
    case 'bin': {
      const found = await findBenchItem(database, act.label);
      if (!found) return notFound('stick or cable');
      const jobId = (await sticksTaken(database)).get(act.label);
      if (jobId)
        return refuse('stick-taken', `${act.label} was taken for ${jobId}.`, 'Take another one there first.');
      if (runtime.images.isRunning(stickKey(act.label))) return busy();
      await saveBenchItem(database, { ...found.item, binned: true });
      return ok(null);
    }
    case 'add': {
      const { kind, model, labelGB } = act.item;
      if (kind === 'stick' && labelGB === null)
        return refuse('form', 'How large is the stick?', 'Type the size that stands on it.');
      await database.transaction(async (sql) =>
        saveBenchItem(sql, {
          schema: 'jicara.bench-item/1',
          label: await nextItemLabel(sql, kind),
          kind,
          model,
          bytes: kind === 'stick' ? Math.floor((labelGB! * 1e9) / 512) * 512 : null,
          writeBytesPerS: kind === 'stick' ? usualRates.stick.middle : null,
          caseId: null,
          binned: false,
        }),
      );
      return ok(null);
    }
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

async function writeToStick(
  runtime: Runtime,
  { imageId, label, typed }: Extract<ImageAct, { kind: 'write' }>,
  by: string,
): Promise<Result<null>> {
  const { database } = runtime;
  const found = await findBenchItem(database, label);
  if (!found || found.item.kind !== 'stick') return notFound('stick');
  const { item } = found;
  if (typed.trim().toUpperCase() !== label)
    return refuse(
      'wrong-label',
      `“${typed.trim().slice(0, 20)}” is not the label of this stick.`,
      'Read it on the stick itself and type it: all that is on it goes.',
    );
  const jobId = (await sticksTaken(database)).get(label);
  if (jobId) return refuse('stick-taken', `${label} was taken for ${jobId}.`, 'Write another stick.');
  const entry = (await runtime.library.entries()).find(({ image }) => image.id === imageId);
  if (!entry) return notFound('image');
  const { image, check } = entry;
  if (!isChecked(entry))
    return refuse(
      'not-checked',
      'This image is not whole, or not as its checksum list says.',
      'Fetch it to its end and check it: a stick is written from nothing else.',
    );
  if (!isKept(stickRoomMargin(entry, item)))
    return refuse('too-small', `${image.name} does not fit on ${label}.`, 'Take a larger stick.');
  if (runtime.images.isRunning(imageKey(imageId))) return busy();
  const { pace } = await readSettings(database);
  const at = runtime.now().toISOString();
  const work = {
    kind: 'write' as const,
    imagePath: runtime.library.path(entry),
    stickFolder: await ensureStick(runtime, item),
    label,
    content: {
      imageId,
      name: image.name,
      version: image.version,
      fileName: image.fileName,
      fileSha256: check!.sha256,
      imageBytes: check!.imageBytes!,
    },
    at,
    writeBytesPerS: item.writeBytesPerS ?? usualRates.stick.middle,
    pace,
    faults: await runtime.dock.faults(),
  };
  const began = runtime.images.start(stickKey(label), {
    work,
    finished: async (outcome) => {
      if (outcome.kind !== 'written') return;
      const worked = outcome.content.state === 'matched';
      const what = `${image.name} ${image.version}: ${worked ? 'written and read back' : 'read back differently'}`;
      await recordUse(database, label, { at: runtime.now().toISOString(), by, jobId: null, worked, what });
    },
  });
  return began ? ok(null) : busy();
}

/** The checksum list of all images that are here and were checked, as `sha256sum --check` reads it. */
export async function checksumList(runtime: Runtime): Promise<string> {
  const checked = (await runtime.library.entries()).filter(isChecked);
  return writeChecksumList(
    checked.map(({ image, check }) => ({ name: image.fileName, sha256: check!.sha256 })),
  );
}
