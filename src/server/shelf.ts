import Papa from 'papaparse';
import {
  type Need,
  type Incoming,
  ShelfAct,
  type ShelfLine,
  type ShelfMove,
  type Stock,
  orderList,
  shelfLines,
} from '@/core/shelf';
import { needsOfJob } from '@/core/job-view';
import { type Result, ok, refuse } from '@/core/result';
import type { Sql } from './database';
import { loadContexts } from './job-context';
import { openJobs } from './jobs';
import { once } from './requests';
import type { Runtime } from './runtime';
import { move, newestMoves, openIncoming, stocksOf, wholeShelf } from './shelf-book';
import { formFault } from './take-in-device';

/** Lines of the book that are shown. */
const movesShown = 30;

export type ShelfView = { lines: ShelfLine[]; moves: ShelfMove[]; names: Record<string, string> };

/** Practice takes no real parts; in the demo all is practice, and its shelf shows it. */
export const takesParts = ({ isDemo }: Pick<Runtime, 'isDemo'>, practice: boolean): boolean =>
  isDemo || !practice;

/** What all jobs on the bench want of the shelf. */
async function allNeeds(runtime: Runtime): Promise<Need[]> {
  const { jobs } = await openJobs(runtime.database, runtime.jobsRead);
  return (await loadContexts(runtime, jobs)).flatMap(({ stored, context }) =>
    context.ok && takesParts(runtime, stored.state.job.takeIn.practice)
      ? needsOfJob(stored.state, context.value)
      : [],
  );
}

/** The book of the shelf for what these needs want, and what comes of it. */
export async function shelfFor(
  sql: Sql,
  needs: readonly Need[],
): Promise<{ stocks: Stock[]; incoming: Incoming[] }> {
  const ids = needs.map(({ partId }) => partId);
  return { stocks: await stocksOf(sql, ids), incoming: await openIncoming(sql) };
}

/** What is there, what is reserved, what must be ordered and what comes. */
export async function shelfView(runtime: Runtime): Promise<ShelfView> {
  const { database } = runtime;
  const needs = await allNeeds(runtime);
  const incoming = await openIncoming(database);
  const moves = await newestMoves(database, movesShown);
  const ids = [...needs, ...incoming, ...moves].map(({ partId }) => partId);
  const stocks = await wholeShelf(database, ids);
  const isOfNow = ({ id, onShelf, minimum }: Stock) =>
    onShelf > 0 || minimum > 0 || [...needs, ...incoming].some(({ partId }) => partId === id);
  return {
    lines: shelfLines(stocks.filter(isOfNow), needs, incoming),
    moves,
    names: Object.fromEntries(stocks.map(({ id, name }) => [id, name])),
  };
}

/** The list to order over all jobs, as CSV. */
export async function orderCsv(runtime: Runtime): Promise<string> {
  return Papa.unparse(orderList((await shelfView(runtime)).lines), { escapeFormulae: true, newline: '\n' });
}

const noPart = () => refuse('not-found', 'This part is not in the catalogue.', 'Look for it at Parts.');

/**
 * Does something with the shelf. Faults: `form`, `not-found` (no such part or order), `changed` (the book moved since it was looked at),
 * `too-many` (more came than was ordered).
 */
