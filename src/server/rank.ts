import * as z from 'zod';
import {
  type CandidateLine,
  type Far,
  type RankWish,
  Ranking,
  type Setting,
  judgeDrive,
  settingOf,
  sortCandidates,
} from '@/core/fit';
import { type DeviceProfile, placeNamed, placeOf } from '@/core/device';
import { usualWorkload } from '@/core/heat';
import { type PartsForesight, type RankedView, foreseeParts } from '@/core/job-view';
import { settingOfJob } from '@/core/job';
import type { Verdict } from '@/core/margin';
import { type Drive, asBrought, pairOf, singleId } from '@/core/part';
import { priceTrend } from '@/core/price';
import { Money } from '@/core/units';
import { type Result, ok, refuse } from '@/core/result';
import { findProfile } from './devices';
import { findJob } from './jobs';
import { pricesOfParts } from './prices';
import type { Runtime } from './runtime';
import { shelves } from './shelves';
import { formFault } from './take-in-device';
import { readSettings } from './workshop';

const Ranked = z.object({
  /** A job's device as it was measured, or a device alone. */
  jobId: z.string().max(20).optional(),
  profileId: z.string().max(60).optional(),
  placeId: z.string().max(40).nullable().default(null),
  wantedGB: z.int().min(0).max(1_000_000).default(0),
  /** Only drives of this size; where none of it fits, the nearest sizes, and it is said. */
  onlyGB: z.int().positive().max(1_000_000).nullable().default(null),
  revisionId: z.string().max(40).nullable().default(null),
  systemVersion: z.string().max(20).nullable().default(null),
  text: z.string().max(120).default(''),
  shelfFirst: z.boolean().default(false),
  limit: z.int().min(1).max(200).default(60),
});

/** Up to so many are judged to the last: then every count is exact. Of more, only what could be shown is. */
const judgedToTheLast = 400;
/** How long a piece of a ranking may take before others get their turn, ms. */
const turnMs = 15;

const othersTurn = () => new Promise((resolve) => setImmediate(resolve));

/** Does work in pieces, so that other requests get their turn between them. */
async function inTurns<T>(work: Generator<void, T>): Promise<T> {
  let since = performance.now();
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
    if (performance.now() - since < turnMs) continue;
    await othersTurn();
    since = performance.now();
  }
}

/** Judges drives in slices without looking ahead: for answers that count all of them. */
async function judgeAll(
  runtime: Runtime,
  setting: Setting,
  drives: Drive[],
  currency: string,
): Promise<CandidateLine[]> {
  const accessories = await shelves(runtime);
  const work = function* (): Generator<void, CandidateLine[]> {
    const judged: CandidateLine[] = [];
    for (const drive of drives) {
      judged.push(judgeDrive(setting, drive, accessories, currency));
      yield;
    }
    return judged;
  };
  return inTurns(work());
}

type Begun = { key: string; ranking: Ranking };
const begun = new WeakMap<Runtime, Begun[]>();
const mostBegun = 6;

/** The ranking of a setting as far as it was judged before: other words in the search cost only what they bring up anew. */
async function rankingOf(runtime: Runtime, setting: Setting, wish: RankWish): Promise<Ranking> {
  const accessories = await shelves(runtime);
  const known = begun.get(runtime) ?? [];
  // All that it hangs on, by its values: nothing can be forgotten here.
  const key = JSON.stringify([accessories.mark, setting, wish]);
  const found = known.find((one) => one.key === key) ?? {
    key,
    ranking: new Ranking(setting, accessories, wish),
  };
  begun.set(runtime, [found, ...known.filter((one) => one !== found)].slice(0, mostBegun));
  return found.ranking;
}

const noPlace = ({ name }: DeviceProfile) =>
  refuse('not-found', `The ${name} has no such place.`, 'Choose one that its profile names.');

/** What is ranked: a device’s side of the question, and drives that the owner brings to it. */
type RankedFor = { setting: Setting; broughtIds: string[] };

async function settingFor(runtime: Runtime, asked: z.infer<typeof Ranked>): Promise<Result<RankedFor>> {
  const { database } = runtime;
  if (asked.jobId) {
    const stored = await findJob(database, asked.jobId);
    if (!stored.ok) return stored;
    const profile = await runtime.profiles.of(database, stored.value.profileSha256);
    if (!profile.ok) return profile;
    if (!placeNamed(profile.value, asked.placeId)) return noPlace(profile.value);
    const { job } = stored.value.state;
    return ok({ setting: settingOfJob(job, profile.value, asked.placeId), broughtIds: job.broughtIds });
  }
  const profile = await findProfile(database, asked.profileId ?? '');
  if (!profile) return refuse('not-found', 'This device is not known here.', 'Choose one from the list.');
  const { placeId, revisionId, systemVersion } = asked;
  const place = placeNamed(profile, placeId);
  if (!place) return noPlace(profile);
  if (revisionId !== null && !profile.revisions.some(({ id }) => id === revisionId))
    return refuse('not-found', `The ${profile.name} has no such board revision.`, 'Choose one by its marks.');
  const setting = settingOf(profile, { placeId, revisionId, systemVersion, workload: usualWorkload(place) });
  return ok({ setting, broughtIds: [] });
}

