import type { Job } from '@/core/job';
import type { Sql } from './database';

const marks = { quote: 'QU', final: 'FA', sheet: 'SH' } as const;
type Kind = keyof typeof marks;

/** A number that a paper gets, and of what kind it is. */
type Given = { kind: Kind; number: number };

const shown = ({ kind, number }: Given) => `${marks[kind]}-${String(number).padStart(4, '0')}`;

/** A job whose papers all have their number, and the numbers that were given; what has one keeps it. Nothing is written yet. */
export async function numbered(sql: Sql, job: Job): Promise<{ job: Job; given: Given[] }> {
  const given: Given[] = [];
  const next = async (kind: Kind): Promise<string> => {
    const [row] = await sql.query<{ last: number }>(
      'select coalesce(max(number), 0)::integer as last from issued where kind = $1',
      [kind],
    );
    const own = given.filter((one) => one.kind === kind).length;
    const one = { kind, number: (row?.last ?? 0) + own + 1 };
    given.push(one);
    return shown(one);
  };
  const quotes: Job['quotes'] = [];
  for (const quote of job.quotes)
    quotes.push(quote.number === null ? { ...quote, number: await next(quote.kind) } : quote);
  const { handedOver } = job;
  const sheet =
    handedOver && handedOver.sheet.number === null
      ? { ...handedOver.sheet, number: await next('sheet') }
      : handedOver?.sheet;
  return {
    job: { ...job, quotes, handedOver: handedOver && sheet ? { ...handedOver, sheet } : handedOver },
    given,
  };
}

/** Writes down the numbers that were given, once what carries them is saved: in the same transaction, so that none is lost. */
export async function keepNumbers(
  sql: Sql,
  jobId: string,
  given: readonly Given[],
  at: string,
): Promise<void> {
  for (const { kind, number } of given)
    await sql.query('insert into issued (kind, number, job_id, at) values ($1, $2, $3, $4)', [
      kind,
      number,
      jobId,
      at,
    ]);
}