export async function doShelfAct(
  runtime: Runtime,
  form: unknown,
  { by, requestId }: { by: string | null; requestId: string | null },
): Promise<Result<null>> {
  const parsed = ShelfAct.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const act = parsed.data;
  const at = runtime.now().toISOString();
  // How many are out is asked before the transaction: it reads every job.
  const out =
    act.kind === 'count'
      ? (await allNeeds(runtime)).reduce(
          (all, need) => all + (need.partId === act.partId && need.isOut ? need.count : 0),
          0,
        )
      : 0;
  return runtime.database.transaction((sql) =>
    once(sql, requestId, at, async (): Promise<Result<null>> => {
      switch (act.kind) {
        case 'minimum':
          if (!(await bookOf(sql, act.partId))) return noPart();
          await sql.query(
            'insert into shelf_minimum (part_id, minimum) values ($1, $2) on conflict (part_id) do update set minimum = excluded.minimum',
            [act.partId, act.minimum],
          );
          return ok(null);
        case 'order':
          if (!(await bookOf(sql, act.partId))) return noPart();
          if (
            act.jobId !== null &&
            (await sql.query('select 1 from job where id = $1', [act.jobId])).length === 0
          )
            return refuse(
              'not-found',
              `There is no job ${act.jobId}.`,
              'Look at its number, or leave it empty.',
            );
          await sql.query(
            'insert into shelf_incoming (part_id, count, ordered_at, expected, seller, price, job_id) values ($1, $2, $3, $4, $5, $6, $7)',
            [
              act.partId,
              act.count,
              at,
              act.expected,
              act.seller,
              act.price && JSON.stringify(act.price),
              act.jobId,
            ],
          );
          return ok(null);
        case 'came':
          return came(sql, act, { at, by });
        case 'cancel': {
          const gone = await sql.query(
            'update shelf_incoming set closed_at = $2 where id = $1 and closed_at is null returning id',
            [act.incomingId, at],
          );
          return gone.length > 0 ? ok(null) : noOrder();
        }
        case 'count':
          return count(sql, act, { at, by, out });
      }
    }),
  );
}

const noOrder = () =>
  refuse('not-found', 'This order is not open any more.', 'Look at the shelf as it stands now.');

const bookOf = async (sql: Sql, partId: string): Promise<{ onShelf: number } | undefined> =>
  (await sql.query<{ onShelf: number }>('select on_shelf as "onShelf" from part where id = $1', [partId]))[0];

type Stamp = { at: string; by: string | null };

async function came(
  sql: Sql,
  act: Extract<ShelfAct, { kind: 'came' }>,
  { at, by }: Stamp,
): Promise<Result<null>> {
  const order = (await openIncoming(sql)).find(({ id }) => id === act.incomingId);
  if (!order) return noOrder();
  const { accepted, returned } = act;
  if (accepted + returned === 0)
    return refuse('form', 'Nothing came by this.', 'Say how many were accepted, or sent back.');
  if (accepted + returned > order.count)
    return refuse(
      'too-many',
      `${accepted + returned} came of ${order.count} that were ordered.`,
      'Note the rest as an order of its own, or send it back.',
    );
  if (returned > 0 && !act.why)
    return refuse('form', 'Why some were sent back is not said.', 'Say what was wrong with them.');
  const { partId, price, jobId } = order;
  const line = { partId, jobId, lot: act.lot, price, at, by };
  if (accepted > 0) await move(sql, { ...line, change: accepted, why: 'came', note: null });
  if (returned > 0) await move(sql, { ...line, change: 0, why: 'returned', note: `${returned}: ${act.why}` });
  if (act.place)
    await sql.query(
      `update part set document = jsonb_set(document, '{shelfPlace}', to_jsonb($2::text)), changed_at = now() where id = $1`,
      [partId, act.place],
    );
  // What was sent back is still to come.
  const left = order.count - accepted;
  await sql.query('update shelf_incoming set count = $2, closed_at = $3 where id = $1', [
    act.incomingId,
    Math.max(1, left),
    left === 0 ? at : null,
  ]);
  return ok(null);
}

async function count(
  sql: Sql,
  act: Extract<ShelfAct, { kind: 'count' }>,
  { at, by, out }: Stamp & { out: number },
): Promise<Result<null>> {
  const book = await bookOf(sql, act.partId);
  if (!book) return noPart();
  const inDrawer = Math.max(0, book.onShelf - out);
  if (inDrawer !== act.book)
    return refuse(
      'changed',
      `By the book ${inDrawer} lie in the drawer by now, not ${act.book}.`,
      'Count once more, with what was taken or brought meanwhile.',
    );
  const change = act.inDrawer - inDrawer;
  await move(sql, {
    partId: act.partId,
    change,
    why: 'counted',
    jobId: null,
    lot: null,
    price: null,
    note: act.note,
    at,
    by,
  });
  return ok(null);
}
