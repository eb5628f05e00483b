import {
  type CaseChange,
  type DeviceProfile,
  type Measures,
  type Place,
  type Revision,
  placeOf,
  resolvePlace,
  revisionsThatMatter,
} from '../device';
import { type Adapter, type Drive, type Heatsink, type Pad, forecastSectors } from '../part';
import type { Workload } from '../heat';
import type { Money } from '../units';
import type { Library, BuildIds } from './question-schema';

/** What the old drive asks of the new one; `usedBytes` null where nobody has looked. */
export type OldDrive = { labelGB: number; usedBytes: number | null; dataToKeep: boolean };

export const libraryBytes = (library: Library): number =>
  library.kind === 'count'
    ? library.count * library.typicalBytes
    : library.items.reduce((sum, { bytes }) => sum + bytes, 0);

/** What the owner wants of a drive, beside that it fits; null for what was not said. */
export type Wish = { wantedGB: number | null; budget: Money | null };

/** The device's side of the question: it stays the same for all candidates. */
export type Setting = {
  profile: DeviceProfile;
  /** Null for the main place. */
  placeId: string | null;
  /** Board revision, by its marks; null until somebody has looked. */
  revisionId: string | null;
  measures: Measures;
  old: OldDrive | null;
  library: Library | null;
  /** Size and budget that are wanted; null where nothing was said. */
  wish: Wish | null;
  /** As the device shows it; null until somebody has looked. */
  systemVersion: string | null;
  /** What the heat is judged by; null leaves heat out. */
  workload: Workload | null;
};

/** The technician's side: what is put in, and what is changed for it. */
export type Build = {
  drive: Drive;
  adapter: Adapter | null;
  sink: Heatsink | null;
  pads: Pad[];
  /** A pad between the chips below a double-sided drive and the face under it. */
  padBelow: Pad | null;
  caseChangeIds: string[];
};

/** A drive alone, nothing laid on it, nothing changed. */
export const bare = (drive: Drive): Build => ({
  drive,
  adapter: null,
  sink: null,
  pads: [],
  padBelow: null,
  caseChangeIds: [],
});

/** A setting about a device that nobody has in hand yet: the counter question. */
export const settingOf = (profile: DeviceProfile, more: Partial<Setting> = {}): Setting => ({
  profile,
  placeId: null,
  revisionId: null,
  measures: {},
  old: null,
  library: null,
  wish: null,
  systemVersion: null,
  workload: null,
  ...more,
});

export const idsOf = (build: Build, placeId: string | null): BuildIds => ({
  driveId: build.drive.id,
  placeId,
  adapterId: build.adapter?.id ?? null,
  sinkId: build.sink?.id ?? null,
  padIds: build.pads.map(({ id }) => id),
  padBelowId: build.padBelow?.id ?? null,
  caseChangeIds: build.caseChangeIds,
});

/** Where a limit comes from that the profile states without an estimate of its own. */
export const profileOrigin = { kind: 'data-sheet-typical', note: 'device profile' } as const;

/** Origin of what a part's data sheet says. */
export const sheet = ({ source, sourceDate }: Pick<Drive, 'source' | 'sourceDate'>) =>
  ({ kind: 'data-sheet-typical', note: source, ...(sourceDate ? { at: sourceDate } : {}) }) as const;

/** Whole bytes that the drive holds, as far as its label tells (see `forecastSectors`). */
export const driveBytes = ({ labelGB, sectorBytes }: Pick<Drive, 'labelGB' | 'sectorBytes'>): number =>
  forecastSectors(labelGB, sectorBytes) * sectorBytes;

export type SeenPlace = { place: Place; revision: Revision | null };

const resolved = new WeakMap<Setting, Map<string, SeenPlace[]>>();

/**
 * The place as it may be: one where the revision is known or makes no difference, else one for each revision.
 * Remembered by setting, since thousands of candidates ask for the same.
 */
export function placesSeen(setting: Setting, caseChangeIds: string[]): SeenPlace[] {
  const key = caseChangeIds.join(' ');
  const memory = resolved.get(setting) ?? new Map<string, SeenPlace[]>();
  resolved.set(setting, memory);
  const known = memory.get(key);
  if (known) return known;
  const { profile, placeId, revisionId, measures } = setting;
  const place = placeOf(profile, placeId);
  const changes = profile.caseChanges.filter(({ id }: CaseChange) => caseChangeIds.includes(id));
  const told = profile.revisions.find(({ id }) => id === revisionId) ?? null;
  const revisions = told ? [told] : revisionsThatMatter(profile, place);
  const seen = (revisions.length === 0 ? [null] : revisions).map((revision) => ({
    place: resolvePlace(place, revision, changes, measures),
    revision,
  }));
  memory.set(key, seen);
  return seen;
}

/** Where the parts of a build are looked up. */
export type PartFinder = {
  drive: (id: string) => Drive | null;
  sink: (id: string) => Heatsink | null;
  pad: (id: string) => Pad | null;
};

/** The build that ids name; null where a part is not in the catalogue, or the place knows no such adapter. */
export function buildFrom(ids: BuildIds, profile: DeviceProfile, find: PartFinder): Build | null {
  const drive = find.drive(ids.driveId);
  const pads = ids.padIds.map(find.pad);
  const sink = ids.sinkId === null ? null : find.sink(ids.sinkId);
  const padBelow = ids.padBelowId === null ? null : find.pad(ids.padBelowId);
  const known = placeOf(profile, ids.placeId).adapters.map(({ adapter }) => adapter);
  const adapter = ids.adapterId === null ? null : (known.find(({ id }) => id === ids.adapterId) ?? null);
  const gone =
    !drive ||
    pads.includes(null) ||
    (ids.sinkId !== null && !sink) ||
    (ids.padBelowId !== null && !padBelow) ||
    (ids.adapterId !== null && !adapter) ||
    ids.caseChangeIds.some((id) => !profile.caseChanges.some((change) => change.id === id));
  if (gone) return null;
  return { drive, adapter, sink, pads: pads as Pad[], padBelow, caseChangeIds: ids.caseChangeIds };
}