/** Where an adapter of the place joins two cards, each card is offered as two as well. */
function withPairs({ profile, placeId }: Setting, drives: Drive[]): Drive[] {
  const joins = placeOf(profile, placeId).adapters.some(
    ({ adapter: { takes } }) => takes.slots > 1 && takes.joins,
  );
  return joins
    ? drives.flatMap((drive) => (drive.formFactor === 'card' ? [drive, pairOf(drive)] : [drive]))
    : drives;
}

/** Larger than wanted is as good as wanted; smaller ones come behind within their verdict. */
const fromWanted =
  (wantedGB: number): Far =>
  ({ labelGB }) =>
    wantedGB === 0 || labelGB === wantedGB ? 0 : labelGB > wantedGB ? 1 : 2;

/** By how far a size is from the one that was asked for, within each verdict. */
const fromAsked =
  (askedGB: number): Far =>
  ({ labelGB }) =>
    Math.abs(Math.log(labelGB / askedGB));

/** The catalogue's drives held against one place of a device, the best first. */
export async function rankedView(runtime: Runtime, form: unknown): Promise<Result<RankedView>> {
  const parsed = Ranked.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const asked = parsed.data;
  const ranked = await settingFor(runtime, asked);
  if (!ranked.ok) return ranked;
  const { setting, broughtIds } = ranked.value;
  const settings = await readSettings(runtime.database);
  const brought = (await shelves(runtime)).drives.map((drive) =>
    broughtIds.includes(drive.id) ? asBrought(drive) : drive,
  );
  const drives = withPairs(setting, brought);
  const words = asked.text.toLowerCase().split(/\s+/u).filter(Boolean);
  const matching =
    words.length === 0
      ? drives
      : drives.filter((drive) => {
          const all =
            `${drive.maker} ${drive.model} ${drive.formFactor} ${drive.labelGB} ${drive.protocol}`.toLowerCase();
          return words.every((word) => all.includes(word));
        });
  const { onlyGB } = asked;
  const ofSize = onlyGB === null ? matching : matching.filter(({ labelGB }) => labelGB === onlyGB);
  const wish = { currency: settings.currency, prefers: settings.prefersMakers, shelfFirst: asked.shelfFirst };
  const ranking = await rankingOf(runtime, setting, wish);
  const best = (list: Drive[], far: Far) =>
    inTurns(ranking.top(list, list.length <= judgedToTheLast ? list.length : asked.limit, far));
  const asWanted = await best(ofSize, fromWanted(asked.wantedGB));
  const isNearest = onlyGB !== null && (asWanted.lines[0]?.worst.verdict ?? 'over') === 'over';
  const { lines, verdicts, unjudged } = isNearest ? await best(matching, fromAsked(onlyGB)) : asWanted;
  const counts: Record<Verdict, number> = { over: 0, unknown: 0, tight: 0, clear: 0 };
  for (const verdict of verdicts) counts[verdict] += 1;
  const shown = lines.slice(0, asked.limit);
  const prices = await pricesOfParts(
    runtime.database,
    shown.map(({ build: { drive } }) => singleId(drive.id) ?? drive.id),
  );
  const today = runtime.now().toISOString();
  return ok({
    lines: shown,
    trends: Object.fromEntries(
      [...prices].map(([id, seen]) => [id, priceTrend(seen, today, settings.currency)]),
    ),
    counts,
    matching: verdicts.length + unjudged,
    unjudged,
    isNearest,
  });
}

const Foreseen = z.object({
  profileId: z.string().max(60),
  wantedGB: z.int().positive().max(1_000_000),
  budget: Money.nullable().default(null),
  dataToKeep: z.boolean(),
  placeId: z.string().max(40).nullable().default(null),
  systemVersion: z.string().max(20).nullable(),
  oldDrive: z
    .object({
      labelGB: z.int().positive(),
      usedBytes: z.int().nonnegative().nullable(),
      formFactor: z.string(),
    })
    .nullable(),
});

/** What can be had for a wish while a device is taken in: judged without heat, which no part of the answer shows. */
export async function partsForesight(runtime: Runtime, form: unknown): Promise<Result<PartsForesight>> {
  const parsed = Foreseen.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const { profileId, wantedGB, budget, dataToKeep, placeId, systemVersion, oldDrive } = parsed.data;
  const profile = await findProfile(runtime.database, profileId);
  if (!profile) return refuse('not-found', 'This device is not known here.', 'Choose one from the list.');
  const { currency } = await readSettings(runtime.database);
  const { drives } = await shelves(runtime);
  if (!placeNamed(profile, placeId)) return noPlace(profile);
  const setting = settingOf(profile, {
    wish: { wantedGB, budget },
    placeId,
    old: oldDrive && { ...oldDrive, dataToKeep },
    systemVersion,
  });
  const offered = drives.filter(({ labelGB }) => labelGB >= wantedGB);
  const judged = await judgeAll(runtime, setting, offered, currency);
  return ok(foreseeParts(sortCandidates(judged, { currency, prefers: [], shelfFirst: false })));
}
