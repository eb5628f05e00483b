import type { Place } from '../device';
import { type Margin, compareMargins, verdicts, worstMargin } from '../margin';
import { type Adapter, type Drive, type Heatsink, type Pad, countOf } from '../part';
import { cooledFit, heatFit } from './fit';
import { driveForm } from './forms';
import { partsOf } from './price';
import { type Build, type Setting, bare, placesSeen } from './question';

/** What may be laid on a drive or put under it. */
export type Accessories = { pads: Pad[]; sinks: Heatsink[] };

/** Adapters that a place knows and that take this drive, each with the change to the case that it needs. */
export function adapterBuilds({ adapters }: Place, drive: Drive): Build[] {
  const form = driveForm(bare(drive));
  return adapters
    .filter(
      ({ adapter: { takes } }) =>
        takes.kind === form.kind &&
        takesCount(takes, drive) &&
        takes.protocols.includes(drive.protocol) &&
        (form.kind !== 'module' || takes.lengthsMm.includes(form.lengthMm)),
    )
    .map(({ adapter, caseChangeId }) => ({
      ...bare(drive),
      adapter,
      caseChangeIds: caseChangeId === null ? [] : [caseChangeId],
    }));
}

/** Two cards go only where two are joined; a single one goes into either. */
const takesCount = ({ slots, joins }: Adapter['takes'], drive: Drive): boolean =>
  countOf(drive) === 1 || (slots > 1 && joins);

/** True where the drive meets the device's own socket without an adapter. */
export function entersItself({ form }: Place, drive: Drive): boolean {
  const size = driveForm(bare(drive));
  if (countOf(drive) > 1) return false;
  return form.kind === 'module'
    ? size.kind === 'module' && form.standOffsMm.includes(size.lengthMm)
    : size.kind === form.kind;
}

/** The drive as it gets into a place, which may be on one of several boards: by itself, else through the first adapter that takes it. */
export const seatedBuild = (places: Place[], drive: Drive): Build =>
  places.some((place) => entersItself(place, drive))
    ? bare(drive)
    : (places.flatMap((place) => adapterBuilds(place, drive))[0] ?? bare(drive));

/** All ways to cool a seated build with what is there, the plain one first. `pads` may be single ones or stacks. */
export function cooledBuilds(place: Place, seated: Build, sinks: Heatsink[], pads: Pad[][]): Build[] {
  const { form } = place;
  if (form.kind !== 'module' || seated.drive.ownSink) return [seated];
  const size = driveForm(seated);
  const laid = (build: Build) => pads.map((stack) => ({ ...build, pads: stack }));
  switch (form.sink.kind) {
    case 'fixed':
      return [seated, ...laid(seated)];
    case 'impossible':
    case 'unknown':
      return [seated];
    case 'required':
    case 'optional':
      return [
        seated,
        ...sinks
          .filter(({ forLengthsMm }) => size.kind === 'module' && forLengthsMm.includes(size.lengthMm))
          .flatMap((sink) => laid({ ...seated, sink })),
      ];
  }
}

/** Distance of the squeeze from the middle of its window, in half-windows: the nearer, the more either end may be off. */
function offCentre(margins: Margin[]): number {
  const margin = margins.find(({ id }) => id === 'squeeze');
  if (!margin) return 0;
  if (!margin.value.known || 'name' in margin.value || margin.limit.kind !== 'within') return Infinity;
  const { from, to } = margin.limit;
  if (!from.known || !to.known) return Infinity;
  return Math.abs(margin.value.value - (from.value + to.value) / 2) / ((to.value - from.value) / 2);
}

/** True where every part of the build lies on the shelf, as often as it is needed. */
export function onShelf(build: Build): boolean {
  const parts = partsOf(build);
  return parts.every((part) => part.onShelf >= parts.filter(({ id }) => id === part.id).length);
}

/** A way to cool a drive: its worst margin of heights and squeeze over all boards that it may be, and how far off centre it is. */
type Cooled = { build: Build; worst: Margin | null; off: number };

/** All of a build that decides how it is best cooled: everything but what names and prices it, so nothing can be forgotten here. */
const coolingKey = ({ drive, adapter }: Build): string => {
  const {
    id: _,
    maker: _m,
    model: _n,
    price: _p,
    source: _s,
    sourceDate: _d,
    onShelf: _o,
    ...physical
  } = drive;
  return JSON.stringify([physical, adapter?.id ?? null]);
};

