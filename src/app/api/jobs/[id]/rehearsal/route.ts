import { routes } from '@/app/api-route';
import { respondWith } from '@/app/respond';
import { refuse } from '@/core/result';
import { findJob, getRuntime, rehearsalScreen } from '@/server';

/** The screen of the emulated machine at the end of the last rehearsal, as PNG. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ params }) => {
    const found = await findJob(getRuntime().database, params.id!);
    if (!found.ok) return found;
    const screen = await rehearsalScreen(getRuntime(), params.id!);
    return screen
      ? respondWith(screen, 'image/png')
      : refuse('not-found', 'No start of this copy was rehearsed.', 'Rehearse it at Carry over.');
  },
});
