import { placeOf } from '@/core/device';
import { screwAtMm } from '@/core/fit';
import { measuringOf, placeIdOf } from '@/core/job';
import type { JobView } from '@/core/job-view';
import type { KitAsked } from '@/core/kit';
import { oldDriveOf } from '@/core/link';
import { isAirDry } from '@/core/workshop';

/** What the kit of a job hangs on, beside its device and its build. */
export const kitAsked = ({
  job,
  profile,
  frame,
}: JobView): Pick<
  KitAsked,
  'screwMm' | 'isEmpty' | 'measuring' | 'answers' | 'route' | 'oldProtocol' | 'airIsDry'
> => ({
  screwMm: screwAtMm(placeOf(profile, placeIdOf(job)), job.takeIn.oldDrive?.formFactor ?? null),
  measuring: measuringOf(job, profile),
  isEmpty: job.takeIn.oldDrive === null,
  answers: job.answers,
  route: job.route,
  oldProtocol: oldDriveOf(profile, job.takeIn.oldDrive).protocol,
  airIsDry: isAirDry(frame.settings.benchAir, new Date(frame.now).getUTCMonth() + 1),
});
