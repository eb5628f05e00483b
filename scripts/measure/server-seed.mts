import { openDatabase } from '@/server';
import { join } from 'node:path';

/**
 * Makes a workshop large: open jobs that are copies of one of the demo's, and jobs that were handed over, each with ten lines of
 * history; one open job with a thousand. Written by SQL, so that it takes seconds.
 */
export async function makeLarge(dataFolder: string, open: number, through: number): Promise<void> {
  const database = await openDatabase(join(dataFolder, 'database'));
  const ids = await database.query<{ id: string }>(
    'select id from job where handed_over_at is null order by id',
  );
  const [first] = ids;
  const copy = (from: number, count: number, handedOver: boolean) =>
    database.query(
      `insert into job (id, profile_id, owner, promised_at, taken_in_at, handed_over_at, version, document,
         profile_sha256, facts, steps, lines)
       select 'Q-' || lpad((${from} + n)::text, 5, '0'), profile_id, owner, promised_at, taken_in_at,
         ${handedOver ? "taken_in_at + n * interval '1 minute'" : 'null'}, 9,
         jsonb_set(document, '{id}', to_jsonb('Q-' || lpad((${from} + n)::text, 5, '0'))),
         profile_sha256, facts, steps, 10
       from job, generate_series(1, ${count}) n where id = $1`,
      [first!.id],
    );
  await copy(20_000, open - ids.length, false);
  for (let done = 0; done < through; done += 1000)
    await copy(50_000 + done, Math.min(1000, through - done), true);
  for (let from = 0; from < open + through; from += 1000)
    await database.query(
      `insert into job_history (job_id, seq, at, by, kind, sentence, changes)
       select id, n, taken_in_at, 'IM', 'note', 'a line of history', '[]'::jsonb
       from (select id, taken_in_at from job where version = 9 order by id limit 1000 offset ${from}) jobs,
         generate_series(1, 10) n
       on conflict do nothing`,
    );
  const long = 'Q-20001';
  await database.query(
    `insert into job_history (job_id, seq, at, by, kind, sentence, changes)
     select $1, n, now(), 'IM', 'note', 'a line of history', '[]'::jsonb from generate_series(11, 1000) n`,
    [long],
  );
  await database.query('update job set lines = 1000, version = 999 where id = $1', [long]);
  await database.query('analyze');
  await database.close();
}
