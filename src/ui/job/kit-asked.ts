import type { JobView } from '@/core/job-view';
import type { KitAsked } from '@/core/kit';
import { oldDriveOf } from '@/core/link';

/** What the kit of a job hangs on, beside its device and its build. */
export const kitAsked = ({
  job,
  profile,
  frame,
}: JobView): Pick<KitAsked, 'oldFormFactor' | 'answers' | 'route' | 'oldProtocol' | 'month'> => ({
  oldFormFactor: job.takeIn.oldDrive.formFactor,
  answers: job.answers,
  route: job.route,
  oldProtocol: oldDriveOf(profile, job.takeIn.oldDrive).protocol,
  month: new Date(frame.now).getUTCMonth() + 1,
});