type Laid = Pick<Build, 'sink' | 'pads'>;
const searched = new WeakMap<Setting, WeakMap<Accessories, Map<string, Laid>>>();

function memoryOf(setting: Setting, accessories: Accessories): Map<string, Laid> {
  const bySetting = searched.get(setting) ?? new WeakMap<Accessories, Map<string, Laid>>();
  searched.set(setting, bySetting);
  const memory = bySetting.get(accessories) ?? new Map<string, Laid>();
  bySetting.set(accessories, memory);
  return memory;
}

/**
 * The build for this drive with the best worst margin over all sinks and pads that are there, on every board that it may be, heat
 * included: verdict first, then the squeeze in the middle half of its window, then fewer parts, then the price.
 */
export function bestBuild(setting: Setting, drive: Drive, accessories: Accessories): Build {
  const seated = seatedBuild(
    placesSeen(setting, []).map(({ place }) => place),
    drive,
  );
  const places = placesSeen(setting, seated.caseChangeIds).map(({ place }) => place);
  const memory = memoryOf(setting, accessories);
  // A gap by an impression is of one drive alone.
  const key = `${setting.measures.gap?.driveId === drive.id ? drive.id : ''} ${coolingKey(seated)}`;
  const known = memory.get(key);
  if (known) return { ...seated, ...known };
  const singles = accessories.pads.map((pad) => [pad]);
  const tried = cooledBuilds(places[0]!, seated, accessories.sinks, singles);
  const chosen = tried.length > 1 ? coolest(setting, places, tried) : seated;
  memory.set(key, { sink: chosen.sink, pads: chosen.pads });
  return chosen;
}

/**
 * Ways to cool one drive, the fewest parts and the lowest price first, no further than can win: behind one that is clear, heat included,
 * with its squeeze in the middle half of the window, only those that cost the same can.
 */
function worthLooking(setting: Setting, places: Place[], tried: Build[]): Cooled[] {
  const looked: Cooled[] = [];
  const priced = tried.map((build) => ({ build, parts: partsOf(build).length, minor: cost(build) }));
  priced.sort((a, b) => a.parts - b.parts || a.minor - b.minor);
  let good: { parts: number; minor: number } | null = null;
  for (const { build, parts, minor } of priced) {
    if (good && (good.parts !== parts || good.minor !== minor)) break;
    const margins = places.map((place) => cooledFit(setting, build, place).margins);
    const cooled = { build, worst: worstMargin(margins.flat()), off: Math.max(...margins.map(offCentre)) };
    looked.push(cooled);
    if (good || place(cooled.worst) > 0 || cooled.off > 0.5) continue;
    if (places.every((at) => heatFit(setting, build, at).every(({ verdict }) => verdict === 'clear')))
      good = { parts, minor };
  }
  return looked;
}

/** The best of several ways to cool one drive. Heat only ever makes a verdict worse, so it is worked out until no later way can win. */
function coolest(setting: Setting, places: Place[], tried: Build[]): Build {
  const ordered = worthLooking(setting, places, tried).sort(better);
  let best: { build: Build; place: number } | null = null;
  for (const { build, worst } of ordered) {
    const cold = place(worst);
    if (best && best.place <= cold) break;
    const heat = worstMargin(places.flatMap((at) => heatFit(setting, build, at)));
    const warm = Math.max(cold, place(heat));
    if (!best || warm < best.place) best = { build, place: warm };
  }
  return best!.build;
}

const verdictOrder = [...verdicts].reverse();
const place = (margin: Margin | null) => (margin ? verdictOrder.indexOf(margin.verdict) : 0);

const cost = (build: Build) => partsOf(build).reduce((sum, { price }) => sum + price.minor, 0);

function better(a: Cooled, b: Cooled): number {
  return (
    place(a.worst) - place(b.worst) ||
    // In the middle half of the window one pad is as good as another: then the cheaper one.
    Number(a.off > 0.5) - Number(b.off > 0.5) ||
    (a.off > 0.5 ? a.off - b.off : 0) ||
    partsOf(a.build).length - partsOf(b.build).length ||
    cost(a.build) - cost(b.build) ||
    a.off - b.off ||
    (a.worst && b.worst ? compareMargins(b.worst, a.worst) : 0)
  );
}
