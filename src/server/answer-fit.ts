import * as z from 'zod';
import { placeNamed, DeviceProfile, Measures } from '@/core/device';
import { type Build, Library, fit, partsOf, remedies, settingOf } from '@/core/fit';
import { kitOf } from '@/core/kit';
import { usualWorkload, workloadOf, workloads } from '@/core/heat';
import { Adapter, Drive, Heatsink, Pad } from '@/core/part';
import { type Result, ok, refuse } from '@/core/result';
import { isAirDry } from '@/core/workshop';
import { findProfile } from './devices';
import { finderOf } from './part-finder';
import { findParts } from './parts';
import type { Runtime } from './runtime';
import { shelves } from './shelves';
import { formFault } from './take-in-device';
import { readSettings } from './workshop';

const id = z.string().min(1).max(60);

/** A fit question as programs ask it: profile and parts by id or inline. */
export const FitRequest = z.object({
  profile: z.union([id, DeviceProfile]),
  drive: z.union([id, Drive]),
  pads: z
    .array(z.union([id, Pad]))
    .max(2)
    .default([]),
  padBelow: z.union([id, Pad]).nullable().default(null),
  sink: z.union([id, Heatsink]).nullable().default(null),
  adapter: z.union([id, Adapter]).nullable().default(null),
  placeId: id.nullable().default(null),
  revisionId: id.nullable().default(null),
  caseChangeIds: z.array(id).max(8).default([]),
  measures: Measures.default({}),
  old: z
    .object({
      labelGB: z.int().positive(),
      usedBytes: z.int().nonnegative().nullable(),
      dataToKeep: z.boolean(),
    })
    .nullable()
    .default(null),
  library: Library.nullable().default(null),
  systemVersion: z.string().max(20).nullable().default(null),
  workload: z.enum(workloads.map((w) => w.id) as [string, ...string[]]).optional(),
  /** How many remedies to answer at most. */
  remedies: z.int().min(0).max(20).default(5),
});

const notIn = ({ name }: DeviceProfile, what: string, named: string | null) =>
  refuse('not-found', `The ${name} has no ${what} “${named}”.`, 'Take one that GET /api/profiles names.');

/**
 * Answers a fit question: margins, verdict, stack, nominal heat without Monte Carlo, what would make it fit, and what
 * has to be bought. Faults: a part or device that is not known, a form that was not understood.
 */
export async function answerFit(runtime: Runtime, form: unknown): Promise<Result<unknown>> {
  const parsed = FitRequest.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const asked = parsed.data;
  const profile =
    typeof asked.profile === 'string' ? await findProfile(runtime.database, asked.profile) : asked.profile;
  if (!profile)
    return refuse('not-found', 'This device is not known here.', 'Ask GET /api/profiles for those that are.');
  const place = placeNamed(profile, asked.placeId);
  if (!place) return notIn(profile, 'place', asked.placeId);
  const { revisions, caseChanges } = profile;
  if (asked.revisionId !== null && !revisions.some(({ id }) => id === asked.revisionId))
    return notIn(profile, 'board revision', asked.revisionId);
  const change = asked.caseChangeIds.find((wanted) => !caseChanges.some(({ id }) => id === wanted));
  if (change !== undefined) return notIn(profile, 'change to the case', change);
  const ids = [asked.drive, asked.sink, asked.padBelow, ...asked.pads].filter(
    (part): part is string => typeof part === 'string',
  );
  const find = finderOf(await findParts(runtime.database, ids));
  const drive = typeof asked.drive === 'string' ? find.drive(asked.drive) : asked.drive;
  const sink = typeof asked.sink === 'string' ? find.sink(asked.sink) : asked.sink;
  const padBelow = typeof asked.padBelow === 'string' ? find.pad(asked.padBelow) : asked.padBelow;
  const pads = asked.pads.map((pad) => (typeof pad === 'string' ? find.pad(pad) : pad));
  const adapter =
    typeof asked.adapter === 'string'
      ? place.adapters.map((entry) => entry.adapter).find((entry) => entry.id === asked.adapter)
      : asked.adapter;
  const isGone =
    pads.includes(null) || (asked.sink !== null && !sink) || (asked.padBelow !== null && !padBelow);
  if (!drive || isGone || adapter === undefined)
    return refuse(
      'not-found',
      'A part of this question is not in the catalogue.',
      'Ask GET /api/parts, or send it inline.',
    );
  const build: Build = {
    drive,
    sink: sink ?? null,
    pads: pads as Pad[],
    padBelow,
    adapter,
    caseChangeIds: asked.caseChangeIds,
  };
  const setting = settingOf(profile, {
    placeId: asked.placeId,
    revisionId: asked.revisionId,
    measures: asked.measures,
    old: asked.old,
    library: asked.library,
    systemVersion: asked.systemVersion,
    workload: asked.workload ? workloadOf(asked.workload) : usualWorkload(place),
  });
  const answer = fit(setting, build);
  const shelf = await shelves(runtime);
  const mend =
    asked.remedies === 0 || answer.worst.verdict === 'clear' ? [] : remedies(setting, build, shelf);
  const kit = kitOf({
    profile,
    build,
    screwMm: null,
    answers: {},
    revisionId: asked.revisionId,
    route: null,
    cases: [],
    oldProtocol: null,
    airIsDry: isAirDry((await readSettings(runtime.database)).benchAir, runtime.now().getUTCMonth() + 1),
  });
  return ok({
    verdict: answer.worst.verdict,
    worst: answer.worst,
    margins: answer.margins,
    stack: answer.layers && {
      gap: answer.layers.gapFrom,
      top: answer.layers.topFrom,
      squeeze: answer.layers.squeeze,
    },
    links: answer.speed.links,
    narrowest: answer.speed.narrowest,
    heat: answer.heat,
    freeShownBytes: answer.freeShownBytes,
    remedies: mend.slice(0, asked.remedies).map((remedy) => ({
      parts: partsOf(remedy.build).map((part) => part.id),
      caseChangeIds: remedy.build.caseChangeIds,
      changes: remedy.changes.map(({ kind }) => kind),
      extraMinor: remedy.extraMinor,
      minutes: remedy.minutes,
    })),
    shopping: [...kit.parts, ...kit.things.map(({ group, ...thing }) => ({ kind: group, ...thing }))],
  });
}
