import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import { JobAct } from '@/core/acts';
import { nextStep } from '@/core/job';
import { Settings, Technician } from '@/core/workshop';
import { loadShippedCatalogue } from './shipped';
import { recordUse } from './bench-items';
import { seedPast } from './demo-past';
import { doAct } from './do-act';
import { loadContext } from './job-context';
import { jobOf } from './jobs';
import type { Runtime } from './runtime';
import { importPrices } from './prices';
import { doShelfAct } from './shelf';
import { takeInDevice } from './take-in-device';
import { saveSettings, saveTechnician } from './workshop';

const DemoJob = z.object({
  /** Hours from the first start to the promised time. */
  promisedInHours: z.number().nullable(),
  takeIn: z.record(z.string(), z.unknown()),
  acts: z.array(z.union([JobAct, z.object({ kind: z.literal('steps'), count: z.int().positive() })])),
});

const DemoWorkshop = z.object({
  /** Uses of sticks and cables before the demo begins: hours ago, and whether it worked. */
  uses: z.array(
    z.object({
      label: z.string(),
      hoursAgo: z.number(),
      by: z.string(),
      worked: z.boolean(),
      what: z.string(),
    }),
  ),
  settings: Settings,
  technicians: z.array(Technician),
  jobs: z.array(DemoJob),
  /** What was done with the shelf before the demo begins; days from the first start until what was ordered comes. */
  shelf: z.array(z.object({ act: z.record(z.string(), z.unknown()), expectedInDays: z.int().optional() })),
});

/** Fills a new demo workshop from `demo/`, through the same use cases that the screens call. */
export async function seedDemo(runtime: Runtime, hasPast = true): Promise<void> {
  const { database } = runtime;
  if ((await database.query("select 1 from setting where key = 'demo'")).length > 0) return;
  // A kill in the middle of the first start leaves part of a workshop that nobody has seen: it is begun again.
  await database.execute(
    `truncate day_pin, shelf_minimum, shelf_incoming, shelf_move, lesson, issued, photo, price, practice_record, practice_mistake, dry_run, job_history, job, part, device_profile, device_profile_version, technician, setting, bench_item_use, bench_item;
     alter sequence job_number restart`,
  );
  const folder = join(runtime.projectFolder, 'demo');
  const demo = DemoWorkshop.parse(JSON.parse(await readFile(join(folder, 'workshop.json'), 'utf8')));
  await database.transaction(async (sql) => {
    await saveSettings(sql, demo.settings);
    for (const technician of demo.technicians) await saveTechnician(sql, technician);
    await loadShippedCatalogue(sql, folder, runtime.now().toISOString());
  });
  await seedPrices(runtime, join(folder, 'prices.json'));
  if (hasPast) await seedPast(runtime, demo.technicians);
  for (const { label, hoursAgo, ...use } of demo.uses) {
    const at = new Date(runtime.now().getTime() - hoursAgo * 3_600_000).toISOString();
    await recordUse(database, label, { ...use, at, jobId: null });
  }
  for (const { takeIn, promisedInHours, acts } of demo.jobs) {
    const promisedAt =
      promisedInHours === null ? null : quarterHour(runtime.now().getTime() + promisedInHours * 3_600_000);
    const taken = await takeInDevice(runtime, { ...takeIn, promisedAt });
    if (!taken.ok) throw new Error(`demo job: ${taken.fault.sentence}`);
    for (const act of acts) await demoAct(runtime, taken.value.id, act);
  }
  for (const { act, expectedInDays } of demo.shelf) {
    const day = new Date(runtime.now().getTime() + (expectedInDays ?? 0) * 86_400_000)
      .toISOString()
      .slice(0, 10);
    const whole = expectedInDays === undefined ? act : { ...act, expected: day };
    const done = await doShelfAct(runtime, whole, { by: 'TK', requestId: null });
    if (!done.ok) throw new Error(`demo shelf: ${done.fault.sentence}`);
  }
  await database.query("insert into setting (key, value) values ('demo', $1)", [{ seeded: true }]);
}

const DemoPrices = z.array(
  z.object({ id: z.string(), daysAgo: z.int(), price: z.string(), seller: z.string(), stock: z.string() }),
);

/** Prices of the months before the demo begins, brought in as a price list is. */
async function seedPrices(runtime: Runtime, path: string): Promise<void> {
  const prices = DemoPrices.parse(JSON.parse(await readFile(path, 'utf8')));
  const lines = prices.map(({ id, daysAgo, price, seller, stock }) => {
    const day = new Date(runtime.now().getTime() - daysAgo * 86_400_000).toISOString().slice(0, 10);
    return [id, price, seller, day, stock].join(';');
  });
  const text = ['id;price;seller;date;stock', ...lines].join('\n');
  const noted = await importPrices(runtime, { text, commit: true });
  if (!noted.ok || !noted.value.imported) throw new Error('The demo’s price list is not understood.');
}

/** People promise on the quarter hour. */
const quarterHour = (ms: number) => new Date(Math.ceil(ms / 900_000) * 900_000).toISOString();

async function demoAct(
  runtime: Runtime,
  jobId: string,
  act: z.infer<typeof DemoJob>['acts'][number],
): Promise<void> {
  for (let i = 0; i < (act.kind === 'steps' ? act.count : 1); i += 1) {
    const stored = await jobOf(runtime.database, jobId);
    const loaded = await loadContext(runtime, stored);
    if (!loaded.ok) throw new Error(loaded.fault.sentence);
    const next = act.kind === 'steps' ? nextStep(stored.state, loaded.value) : null;
    const one = act.kind === 'steps' ? { kind: 'step', stepId: next?.id } : act;
    const done = await doAct(runtime, jobId, { version: stored.version, act: one });
    if (!done.ok) throw new Error(`demo job ${jobId}: ${done.fault.sentence}`);
  }
}
