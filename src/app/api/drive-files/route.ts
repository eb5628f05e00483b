import { routes } from '@/app/api-route';
import { ok } from '@/core/result';
import { driveFiles, getRuntime } from '@/server';

/** What lies in the folder of image files now; pages that show it ask again and again. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async () => ok(await driveFiles(getRuntime())),
});
