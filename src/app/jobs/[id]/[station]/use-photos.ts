'use client';
import { postFile, remove } from '@/app/call';
import type { JobView, PhotoLine } from '@/core/job-view';
import type { Result } from '@/core/result';
import type { PhotoWish } from '@/ui/job/note-dialog';
import type { useJob } from './use-job';

/** Photos of a job: added with the step that they were taken at, and taken away. */
export function usePhotos({ view, take, setFault }: ReturnType<typeof useJob>, stepId: string | null) {
  const path = `/api/jobs/${view.job.id}/photos`;
  const taken = (done: Result<JobView>): boolean => {
    setFault(done.ok ? null : done.fault);
    if (done.ok) take(done.value);
    return done.ok;
  };
  return {
    add: async (file: File, { note, forAll }: PhotoWish) => {
      const said = new URLSearchParams({
        note,
        ...(stepId ? { step: stepId } : {}),
        ...(forAll ? { for: 'all' } : {}),
      });
      return taken(await postFile<JobView>(`${path}?${said}`, file));
    },
    remove: async ({ id }: PhotoLine) => taken(await remove<JobView>(`${path}/${id}`)),
  };
}
