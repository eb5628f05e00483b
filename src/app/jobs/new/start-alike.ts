import { fetchJob, newRequestId, post } from '@/app/call';
import type { JobAct } from '@/core/acts';
import type { Job } from '@/core/job';
import type { JobChange, JobView } from '@/core/job-view';

/** What a job brings to the next of its kind: its build, its answers and its layout. */
export type Alike = Pick<Job, 'id' | 'takeIn' | 'choice' | 'answers' | 'wish'>;

/**
 * Does to a new job what was decided for one like it, one act after the other. What does not fit any more is left: the job shows what is still to be
 * chosen. Resolves to whether all of it was done.
 */
export async function startAlike(jobId: string, { choice, answers, wish }: Alike): Promise<boolean> {
  const view = await fetchJob<JobView>(jobId);
  if (!view) return false;
  const acts: JobAct[] = [
    ...Object.entries(answers).map(([question, answer]): JobAct => ({
      kind: 'answer',
      question,
      answer,
    })),
    // Where a reason was given for what was not known then, it is looked at anew.
    ...(choice && choice.reason === null ? [{ kind: 'choose' as const, ...choice }] : []),
    ...(choice && choice.reason === null && wish ? [{ kind: 'lay-out' as const, wish }] : []),
  ];
  let { version } = view;
  for (const act of acts) {
    const done = await post<JobChange>(`/api/jobs/${jobId}/acts`, {
      version,
      act,
      requestId: newRequestId(),
    });
    if (!done.ok) return false;
    version = done.value.version;
  }
  return true;
}

/** What was taken in of a job, without what belongs to that one device and its owner. */
export const takeInAlike = (takeIn: Job['takeIn']): Job['takeIn'] => ({
  ...takeIn,
  owner: '',
  serial: '',
  place: '',
  note: '',
  card: 'unknown',
  encryption: 'unknown',
  swollen: 'unknown',
  consent: false,
  chargePercent: null,
  promisedAt: null,
  oldDrive: takeIn.oldDrive && { ...takeIn.oldDrive, usedBytes: null },
  more: undefined,
});
