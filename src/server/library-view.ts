import { type LibraryImage, newestFor, recordMargin } from '@/core/image';
import { type Trial, failureStart, learnedShare } from '@/core/learn';
import { compareVersions } from '@/core/margin';
import type { DockImage, DockItem, DockLibrary, ImageRunView } from '@/core/job-view';
import { stickContent } from '@/images';
import { type ItemWithRecord, benchItems, itemTrials } from './bench-items';
import { profileNames } from './devices';
import { imageKey, stickKey } from './image-runs';
import { askMaker } from './images';
import { partsOfKind } from './parts';
import type { Runtime } from './runtime';
import { stickFolder } from './stick-folder';
import { sticksTaken } from './sticks';

/** The image library, the sticks and the cables; the image server is asked where nobody has asked it yet. */
export async function libraryView(runtime: Runtime): Promise<DockLibrary> {
  const { database, library } = runtime;
  const askedAt = await library.askedAt();
  if (!askedAt && !runtime.makerFault) askMaker(runtime);
  const [entries, names, taken] = [
    await library.entries(),
    await profileNames(database),
    await sticksTaken(database),
  ];
  const cases = await partsOfKind(database, 'case');
  const caseNames = new Map(cases.map(({ id, model }) => [id, model]));
  // What runs is read before the records: where nothing runs any more, what it did stands in them.
  const runs = runtime.images.views();
  const trials = { stick: await itemTrials(database, 'stick'), cable: await itemTrials(database, 'cable') };
  const items = (await benchItems(database)).map((one) =>
    itemView(runtime, one, { taken, caseNames, runs, trials: trials[one.item.kind] }),
  );
  return {
    images: entries.map((entry) => imageView(runtime, entry, entries, names)),
    items: await Promise.all(items),
    oddFiles: await library.oddFiles(),
    maker: { askedAt, isAsking: runtime.asking !== null, fault: runtime.makerFault },
  };
}

function imageView(
  runtime: Runtime,
  entry: LibraryImage,
  all: LibraryImage[],
  names: Map<string, string>,
): DockImage {
  const { image } = entry;
  const images = all.map((one) => one.image);
  const newest = image.models[0] ? newestFor(images, image.models[0]) : null;
  const isStale = newest !== null && (compareVersions(newest.version, image.version) ?? 0) > 0;
  return {
    ...entry,
    devices: image.models.map((id) => names.get(id) ?? id),
    staleBy: isStale ? { name: newest.name, version: newest.version } : null,
    run: runtime.images.view(imageKey(image.id)),
    fault: runtime.images.fault(imageKey(image.id)),
  };
}

type Beside = {
  taken: Map<string, string>;
  caseNames: Map<string, string>;
  runs: Map<string, ImageRunView>;
  trials: readonly Trial[];
};

async function itemView(
  runtime: Runtime,
  { item, uses }: ItemWithRecord,
  { taken, caseNames, runs, trials }: Beside,
): Promise<DockItem> {
  return {
    item,
    uses,
    record: recordMargin(item.label, uses),
    fails: learnedShare(trials, { key: item.label, at: runtime.now().toISOString() }, failureStart),
    content: item.kind === 'stick' ? await stickContent(stickFolder(runtime, item.label)) : null,
    takenFor: taken.get(item.label) ?? null,
    run: runs.get(stickKey(item.label)) ?? null,
    fault: runtime.images.fault(stickKey(item.label)),
    caseModel: item.caseId ? (caseNames.get(item.caseId) ?? null) : null,
  };
}
