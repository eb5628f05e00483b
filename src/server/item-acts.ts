import * as z from 'zod';
import { isChecked, itemKinds, stickRoomMargin } from '@/core/image';
import { isKept } from '@/core/margin';
import { type Result, ok, refuse } from '@/core/result';
import { usualRates } from '@/core/route';
import { findBenchItem, nextItemLabel, recordUse, saveBenchItem } from './bench-items';
import { stickInHand } from './in-hand';
import { busy, imageKey, notFound, stickKey } from './image-runs';
import type { Sql } from './database';
import { once } from './requests';
import type { Runtime } from './runtime';
import { ensureStick, sticksTaken } from './sticks';
import { readSettings } from './workshop';

const Label = z.string().max(12);
const text = z.string().trim().min(1).max(200);

/** Everything a person can do to sticks and cables. */
export const ItemAct = z.discriminatedUnion('kind', [
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
export type ItemAct = z.infer<typeof ItemAct>;

/** Does an act to a stick or a cable; writing goes on behind the answer. `by` are the initials of who does it. */
export async function doItemAct(
  runtime: Runtime,
  act: ItemAct,
  by: string,
  requestId: string | null = null,
): Promise<Result<null>> {
  const { database } = runtime;
  const doOnce = (work: (sql: Sql) => Promise<unknown>) =>
    database.transaction((sql) =>
      once(sql, requestId, runtime.now().toISOString(), async () => {
        await work(sql);
        return ok(null);
      }),
    );
  switch (act.kind) {
    case 'write': {
      const giveBack = runtime.inHand.take([stickInHand(act.label)]);
      if (!giveBack) return busy();
      try {
        return await writeToStick(runtime, act, by);
      } finally {
        giveBack();
      }
    }
    case 'stop-writing':
      return runtime.images.stop(stickKey(act.label))
        ? ok(null)
        : refuse('not-running', 'Nothing is written to it.', 'Nothing needs stopping.');
    case 'record': {
      if (!(await findBenchItem(database, act.label))) return notFound('stick or cable');
      const at = runtime.now().toISOString();
      return doOnce((sql) =>
        recordUse(sql, act.label, { at, by, jobId: null, worked: act.worked, what: act.what }),
      );
    }
    case 'bin': {
      const found = await findBenchItem(database, act.label);
      if (!found) return notFound('stick or cable');
      const jobId = (await sticksTaken(database)).get(act.label);
      if (jobId)
        return refuse('stick-taken', `${act.label} was taken for ${jobId}.`, 'Take another one there first.');
      if (runtime.images.isRunning(stickKey(act.label)) || runtime.inHand.has(stickInHand(act.label)))
        return busy();
      await saveBenchItem(database, { ...found.item, binned: true });
      return ok(null);
    }
    case 'add': {
      const { kind, model, labelGB } = act.item;
      if (kind === 'stick' && labelGB === null)
        return refuse('form', 'How large is the stick?', 'Type the size that stands on it.');
      return doOnce(async (sql) =>
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
    }
  }
}

async function writeToStick(
  runtime: Runtime,
  { imageId, label, typed }: Extract<ItemAct, { kind: 'write' }>,
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
