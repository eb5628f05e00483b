import { routes } from '@/app/api-route';
import { respondJson } from '@/app/respond';
import { ok, refuse } from '@/core/result';
import { picturesOf } from '@/core/device';
import { findPictures, findProfile, getRuntime, rawProfile, sealed } from '@/server';

/** One profile; with `?file` the document alone, as an import reads it again, its photos in it; with `?raw` as it is kept, read or not. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ params, url }) => {
    const runtime = getRuntime();
    const { database } = runtime;
    const gone = refuse('not-found', 'This device is not known here.', 'See /api/profiles.');
    if (url.searchParams.has('raw')) {
      const raw = await rawProfile(database, params.id!);
      return raw === null ? gone : respondJson(raw, `${params.id}-raw.json`);
    }
    const profile = await findProfile(database, params.id!);
    if (!profile) return gone;
    if (!url.searchParams.has('file')) return ok(profile);
    const pictures = await findPictures(runtime, picturesOf(profile));
    return respondJson(sealed(profile, pictures), `${profile.id}.json`);
  },
});
