import { routes } from '@/app/api-route';
import { respondWith } from '@/app/respond';
import { LogbookQuery } from '@/core/logbook';
import { ok, refuse } from '@/core/result';
import { getRuntime, logbook, logbookCsv, logbookLines } from '@/server';

/** Jobs of the logbook: a page of them, or all that were asked for as a file with `?as=csv` or `?as=json`. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ url }) => {
    const asked = LogbookQuery.safeParse(Object.fromEntries(url.searchParams));
    if (!asked.success)
      return refuse(
        'form',
        'This asks the logbook for nothing that it knows.',
        'Look at the dates and the order.',
      );
    const { database } = getRuntime();
    const as = url.searchParams.get('as');
    if (as === 'csv')
      return respondWith(
        logbookCsv(await logbookLines(database, asked.data)),
        'text/csv; charset=utf-8',
        'logbook.csv',
      );
    if (as === 'json')
      return respondWith(
        JSON.stringify(await logbookLines(database, asked.data), null, 2),
        'application/json; charset=utf-8',
        'logbook.json',
      );
    return ok(await logbook(database, asked.data));
  },
});
