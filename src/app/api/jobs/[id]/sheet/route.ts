import { sheetMarkdown } from '@/core/sheet';
import { holdOn } from '@/core/work';
import { routes } from '@/app/api-route';
import { respondWith } from '@/app/respond';
import { refuse } from '@/core/result';
import { careCalendar, getRuntime, jobView } from '@/server';

/** The hand-over sheet to keep: `?as=json` or `?as=md`; what the device wants later as a calendar: `?as=ics`. Held while screws are left and until the result is proved. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ params, url }) => {
    const found = await jobView(getRuntime(), params.id!);
    if (!found.ok) return found;
    const view = found.value;
    const hold = holdOn(view.holds, ['sheet']);
    if (hold) return refuse(`hold-${hold.code}`, `${hold.what}. ${hold.why}`, hold.remedy);
    if (!view.job.proved) return refuse('not-proved', 'The result is not proved yet.', 'Finish Prove first.');
    const { locale } = view.frame.settings;
    if (url.searchParams.get('as') === 'ics') {
      const calendar = careCalendar(view.sheet);
      return calendar.ok
        ? respondWith(calendar.value, 'text/calendar; charset=utf-8', `${view.job.id}-care.ics`)
        : calendar;
    }
    return url.searchParams.get('as') === 'md'
      ? respondWith(
          sheetMarkdown(view.sheet, { locale }),
          'text/markdown; charset=utf-8',
          `${view.job.id}-sheet.md`,
        )
      : respondWith(
          JSON.stringify(view.sheet, null, 2),
          'application/json; charset=utf-8',
          `${view.job.id}-sheet.json`,
        );
  },
});
