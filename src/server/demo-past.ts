import { randomLcg, randomNormal } from 'd3-random';
import { type DeviceProfile } from '@/core/device';
import { idsOf, judgeDrive, settingOf } from '@/core/fit';
import type { JobRecord } from '@/core/job';
import { casesFor } from '@/core/part';
import type { Technician } from '@/core/workshop';
import { HiddenTruth, type PastKind, pastJob } from '@/core/year';
import type { Sql } from './database';
import { allProfiles } from './devices';
import { keepNumbers, numbered } from './issue-numbers';
import { wordsOf } from './job-words';
import { keepProfile } from './kept-profiles';
import { keepLessons } from './lessons';
import { partsOfKind } from './parts';
import type { Runtime } from './runtime';

/** Jobs of the year before the demo begins, the number of the first, and how far apart they are. */
const past = { jobs: 150, firstNumber: 262, daysApart: 2.4, seed: 0.412 } as const;
const dayMs = 86_400_000;
/** Work begins at eight, UTC. */
const beginsMs = 8 * 3_600_000;

const owners: [string, string][] = [
  ['Purser, ferry Aldis', 'cabin 3 rental'],
  ['Lounge steward, ferry Merrow', 'lounge desk'],
  ['Deck crew', 'pool rental desk'],
  ['Second engineer', 'mess room'],
  ['Crew lounge, ferry Aldis', 'crew lounge'],
  ['Rental desk, ferry Tolm', 'rental shelf 2'],
];

/** A build that goes into a device and a case that copies onto it; null for a device that none of the shipped drives suits. */
async function kindOf(sql: Sql, profile: DeviceProfile): Promise<PastKind | null> {
  const drives = await partsOfKind(sql, 'drive');
  const accessories = { pads: await partsOfKind(sql, 'pad'), sinks: await partsOfKind(sql, 'heatsink') };
  const cases = await partsOfKind(sql, 'case');
  const oldGB = profile.deliveredDrives[0]?.labelGB ?? 500;
  const setting = settingOf(profile);
  for (const drive of drives) {
    if (drive.labelGB < oldGB || drive.labelGB > oldGB * 8) continue;
    const [dockCase] = casesFor(cases, drive.protocol);
    if (!dockCase) continue;
    const { build, worst } = judgeDrive(setting, drive, accessories, 'EUR');
    if (worst.verdict === 'over') continue;
    return { profile, build, ids: idsOf(build, null), dockCase };
  }
  return null;
}

async function insertPast(
  sql: Sql,
  { job, facts, steps, history }: JobRecord,
  sha256: string,
  device: string,
) {
  const { job: numberedJob, given } = await numbered(sql, job);
  const first = history[0]?.at ?? '';
  const handedOver = numberedJob.handedOver?.at ?? null;
  await sql.query(
    `insert into job (id, version, profile_id, owner, promised_at, taken_in_at, handed_over_at, document, profile_sha256, facts, steps, lines, words)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10::jsonb, $11::jsonb, $2, $12)`,
    [
      job.id,
      history.length,
      job.takeIn.profileId,
      job.takeIn.owner,
      job.takeIn.promisedAt,
      first,
      handedOver,
      numberedJob,
      sha256,
      facts,
      JSON.stringify(steps),
      wordsOf(numberedJob, device),
    ],
  );
  await sql.query(
    `insert into job_history (job_id, seq, at, by, kind, sentence, changes, step_id)
     select $1, row_number() over (), at, by, kind, sentence, changes, "stepId"
     from jsonb_to_recordset($2::jsonb) as one(at timestamptz, by text, kind text, sentence text, changes jsonb, "stepId" text)`,
    [job.id, JSON.stringify(history)],
  );
  await keepNumbers(sql, job.id, given, handedOver ?? first);
}

/** Fills the demo's logbook with a made-up year: jobs that were handed over, and what they taught. */
export async function seedPast(runtime: Runtime, technicians: Technician[]): Promise<void> {
  await runtime.database.transaction(async (sql) => {
    const source = randomLcg(past.seed);
    const truth = new HiddenTruth(source, randomNormal.source(source)(0, 1));
    const kinds: { kind: PastKind; sha256: string }[] = [];
    for (const profile of await allProfiles(sql)) {
      const kind = await kindOf(sql, profile);
      if (kind) kinds.push({ kind, sha256: await keepProfile(sql, profile) });
    }
    const [first, ...others] = kinds;
    const [someone, ...more] = technicians;
    if (!first || !someone) return;
    const begins = Math.floor(runtime.now().getTime() / dayMs) * dayMs - past.jobs * past.daysApart * dayMs;
    for (let n = 0; n < past.jobs; n += 1) {
      const { kind, sha256 } = truth.oneOf([first, ...others]);
      const mains = kind.profile.procedure.power !== 'cell';
      const trained = technicians.filter((one) => !mains || one.mains);
      const who =
        trained.length > 0
          ? truth.oneOf([trained[0] ?? someone, ...trained.slice(1)])
          : truth.oneOf([someone, ...more]);
      const [owner, place] = owners[Math.floor(truth.next() * owners.length)] ?? ['Purser', ''];
      const day = begins + Math.floor(n * past.daysApart) * dayMs;
      const { record, lessons } = pastJob(
        kind,
        {
          id: `Q-${String(past.firstNumber + n).padStart(4, '0')}`,
          by: who.initials,
          owner,
          place,
          serial: `${kind.profile.name.slice(0, 2).toUpperCase()}-${1000 + ((n * 37) % 4000)}`,
          at: new Date(day + beginsMs + Math.floor(truth.next() * 4) * 3_600_000).toISOString(),
          technicians,
        },
        truth,
      );
      await insertPast(sql, record, sha256, kind.profile.name);
      await keepLessons(sql, record.job, lessons);
    }
  });
  runtime.learned.clear();
}
