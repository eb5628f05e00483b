import type { Result } from '@/core/result';
import type { Sql } from './database';

/**
 * Does what a page asked for under an id of its own, once: asked again because no answer came, it gets the answer of the first
 * time. To be called inside the transaction of what is done, so that both stand or neither.
 */
export async function once<T>(
  sql: Sql,
  requestId: string | null,
  at: string,
  work: () => Promise<Result<T>>,
): Promise<Result<T>> {
  if (requestId === null) return work();
  const [known] = await sql.query<{ answer: Result<T> }>('select answer from request where id = $1', [
    requestId,
  ]);
  if (known) return known.answer;
  const answer = await work();
  // What was refused may be asked again when it has been mended.
  if (answer.ok)
    await sql.query('insert into request (id, at, answer) values ($1, $2, $3)', [requestId, at, answer]);
  return answer;
}

/** Forgets requests that nobody sends again any more. */
export const forgetOldRequests = (sql: Sql, before: string): Promise<unknown[]> =>
  sql.query('delete from request where at < $1', [before]);
